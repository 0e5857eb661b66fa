import { demoGarden } from '../../db/queries/garden'

export default openRoute(async (event, db) => {
  const demo = await demoGarden(db)
  if (!demo) refuse(404, { code: 'no-demo', sentence: 'The demo garden was not loaded; start Virgulta without --empty.' })
  await setUserSession(event, { user: demo })
  return { ok: true }
})
