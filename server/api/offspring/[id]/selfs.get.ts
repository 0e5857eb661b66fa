import { familySelfs } from '../../../db/pages/offspring'

export default gardenRoute(
  'guest',
  { does: 'Selfs among the family of a cross, by the looks that were scored' },
  async ({ event, db, garden }) => (await familySelfs(db, garden, idOf(event))) ?? notFound(),
)
