import { PiniaColada, useQueryCache } from '@pinia/colada'

/** How long what no screen shows any more is kept, for those who come back to it. */
const KEPT_MS = 5 * 60_000

/** What screens show from the server: kept while nothing is noted, asked for anew where something was. */
export default defineNuxtPlugin({
  dependsOn: ['pinia'],
  setup(nuxt) {
    nuxt.vueApp.use(PiniaColada, {
      queryOptions: { staleTime: 0, gcTime: KEPT_MS, refetchOnWindowFocus: false },
    })
    const cache = useQueryCache()
    const log = useLogStore()
    const garden = useGardenStore()
    watch(
      () => log.revision,
      () => {
        for (const entry of cache.getEntries({ active: false })) cache.remove(entry)
        // What fails is told by the screen that asked.
        cache.invalidateQueries().catch(() => {})
      },
    )
    useRouter().afterEach(() => void garden.catchUp())
  },
})
