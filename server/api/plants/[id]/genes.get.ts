import { plantGenes } from '../../../db/pages/plants'

export default gardenRoute(
  'guest',
  { does: 'What the scores of a plant come to, and the genotypes it may have' },
  async ({ event, db, garden }) => (await plantGenes(db, garden, idOf(event))) ?? notFound(),
)
