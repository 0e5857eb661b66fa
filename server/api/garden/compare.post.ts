import { knowing } from '../../db/connection'
import { enqueue } from '../../jobs/queue'

export default gardenRoute(
  'keeper',
  {
    does: 'Compares everything that is shown with the log it comes from, and mends what differs; a long work',
  },
  async ({ db, garden, personId }) => {
    return {
      id: await knowing(db, { person: personId }, tx =>
        enqueue(tx, { personId, kind: 'compare', wish: { gardenId: garden.id } }),
      ),
    }
  },
)
