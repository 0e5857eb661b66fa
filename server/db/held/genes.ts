import type { StockPlant, WorkedStock } from '@virgulta/core/aims/stock'
import { stockAfter } from '@virgulta/core/aims/stock'
import { seenScores } from '@virgulta/core/aims/merit'
import type { CropTrait, OwnDefinitions } from '@virgulta/core/crops/definition'
import { definitionOf, geneticsOf } from '@virgulta/core/crops/definition'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { WholeGarden } from '@virgulta/core/garden/garden'
import type { Lineage } from '@virgulta/core/lineage/genets'
import type { TraitMerit } from '@virgulta/core/merit/traitMerit'
import { classNames } from '@virgulta/core/offspring/trait'
import { once } from '@virgulta/core/once'
import { genomeOf } from '@virgulta/core/odds/genome'
import type { Descended } from '@virgulta/core/odds/phases'
import type { FamilySelfs } from '@virgulta/core/offspring/familySelfs'
import { and, eq, gt, sql } from 'drizzle-orm'
import { heavily } from '../../heavy/pool'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { plants } from '../schema'
import { sound } from '../readModels'
import { heldGarden } from './heldGarden'
import { remembered } from './remembered'

/** What the garden added to its crops. */
export const ownDefinitions = ({
  states: { trait, locus, rule, inheritance },
}: WholeGarden): OwnDefinitions => ({
  traits: [...trait.values()],
  loci: [...locus.values()],
  rules: [...rule.values()],
  inheritances: [...inheritance.values()],
})

/** The plants of a crop with the summaries of their scores and the genotypes they may have. */
export function stockOf(db: Database, garden: Garden, guide: CropGuide): Promise<WorkedStock> {
  return remembered<WorkedStock>(garden, `stock ${guide.id}`, async earlier => {
    const [whole, before] = [await heldGarden(db, garden), await earlier()]
    const definition = definitionIn(whole, guide)
    const changed = await plantsSince(db, garden, guide.id, before?.revision ?? -1)
    const isThere = (id: string) => whole.kept.plant.get(id)?.crop === guide.id
    const stock = stockAfter(before?.answer ?? null, definition, changed, isThere)
    if (stock === before?.answer) return before.answer
    const genome = genomeOf(geneticsOf(definition))
    const isSameKin = stock.relatives === before?.answer.relatives
    const worked = isSameKin ? before.answer.worked : await heavily('genotypes', [stock.relatives, genome])
    return { ...stock, genome, worked }
  })
}

/** What two plants of a stock may be together, see `conditionally`. */
export function togetherOf(
  garden: Garden,
  { relatives, genome, worked }: WorkedStock,
  two: [string, string],
): Promise<(number[][] | null)[]> {
  return remembered(garden, `together ${two.join(' ')}`, () =>
    heavily('conditionally', [relatives, genome, worked, two]),
  )
}

/** Selfs among a family of a stock, see `selfsOfFamily`. */
export function selfsIn(
  garden: Garden,
  { relatives, genome }: WorkedStock,
  cross: { id: string; parents: [Descended, Descended] },
  family: string[],
): Promise<FamilySelfs | null> {
  return remembered(garden, `selfs ${cross.id}`, () =>
    heavily('selfs', [relatives, genome, cross.parents, family]),
  )
}

/** What the plants of a stock are worth as parents in a trait, see `traitMerit`. */
export function meritIn(
  garden: Garden,
  crop: string,
  stock: WorkedStock,
  lineage: Lineage,
  trait: CropTrait,
  given: number | undefined,
): Promise<TraitMerit | { why: string }> {
  return remembered(garden, `merit ${crop} ${trait.id} ${given ?? ''}`, () =>
    heavily('merit', [lineage, seenScores(stock, trait.id), classNames(trait)?.length ?? null, given]),
  )
}

/** A crop with what the garden added to it; the same object while neither changes. */
function definitionIn(whole: WholeGarden, guide: CropGuide) {
  const { trait, locus, rule, inheritance } = whole.states
  const work = () => definitionOf(guide, ownDefinitions(whole))
  return once(guide, 'definition', work, [trait, locus, rule, inheritance])
}

/** Plants of a crop that changed since a revision. */
function plantsSince(db: Database, garden: Garden, crop: string, revision: number): Promise<StockPlant[]> {
  const part = <K extends keyof StockPlant>(name: K) =>
    sql<StockPlant[K]>`${plants.state} -> ${sql.raw(`'${name}'`)}`
  return db
    .select({
      id: plants.id,
      code: plants.code,
      name: plants.name,
      placeId: plants.placeId,
      crossId: plants.crossId,
      plantKind: part('plantKind'),
      spot: part('spot'),
      apart: part('apart'),
      seedParentId: part('seedParentId'),
      pollenParentId: part('pollenParentId'),
      clonedFrom: part('clonedFrom'),
      scores: part('scores'),
      struckOff: part('struckOff'),
      genotype: part('genotype'),
      sets: part('sets'),
      lost: part('lost'),
      verdict: part('verdict'),
    })
    .from(plants)
    .where(
      and(
        eq(plants.gardenId, garden.id),
        eq(plants.crop, crop),
        gt(plants.revision, revision),
        sound('plant'),
      ),
    )
}
