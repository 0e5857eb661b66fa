export default openRoute({ does: 'Signs out on this device' }, async ({ event }) => {
  await unseal(event)
  return { ok: true }
})
