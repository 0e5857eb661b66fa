/** The areas in the order of the season, each with the key that leads there after `g`. */
export const areas = [
  { to: '/today', word: 'Today', key: 't' },
  { to: '/aims', word: 'Aims', key: 'a' },
  { to: '/bloom', word: 'Bloom', key: 'b' },
  { to: '/crosses', word: 'Crosses', key: 'c' },
  { to: '/pollen', word: 'Pollen', key: 'p' },
  { to: '/seed', word: 'Seed', key: 's' },
  { to: '/offspring', word: 'Offspring', key: 'o' },
  { to: '/plants', word: 'Plants', key: 'l' },
  { to: '/guides', word: 'Guides', key: 'u' },
  { to: '/garden', word: 'Garden', key: 'r' },
] as const

/** An area is asked for by two keys, the second within so long. */
const SECOND_KEY_MS = 2000

/** Keys that hold on every screen of the desk: the areas, and taking back what was noted last. */
export function useDeskKeys(): void {
  const log = useLogStore()
  const shell = useShellStore()
  let armed = 0
  useEventListener(
    'keydown',
    (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || shell.isFindOpen || isTyping(event)) return
      if (armed && event.timeStamp - armed < SECOND_KEY_MS) {
        armed = 0
        const area = areas.find(a => a.key === event.key)
        if (!area) return
        event.preventDefault()
        event.stopImmediatePropagation()
        void navigateTo(area.to)
      } else if (event.key === 'g') armed = event.timeStamp
      else if (event.key === 'u' && log.last) {
        event.preventDefault()
        void log.undo(log.last.ids)
      }
    },
    { capture: true },
  )
}
