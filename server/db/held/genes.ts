import type { Summaries } from '@virgulta/core/aims/bench'
import { summariesOf } from '@virgulta/core/aims/bench'
import type { CropDefinition, OwnDefinitions } from '@virgulta/core/crops/definition'
import { definitionOf, geneticsOf } from '@virgulta/core/crops/definition'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { Relative, Worked } from '@virgulta/core/odds/carriers'
import type { Genome } from '@virgulta/core/odds/genome'
import { genomeOf } from '@virgulta/core/odds/genome'
import { classNames } from '@virgulta/core/offspring/trait'
import type { Plant } from '@virgulta/core/plants/plant'
import { maxIndex } from 'd3-array'
import { and, eq, sql } from 'drizzle-orm'
import { heavily } from '../../heavy/pool'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { plants } from '../schema'
import { sound } from '../sound'
import { heldGarden } from './heldGarden'
import { rememberedNewest } from './remembered'

/** What the garden added to its crops. */
export async function ownDefinitions(db: Database, garden: Garden): Promise<OwnDefinitions> {
  const { trait, locus, rule, inheritance } = (await heldGarden(db, garden)).states
  return {
    traits: [...trait.values()],
    loci: [...locus.values()],
    rules: [...rule.values()],
    inheritances: [...inheritance.values()],
  }
}

/** A plant as far as it is a parent: what was seen and noted of it, where it comes from. */
export type Stock = Pick<
  Plant,
  | 'id'
  | 'code'
  | 'name'
  | 'plantKind'
  | 'placeId'
  | 'seedParentId'
  | 'pollenParentId'
  | 'crossId'
  | 'scores'
  | 'struckOff'
  | 'genotype'
  | 'sets'
  | 'lost'
  | 'verdict'
>

/** A crop with all its plants, and what was worked out of them. */
export interface CropStock {
  definition: CropDefinition
  genome: Genome
  plants: Map<string, Stock>
  summaries: Map<string, Summaries>
  worked: Worked[]
}

/** The plants of a crop with the summaries of their scores and the genotypes they may have. */
export function stockOf(db: Database, garden: Garden, guide: CropGuide): Promise<CropStock> {
  return rememberedNewest(garden, `stock ${guide.id}`, async () => {
    const definition = definitionOf(guide, await ownDefinitions(db, garden))
    const genome = genomeOf(geneticsOf(definition))
    const part = <K extends keyof Stock>(name: K) => sql<Stock[K]>`${plants.state} -> ${sql.raw(`'${name}'`)}`
    const rows = await db
      .select({
        id: plants.id,
        code: plants.code,
        name: plants.name,
        placeId: plants.placeId,
        crossId: plants.crossId,
        plantKind: part('plantKind'),
        seedParentId: part('seedParentId'),
        pollenParentId: part('pollenParentId'),
        scores: part('scores'),
        struckOff: part('struckOff'),
        genotype: part('genotype'),
        sets: part('sets'),
        lost: part('lost'),
        verdict: part('verdict'),
      })
      .from(plants)
      .where(and(eq(plants.gardenId, garden.id), eq(plants.crop, guide.id), sound('plant')))
    const summaries = summariesOf(rows, definition.traits)
    const relatives = rows.map(({ id, seedParentId, pollenParentId, plantKind, genotype }): Relative => ({
      id,
      seedParentId,
      pollenParentId,
      plantKind,
      looks: looksOf(summaries.get(id)!, definition),
      noted: Object.fromEntries(Object.entries(genotype).map(([locus, { alleles }]) => [locus, alleles])),
    }))
    return {
      definition,
      genome,
      plants: new Map(rows.map(row => [row.id, row])),
      summaries,
      worked: await heavily('genotypes', [relatives, genome]),
    }
  })
}

/** What was mostly seen of a plant, by the rule that makes it: one look, however often it was noted, for the eye errs alike. */
function looksOf(summaries: Summaries, { rules, traits }: CropDefinition): Record<string, string> {
  return Object.fromEntries(
    rules.flatMap(({ id, trait: of }) => {
      const trait = traits.find(t => t.id === of)
      const shares = trait && summaries[trait.id]?.shares
      return shares ? [[id, classNames(trait)![maxIndex(shares)]!]] : []
    }),
  )
}
