import { useQuery } from '@pinia/colada'
import type { Problem } from '#shared/entries'

/** How many first answers are still to come: until then a screen has nothing to show. */
const awaited = ref(0)
export const isAwaiting = computed(() => awaited.value > 0)

/** The crops that an answer speaks of: wherever one is named in it, it is called so. */
const cropsIn = (text: string): string[] => [
  ...new Set([...text.matchAll(/"crop":"([^"]+)"/g)].map(([, id]) => id!)),
]

/** Puts together an answer, which may hold only the changes, and the one before it; null: all is to be asked for. */
type After<T> = T extends { mark: string } ? (before: T, answer: T) => T | null : never

/**
 * What a screen shows from the server. It is fetched anew when its address or the log changes (`plugins/queries.ts`), and at once
 * where it was shown a moment ago; the last answer stays until the next one is there. Who asks for the same shares the answer.
 *
 * @param path of the route with its query, or null to fetch nothing
 * @param after given where only what changed is to be fetched anew
 */
export function useLive<T>(path: () => string | null, after?: After<T>) {
  const data = shallowRef<T | null>(null)
  const problem = ref<Problem | null>(null)
  const garden = useGardenStore()
  const log = useLogStore()
  const route = useRoute()
  const asked = computed(path)

  async function leave() {
    await useSessionStore().load()
    await navigateTo({ path: '/', query: { to: route.fullPath } })
  }
  async function fetchAnswer(wanted: string): Promise<T> {
    let crops: string[] = []
    const answer = await $fetch<T>(wanted, {
      parseResponse(text) {
        crops = cropsIn(text)
        return JSON.parse(text) as T
      },
    })
    // A screen finds the guide of every crop that it is to show.
    await garden.know(crops)
    return answer as T
  }
  async function answerTo(wanted: string, before: T | undefined): Promise<T> {
    if (!after || !before) return fetchAnswer(wanted)
    const { mark } = before as T & { mark: string }
    const since = `${wanted.includes('?') ? '&' : '?'}since=${encodeURIComponent(mark)}`
    return after(before, await fetchAnswer(`${wanted}${since}`)) ?? fetchAnswer(wanted)
  }
  const {
    state,
    isLoading,
    refetch: ask,
  } = useQuery<T>({
    key: () => [garden.garden?.id ?? '', asked.value ?? ''],
    enabled: () => asked.value !== null,
    query: ({ entry }) => answerTo(String(entry.key[1]), entry.state.value.data as T | undefined),
  })
  watch(
    [asked, state],
    ([wanted, { status, data: answer, error }]) => {
      if (wanted === null) data.value = null
      else if (status === 'success') {
        data.value = answer as T
        problem.value = null
      } else if (status === 'error') {
        problem.value = problemOf(error)
        // Signed out elsewhere, or no longer of this garden: the first page says so, and leads back.
        if ((error as { status?: number }).status !== 401) return
        if (isFormOpen()) log.problem = problem.value
        else void leave()
      }
    },
    { immediate: true },
  )

  const isFirst = computed(() => asked.value !== null && data.value === null && problem.value === null)
  // In step at every moment: who leaves as the answer comes is counted off once, and only once.
  watch(isFirst, (is, was = false) => (awaited.value += Number(is) - Number(was)), {
    immediate: true,
    flush: 'sync',
  })
  onScopeDispose(() => (awaited.value -= Number(isFirst.value)))

  const refetch = async () => (asked.value === null ? undefined : ask())
  return { data, problem, isLoading, refetch }
}
