import { inGarden } from '../../db/connection'
import { demoGardenId, keeperOf } from '../../db/queries/garden'

export default openRoute(async (event, db) => {
  const gardenId = await demoGardenId(db) ?? refuse(404, { code: 'no-demo', sentence: 'The demo garden was not loaded; start Virgulta without --empty.' })
  const personId = await inGarden(db, gardenId, tx => keeperOf(tx, gardenId))
  await setUserSession(event, { user: { gardenId, personId } })
  return { ok: true }
})
