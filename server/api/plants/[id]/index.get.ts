import { plantStory } from '../../../db/pages/plants'

export default gardenRoute(
  'guest',
  { does: 'One plant: where it comes from, its scores, its crosses, its log' },
  async ({ event, db, garden }) => (await plantStory(db, garden, idOf(event))) ?? notFound(),
)
