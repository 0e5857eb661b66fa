/** Screens need an open garden; without one the way leads to the first page, and back afterwards. */
export default defineNuxtRouteMiddleware(async (to) => {
  const store = useGardenStore()
  const isOpen = store.garden !== null || await store.load()
  if (!isOpen && to.path !== '/') return navigateTo({ path: '/', query: { to: to.fullPath } })
  if (isOpen && to.path === '/') return navigateTo('/today')
})
