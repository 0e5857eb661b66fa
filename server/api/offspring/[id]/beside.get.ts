import { TraitQuery } from '../../../../shared/offspring'
import { familyBeside } from '../../../db/pages/offspring'

export default gardenRoute(
  'guest',
  {
    does: 'What other plants of the crop of a cross say of a trait: families by its classes, first looks and later ones',
    query: TraitQuery,
  },
  async ({ event, query, db, garden }) =>
    (await familyBeside(db, garden, idOf(event), query.trait)) ?? notFound(),
)
