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
      else if (event.key === 'u' && log.steps.length) {
        event.preventDefault()
        void log.stepBack()
      }
    },
    { capture: true },
  )
}
