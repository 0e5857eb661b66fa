/** How many of a long list are drawn at once: about two screens of them. */
const AT_ONCE = 20

/**
 * The first of a long list, then more of them after each picture that the browser shows, up to all: what is seen at once can be
 * used at once. A list that is there from the beginning, as on the way back to a screen, is whole at once, so that it stands where
 * it stood.
 */
export function useUnfolding<T>(list: () => T[]): ComputedRef<T[]> {
  const count = ref(list().length || AT_ONCE)
  const isWhole = () => count.value >= list().length
  function unfold() {
    if (isWhole()) return
    count.value += AT_ONCE
    afterPicture()
  }
  const afterPicture = () => requestAnimationFrame(() => setTimeout(unfold))
  watch(isWhole, is => is || afterPicture(), { immediate: true })
  return computed(() => (isWhole() ? list() : list().slice(0, count.value)))
}
