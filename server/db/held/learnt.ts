import type { CropGuide } from '@virgulta/core/crops/guide'
import { customsOf } from '@virgulta/core/crops/ownGuide'
import type { LearntCrops } from '@virgulta/core/garden/learnt'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { heldGarden } from './heldGarden'

/** Every crop of the garden with what is expected of it. */
export async function learntCrops(db: Database, garden: Garden): Promise<LearntCrops> {
  return (await heldGarden(db, garden)).crops
}

/** The guide of every crop as the garden has it: built in, changed or added by it, with its customs. */
export async function guidesOf(db: Database, garden: Garden): Promise<CropGuide[]> {
  return (await heldGarden(db, garden)).guides
}

/** What the garden does its own way: the cautions it hides, the schools it keeps to; and the guides that come of it. */
export async function customGuides(db: Database, garden: Garden) {
  const { guides, states } = await heldGarden(db, garden)
  const customs = [...states.custom.values()]
  return { guides, own: [...states.guide.values()], customs, ...customsOf(customs) }
}
