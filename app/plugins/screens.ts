/** A screen that cannot be fetched: without a signal one stays where one is; a newer version of the server has other files. */
export default defineNuxtPlugin(nuxt => {
  const unfetched = new Set<unknown>()
  const router = useRouter()
  router.beforeEach(() => unfetched.clear())
  nuxt.hook('app:chunkError', ({ error }) => {
    unfetched.add(error)
  })
  router.onError(async (error, to) => {
    if (!unfetched.has(error)) return
    const isThere = await $fetch('/api/health').then(
      () => true,
      () => false,
    )
    if (isThere) reloadNuxtApp({ path: to.fullPath })
    else useLogStore().problem = problemOf(error)
  })
})
