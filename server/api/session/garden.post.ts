import { NewGarden } from '../../../shared/garden'
import { createGarden } from '../../db/queries/garden'

export default openRoute(async (event, db) => {
  const garden = await createGarden(db, await readValid(event, NewGarden))
  await setUserSession(event, { user: garden })
  return { ok: true }
})
