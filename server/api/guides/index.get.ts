import type { OwnGuides } from '../../../shared/crops'
import { customGuides } from '../../db/held/learnt'

export default gardenRoute(
  'guest',
  { does: 'What the garden changed of the built-in crop guides, and what it does its own way' },
  async ({ db, garden }): Promise<OwnGuides> => {
    const { own, customs } = await customGuides(db, garden)
    return { own, customs }
  },
)
