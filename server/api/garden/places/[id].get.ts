import { placePage } from '../../../db/pages/places'

export default gardenRoute(
  'guest',
  { does: 'What stands at a place, and where in its rows' },
  async ({ db, event, garden }) => (await placePage(db, garden, idOf(event))) ?? notFound(),
)
