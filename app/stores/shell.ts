/** What of the shell lies open over the screen, and the shortcuts of the screen. */
export const useShellStore = defineStore('shell', () => {
  const isFindOpen = ref(false)
  const isHelpOpen = ref(false)
  /** keys of the present screen with what they do */
  const shortcuts = ref<{ keys: string, does: string }[]>([])
  return { isFindOpen, isHelpOpen, shortcuts }
})
