import type { Problem } from '#shared/entries'

/**
 * What a screen shows from the server, fetched anew when its address or the log changes. The last answer stays until
 * the next one is there.
 *
 * @param path of the route with its query, or null to fetch nothing
 */
export function useLive<T>(path: () => string | null) {
  const data = shallowRef<T | null>(null)
  const problem = ref<Problem | null>(null)
  const isLoading = ref(false)
  const log = useLogStore()
  let asked = 0

  watch([path, () => log.revision], async ([wanted]) => {
    const mine = ++asked
    if (!wanted) {
      data.value = null
      return
    }
    isLoading.value = true
    try {
      const answer = await $fetch<T>(wanted as string)
      if (mine === asked) {
        data.value = answer as T
        problem.value = null
      }
    }
    catch (error) {
      if (mine === asked) problem.value = problemOf(error)
    }
    finally {
      if (mine === asked) isLoading.value = false
    }
  }, { immediate: true })

  return { data, problem, isLoading }
}
