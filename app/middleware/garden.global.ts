declare module '#app' {
  interface PageMeta {
    /** the screen itself gives the line with the undo its place */ hasOwnLine?: boolean
    /** needs no open garden */ isOutside?: boolean
    /** serves to note something */ isNoting?: boolean
  }
}

/** Screens of a garden need one that is open; without it the way leads to the first page, and back afterwards. */
export default defineNuxtRouteMiddleware(async to => {
  const store = useSessionStore()
  if (!store.session)
    await store.load().catch(error => {
      throw isAway(error) ? createError({ statusCode: AWAY, fatal: true }) : error
    })
  const isOpen = useGardenStore().garden !== null
  if (!isOpen && !to.meta.isOutside) return navigateTo({ path: '/', query: { to: to.fullPath } })
  if (to.meta.isNoting && !useGardenStore().mayNote) return navigateTo('/today')
  if (isOpen && to.path === '/' && !to.query.gardens) return navigateTo('/today')
})
