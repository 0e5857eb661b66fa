/** What of the shell lies open over the screen, and the shortcuts of the screen. */
export const useShellStore = defineStore('shell', () => {
  const isFindOpen = ref(false)
  const isHelpOpen = ref(false)
  /** keys of the present screen with what they do */
  const shortcuts = ref<{ keys: string; does: string }[]>([])
  /** year the season band shows; null: the present one */
  const seasonYear = ref<number | null>(null)
  /** days of the work that the screen is about, marked on the season band */
  const markedDays = ref<{ day: string; words: string }[]>([])
  return { isFindOpen, isHelpOpen, shortcuts, seasonYear, markedDays }
})
