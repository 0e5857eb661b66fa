import { lotStory } from '../../../db/pages/seed'

export default gardenRoute(
  'guest',
  { does: 'One packet of seed and its log' },
  async ({ event, db, garden }) => (await lotStory(db, garden, idOf(event))) ?? notFound(),
)
