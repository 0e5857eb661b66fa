import { sowingStory } from '../../../db/pages/seed'

export default gardenRoute(
  'guest',
  { does: 'One tray, its seedlings over the days and its log' },
  async ({ event, db, garden }) => (await sowingStory(db, garden, idOf(event))) ?? notFound(),
)
