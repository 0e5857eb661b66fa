import { tubePage } from '../../db/pages/pollen'

export default gardenRoute(
  'guest',
  { does: 'One tube of pollen with its history, tests and uses' },
  async ({ event, db, garden }) => (await tubePage(db, garden, idOf(event))) ?? notFound(),
)
