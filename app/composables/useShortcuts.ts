/** True while keys are meant for a field, not for the screen. */
export function isTyping(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null
  return Boolean(target?.closest('input, textarea, select, [contenteditable], [role=listbox], [role=dialog]'))
}

/** A key of the screen: the key as the browser names it, what it does in words, and the doing. */
export interface Shortcut {
  key: string
  does: string
  run: (event: KeyboardEvent) => void
  /** notes something: not for guests */ notes?: boolean
  /** whether it does something now; where not, the key is the browser's */ when?: () => boolean
}

/** Keys that work while this screen is shown; `?` lists them. */
export function useShortcuts(all: Shortcut[]): void {
  const shell = useShellStore()
  const shortcuts = all.filter(s => !s.notes || useGardenStore().mayNote)
  const mine = shortcuts.map(({ key, does }) => ({ keys: key, does }))
  useEventListener('keydown', (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey || shell.isFindOpen || isTyping(event)) return
    const shortcut = shortcuts.find(s => s.key === event.key)
    if (!shortcut || shortcut.when?.() === false) return
    event.preventDefault()
    shortcut.run(event)
  })
  onMounted(() => shell.shortcuts.push(...mine))
  onBeforeUnmount(() => (shell.shortcuts = shell.shortcuts.filter(s => !mine.some(m => m.keys === s.keys))))
}
