import { familyPage } from '../../db/pages/offspring'

export default gardenRoute(
  'guest',
  { does: 'The family of a cross: its plants, scores and verdicts' },
  async ({ event, db, garden }) => (await familyPage(db, garden, idOf(event))) ?? notFound(),
)
