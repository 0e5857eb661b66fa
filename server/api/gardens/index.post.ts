import { NewGarden } from '../../../shared/garden'
import { checkRoomForGarden, createGarden } from '../../db/rows/garden'
import { personOf } from '../../db/rows/people'

export default accountRoute(
  { does: 'Starts a garden and opens it; who starts it is its keeper', body: NewGarden },
  async ({ event, body, db, personId }) => {
    await checkRoomForGarden(db, personId)
    const gardenId = await createGarden(db, personId, body)
    await seal(event, { personId, seal: (await personOf(db, personId))!.seal, gardenId })
    return { id: gardenId }
  },
)
