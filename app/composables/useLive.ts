import type { Problem } from '#shared/entries'

/** How many first answers are still to come: until then a screen has nothing to show. */
const awaited = ref(0)
export const isAwaiting = computed(() => awaited.value > 0)

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
  const route = useRoute()
  let asked = 0

  async function leave() {
    await useSessionStore().load()
    await navigateTo({ path: '/', query: { to: route.fullPath } })
  }
  async function fetchAnew() {
    const wanted = path()
    const mine = ++asked
    if (!wanted) {
      data.value = null
      return
    }
    isLoading.value = true
    const isFirst = data.value === null
    if (isFirst) awaited.value++
    try {
      const answer = await $fetch<T>(wanted)
      if (mine === asked) {
        data.value = answer as T
        problem.value = null
      }
    } catch (error) {
      if (mine !== asked) return
      problem.value = problemOf(error)
      // Signed out elsewhere, or no longer of this garden: the first page says so, and leads back.
      if ((error as { status?: number }).status === 401) await leave()
    } finally {
      if (isFirst) awaited.value--
      if (mine === asked) isLoading.value = false
    }
  }
  watch([path, () => log.revision], fetchAnew, { immediate: true })

  return { data, problem, isLoading, refetch: fetchAnew }
}
