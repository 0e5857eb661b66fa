import { inGarden } from '../../db/connection'
import { demoGardenId, gardenFor } from '../../db/queries/garden'

export default openRoute(async (event, db) => {
  const { user } = await getUserSession(event)
  return {
    isOpen: Boolean(user && await inGarden(db, user.gardenId, tx => gardenFor(tx, user.gardenId, user.personId))),
    hasDemo: Boolean(await demoGardenId(db)),
  }
})
