/** A code comes in one go: with a longer pause between two keys it begins anew. A slow telephone takes its time. */
const BETWEEN_KEYS_MS = 2000
/** A key that was pressed shortly before belongs to no code. */
const BEGINS_WITH_YEAR = /\d\d-[^-]*$/

/**
 * Hears a scanner that types like a keyboard: a code in one go and Enter, while no field has the focus.
 *
 * @param onCode is told what was scanned
 */
export function useWedge(onCode: (text: string) => void): void {
  let text = ''
  let last = 0
  useEventListener(
    'keydown',
    (event: KeyboardEvent) => {
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.altKey ||
        (event.target as HTMLElement | null)?.closest('input, textarea, [contenteditable], [role=dialog]')
      )
        return
      const now = event.timeStamp
      if (event.key === 'Enter') {
        if (text.length >= 5 && now - last < BETWEEN_KEYS_MS) {
          event.preventDefault()
          event.stopPropagation()
          onCode(BEGINS_WITH_YEAR.exec(text)?.[0] ?? text)
        }
        text = ''
      } else if (event.key.length === 1) {
        text = now - last < BETWEEN_KEYS_MS ? text + event.key : event.key
        last = now
      }
    },
    { capture: true },
  )
}
