import type { Stream } from '../chance/stream'
import type { KnownCouple, ParentInDoubt } from './generations'
import { couplesIn, kindsOf, partsOf } from './generations'
import type { Genome, Genotype } from './genome'
import { handing } from './handing'
import type { LooksTable } from './looks'
import { looksTable } from './looks'
import type { Plants } from './packed'
import { layoutOf, packed } from './packed'
import type { Breeding, Wanted } from './path'
import { isAmong } from './path'

/** Kinds of couples that are simulated one by one; of more, so many are drawn. */
const MOST_KINDS = 64

/**
 * What two parents may be. The doubt about a plant is drawn once: it is one plant wherever it stands in a path.
 *
 * @returns every kind with its weight, or where there are too many some that were drawn, all of one weight
 */
export function couplesOf(
  seedParent: ParentInDoubt,
  pollenParent: ParentInDoubt,
  { uniform }: Stream,
): { couples: KnownCouple[]; isDrawn: boolean } {
  const parts = partsOf(seedParent, pollenParent)
  if (kindsOf(parts) <= MOST_KINDS) return { isDrawn: false, couples: couplesIn(parts) }
  const drawn = (part: KnownCouple[]): KnownCouple => {
    let left = uniform()
    return part.find(p => (left -= p.weight) < 0) ?? part[0]!
  }
  return {
    isDrawn: true,
    couples: Array.from({ length: MOST_KINDS }, () => ({
      ...couplesIn(parts.map(part => [drawn(part)]))[0]!,
      weight: 1 / MOST_KINDS,
    })),
  }
}

/** A crop's plants, bred by draws from a stream. */
export interface Population {
  looks: LooksTable
  /** words of one plant */
  stride: number
  /** so many plants that a step makes of those before; their mothers in turn, or any of them */
  bred: (step: Breeding, plants: Plants, size: number, mothers: 'in turn' | 'any') => Plants
  /** those that look as wanted */
  chosen: (plants: Plants, wanted: Wanted) => Plants
}

/** How plants of a genome breed; a couple stands ready for crosses and backcrosses. */
export function populations(genome: Genome, stream: Stream) {
  const layout = layoutOf(genome)
  const stride = layout.words * genome.ploidy
  const half = stride / 2
  const looks = looksTable(genome)
  const hand = handing(genome, stream)
  const loci = layout.places.map(place => place.locus)
  const written = (genotype: Genotype) =>
    packed(layout, [
      Array.from({ length: genome.ploidy }, (_, set) =>
        loci.map(locus => locus.alleles.indexOf(genotype[locus.name]![set]!)),
      ).flat(),
    ])

  return (couple: Pick<KnownCouple, 'seedParent' | 'pollenParent'>): Population => {
    const parents = { seedParent: written(couple.seedParent), pollenParent: written(couple.pollenParent) }
    return {
      looks,
      stride,
      bred(step, plants, size, mothers) {
        const next = new Int32Array(size * stride)
        const count = plants.length / stride
        const any = () => Math.floor(stream.uniform() * count) * stride
        for (let i = 0; i < size; i++) {
          const to = i * stride
          if (step === 'cross') {
            hand(parents.seedParent, 0, next, to)
            hand(parents.pollenParent, 0, next, to + half)
          } else if (typeof step === 'object' && 'self' in step) {
            hand(parents[step.self], 0, next, to)
            hand(parents[step.self], 0, next, to + half)
          } else {
            const mother = mothers === 'any' ? any() : (i % count) * stride
            hand(plants, mother, next, to)
            if (step === 'self') hand(plants, mother, next, to + half)
            else if (step === 'sib') hand(plants, any(), next, to + half)
            else hand(parents[step.backcross], 0, next, to + half)
          }
        }
        return next
      },
      chosen(plants, wanted) {
        const starts: number[] = []
        for (let at = 0; at < plants.length; at += stride)
          if (isAmong(looks.phenotypeOf(looks.numberOf(plants, at)), wanted)) starts.push(at)
        const kept = new Int32Array(starts.length * stride)
        starts.forEach((from, i) => kept.set(plants.subarray(from, from + stride), i * stride))
        return kept
      },
    }
  }
}
