import { demoGarden, gardenFor } from '../../db/queries/garden'

export default openRoute(async (event, db) => {
  const { user } = await getUserSession(event)
  return {
    isOpen: Boolean(user && await gardenFor(db, user.gardenId, user.personId)),
    hasDemo: Boolean(await demoGarden(db)),
  }
})
