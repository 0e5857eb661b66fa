export default openRoute(async (event) => {
  await clearUserSession(event)
  return { ok: true }
})
