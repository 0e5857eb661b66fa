import type { Problem } from '#shared/entries'

/** How many first answers are still to come: until then a screen has nothing to show. */
const awaited = ref(0)
export const isAwaiting = computed(() => awaited.value > 0)

/** The crops that an answer speaks of: wherever one is named in it, it is called so. */
const cropsIn = (text: string): string[] => [
  ...new Set([...text.matchAll(/"crop":"([^"]+)"/g)].map(([, id]) => id!)),
]

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
  const garden = useGardenStore()
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
      let crops: string[] = []
      const answer = await $fetch<T>(wanted, {
        parseResponse(text) {
          crops = cropsIn(text)
          return JSON.parse(text) as T
        },
      })
      // A screen finds the guide of every crop that it is to show.
      await garden.know(crops)
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
