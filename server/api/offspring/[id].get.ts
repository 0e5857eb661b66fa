import { FamilyQuery } from '../../../shared/offspring'
import { familyPage } from '../../db/pages/offspring'

export default gardenRoute(
  'guest',
  { does: 'The family of a cross: its plants, scores and verdicts', query: FamilyQuery },
  async ({ event, query, db, garden }) => (await familyPage(db, garden, idOf(event), query)) ?? notFound(),
)
