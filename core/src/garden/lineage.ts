import { inheritanceOf } from '../crops/definition'
import { crossInWords } from '../lineage/crossWords'
import type { FounderShare, WayStep } from '../lineage/descent'
import { founderShares, sharedForebears, wayBetween } from '../lineage/descent'
import { generationInWords, generationNames } from '../lineage/generationNames'
import type { Lineage } from '../lineage/genets'
import { descentIn, lineageOf, singleParents } from '../lineage/genets'
import { coancestryRows } from '../lineage/inbreeding'
import { kinshipOf, offspringInbreedingOf } from '../lineage/kinship'
import type { Meiosis } from '../lineage/meiosis'
import { DIPLOID } from '../lineage/meiosis'
import { UNKNOWN } from '../lineage/pedigree'
import { selfedFor, statusNumber } from '../lineage/population'
import { once } from '../once'
import type { HeldPlant } from './states'
import type { WholeGarden } from './garden'

/** The plants of a crop with all their forebears, of whatever crop, and who descends from whom among them. */
export interface CropLineage {
  plants: ReadonlyMap<string, HeldPlant>
  lineage: Lineage
}

/** How the plants of a crop hand on what they have; of a crop that has no guide they are taken for diploids. */
function meiosisIn({ guides, states: { inheritance } }: WholeGarden, crop: string): Meiosis {
  const guide = guides.find(one => one.id === crop)
  if (!guide) return DIPLOID
  const work = () => {
    const { ploidy, doubleReduction } = inheritanceOf(guide, [...inheritance.values()])
    return { ploidy, doubleReduction }
  }
  return once(guide, 'meiosis', work, [inheritance])
}

/** The lineage of a crop; the same object while no plant changes, nor how the crop inherits. */
export function cropLineage(garden: WholeGarden, crop: string): CropLineage {
  const { plant } = garden.states
  const meiosis = meiosisIn(garden, crop)
  const work = () => {
    const found = new Map([...plant].filter(([, one]) => one.crop === crop))
    for (const { seedParentId, pollenParentId, clonedFrom } of found.values())
      for (const id of [seedParentId, pollenParentId, clonedFrom?.plantId]) {
        const behind = plant.get(id ?? '')
        if (behind) found.set(behind.id, behind)
      }
    return { plants: found, lineage: lineageOf(found.values(), meiosis) }
  }
  return once(plant, `lineage ${crop}`, work, [meiosis])
}

/** A plant by its name and tag. */
interface Called {
  id: string
  name: string
  code: string
}

/** A plant of a genet, one that lives where one does. */
function calledIn({ plants, lineage }: CropLineage, genet: number): Called {
  const own = lineage.genets[genet]!.plants.flatMap(id => plants.get(id) ?? [])
  const { id, name, code } = own.find(plant => !plant.lost) ?? own[0]!
  return { id, name, code }
}

/** A plant of a genet with what is told of it in lists. */
export function listedIn(of: CropLineage, genet: number) {
  const called = calledIn(of, genet)
  const { plantKind, struckOff, lost, verdict } = of.plants.get(called.id)!
  const generation = namesOf(of.lineage)[genet]
  return {
    ...called,
    plantKind,
    generation: generation ? generationInWords(generation) : null,
    struckOff: struckOff?.reason ?? null,
    isLost: lost !== null,
    verdict,
  }
}

/** What its descent says of one plant. */
export interface DescentTold extends Called {
  crop: string
  plantKind: HeldPlant['plantKind']
  generation: string | null
  /** its descent in words; null where no parent is known */
  words: string | null
  seedParent: Called | null
  pollenParent: Called | null
  inbreeding: number
  /** what its offspring by selfing would be inbred by */
  selfed: number
  founders: (Omit<FounderShare, 'founder'> & { founder: Called | null })[]
  /** plants of its genotype that live */
  living: number
  offspring: number
  isLost: boolean
}

/** What its descent says of a plant; null when it is not of the lineage. */
export function descentTold(of: CropLineage, id: string): DescentTold | null {
  const { plants, lineage } = of
  const [genet, plant] = [lineage.numberOf.get(id), plants.get(id)]
  if (genet === undefined || !plant) return null
  const { parents, genets, offspring } = lineage
  const called = (parent: number) => (parent === UNKNOWN ? null : calledIn(of, parent))
  const nameOf = (one: number) => {
    const { name, code } = calledIn(of, one)
    return name === code && parents.seed[one] !== UNKNOWN ? null : name
  }
  const generation = namesOf(lineage)[genet]
  const inbreeding = descentIn(lineage).inbred[genet]!
  return {
    id,
    name: plant.name,
    code: plant.code,
    crop: plant.crop,
    plantKind: plant.plantKind,
    generation: generation ? generationInWords(generation) : null,
    words: crossInWords(lineage, genet, nameOf),
    seedParent: called(parents.seed[genet]!),
    pollenParent: called(parents.pollen[genet]!),
    inbreeding,
    selfed: selfedFor(1, inbreeding, lineage.meiosis),
    founders: founderShares(lineage, genet).map(({ founder, share }) => ({
      founder: founder === null ? null : calledIn(of, founder),
      share,
    })),
    living: genets[genet]!.plants.filter(one => !plants.get(one)?.lost).length,
    offspring: offspring[genet]!.length,
    isLost: plant.lost !== null,
  }
}

const namesOf = (lineage: Lineage) => once(lineage, 'generation names', () => generationNames(lineage))

/** How two plants are related. */
export interface Ties {
  kinship: number
  /** what their offspring would be inbred by */
  inbreeding: number
  shared: (Called & { steps: [number, number] })[]
  /** null: nothing ties them */
  way: (Called & Pick<WayStep, 'as'>)[] | null
}

/** How two plants are related; null when one of them is not of the lineage. */
export function tiesBetween(of: CropLineage, one: string, other: string): Ties | null {
  const { lineage } = of
  const [a, b] = [lineage.numberOf.get(one), lineage.numberOf.get(other)]
  if (a === undefined || b === undefined) return null
  return {
    kinship: kinshipOf(lineage)(one, other),
    inbreeding: offspringInbreedingOf(lineage)(one, other),
    shared: sharedForebears(lineage, a, b).map(({ genet, steps }) => ({ ...calledIn(of, genet), steps })),
    way: wayBetween(lineage, a, b)?.map(({ genet, as }) => ({ ...calledIn(of, genet), as })) ?? null,
  }
}

/** Plants with how each is inbred, and how they are related to each other. */
export interface Related {
  plants: (Called & {
    plantKind: HeldPlant['plantKind']
    generation: string | null
    inbreeding: number
    /** mean kinship with all of them, itself included: low where it brings what the others lack */
    mean: number
  })[]
  /** coancestry, rows of the plants one after the other; a population is related to nobody, itself neither */
  kinship: number[]
  /** unrelated plants that hold as much variety; null for none */
  statusNumber: number | null
}

/** How some plants are related; one plant of each genotype. */
export function relatedOf(of: CropLineage, ids: string[]): Related {
  const { plants, lineage } = of
  const genets = [...new Set(ids.flatMap(id => lineage.numberOf.get(id) ?? []))].filter(
    genet => lineage.genets[genet]!.kind !== 'population',
  )
  const n = genets.length
  const matrix = new Float64Array(n * n)
  const write = coancestryRows(singleParents(lineage), lineage.generations, descentIn(lineage), genets)
  genets.forEach((genet, row) => write(genet, matrix.subarray(row * n, (row + 1) * n)))
  const { inbred } = descentIn(lineage)
  return {
    plants: genets.map((genet, row) => {
      const called = calledIn(of, genet)
      const generation = namesOf(lineage)[genet]
      return {
        ...called,
        plantKind: plants.get(called.id)!.plantKind,
        generation: generation ? generationInWords(generation) : null,
        inbreeding: inbred[genet]!,
        mean: matrix.subarray(row * n, (row + 1) * n).reduce((total, kin) => total + kin, 0) / n,
      }
    }),
    kinship: [...matrix],
    statusNumber: n ? statusNumber(matrix, lineage.meiosis.ploidy) : null,
  }
}

/** Populations of a lineage, with how often each was grown on in bulk and how many of it stand. */
export function populationsOf({ plants, lineage }: CropLineage) {
  return [...plants.values()]
    .filter(plant => plant.plantKind === 'population' && !plant.lost)
    .map(({ id, name, code, plants: stand }) => {
      const generation = namesOf(lineage)[lineage.numberOf.get(id)!]
      return { id, name, code, plants: stand, generation: generation ? generationInWords(generation) : null }
    })
}
