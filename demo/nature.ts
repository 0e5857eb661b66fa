import { USUAL_SHAPE, meanPartsOf } from '@virgulta/core/chance/count'
import { meanNear, shareNear } from '@virgulta/core/chance/differing'
import type { GuideRange } from '@virgulta/core/chance/estimate'
import { meanShare, partsOf } from '@virgulta/core/chance/rate'
import type { Stream } from '@virgulta/core/chance/stream'

/** Parents of a cross; what is true of them is true of all their crosses. */
interface Parents {
  seedParent: { id: string }
  pollenParent: { id: string }
}

/**
 * What is true of the crops of a demo garden. The garden itself is as the middle of each guide; its seed parents, pairs, crosses,
 * trays and fruits differ as what is told of them takes for granted, so that it can be held against the story.
 */
export class Nature {
  private readonly truths = new Map<string, number>()

  /** @param random draws of its own: how much differs does not change what else happens */
  constructor(private readonly random: Stream) {}

  /** The share of one cross or tray more of a pair. */
  share(what: string, range: GuideRange, { seedParent, pollenParent }: Parents): number {
    const { crop, seedParents, pairs, units } = partsOf(range)
    const ofSeedParent = this.once(`${what} ${seedParent.id}`, () =>
      shareNear(meanShare(crop), seedParents, this.random),
    )
    const ofPair = this.once(`${what} ${seedParent.id} ${pollenParent.id}`, () =>
      shareNear(ofSeedParent, pairs, this.random),
    )
    return shareNear(ofPair, units, this.random)
  }

  /** The seeds in so many fruits of a pair. */
  seeds(range: GuideRange, fruits: number, { seedParent, pollenParent }: Parents): number {
    const { crop, seedParents, pairs } = meanPartsOf(range)
    const ofSeedParent = this.once(`seeds ${seedParent.id}`, () =>
      meanNear(crop.shape / crop.rate, seedParents, this.random),
    )
    const ofPair = this.once(`seeds ${seedParent.id} ${pollenParent.id}`, () =>
      meanNear(ofSeedParent, pairs, this.random),
    )
    return this.random.counts(fruits * ofPair, fruits * USUAL_SHAPE)
  }

  private once(key: string, draw: () => number): number {
    const known = this.truths.get(key) ?? draw()
    this.truths.set(key, known)
    return known
  }
}
