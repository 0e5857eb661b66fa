import { mean } from 'd3-array'
import type { CropTrait } from '../crops/definition'
import type { Looks, TraitSummary, Within } from '../offspring/summary'
import { summaryOf, withinPlants } from '../offspring/summary'
import { classNames } from '../offspring/trait'
import type { Wish } from './kinds'
import type { Nearness } from './nearness'
import { lengthOf, nearnessOf } from './nearness'

/** What the scores of one plant come to, by trait; traits that were not scored are not there. */
export type Summaries = Record<string, TraitSummary>

/** How much looks at each trait differ, as all plants that were seen more than once tell it. */
export const withinByTrait = (plants: ReadonlyMap<string, Looks>[], traits: CropTrait[]): WithinByTrait =>
  new Map(traits.map(({ id }) => [id, withinPlants(plants.flatMap(looks => looks.get(id) ?? []))]))

export type WithinByTrait = ReadonlyMap<string, Within | null>

/** The looks at one plant, summed up trait by trait. */
export const summariesFrom = (
  looks: ReadonlyMap<string, Looks>,
  traits: CropTrait[],
  within: WithinByTrait,
): Summaries =>
  Object.fromEntries(
    traits.flatMap(trait => {
      const own = looks.get(trait.id)
      const summary = own && summaryOf(trait, own, within.get(trait.id) ?? null)
      return summary ? [[trait.id, summary]] : []
    }),
  )

/** One wish, met with one candidate; null: not scored. */
type BenchCell = (Nearness & { summary: TraitSummary }) | null

/** A candidate on the bench of an aim. */
export interface BenchRow {
  id: string
  cells: BenchCell[]
  /** traits of the whole plant, 1 at their good end and 0 at the other; null: not scored */
  whole: ({ good: number; summary: TraitSummary } | null)[]
  /** how near it is to the aim, wishes by their weight, what was not scored as near as others are; null: nothing was scored */
  merit: number | null
  /** wishes that were not scored */
  missing: number
  /** a wish without which the aim is missed is not fulfilled */
  misses: number
  /** the wish whose fulfilment would bring most: weight times shortfall; null when nothing is short */
  improve: number | null
}

/** From here down a trait of the whole plant counts as a fault. */
export const FAULT = 0.34

/** The traits of the whole plant: vigour, health and the like. */
export const wholeTraits = (traits: CropTrait[]): CropTrait[] => traits.filter(t => t.good)

/** How good a plant is in a trait of the whole plant, from 0 to 1. */
function goodness(trait: CropTrait, { mean, shares }: TraitSummary, length: number): number {
  const names = classNames(trait)
  const value = mean ?? shares!.reduce((sum, share, i) => sum + share * i, 0)
  const share = Math.min(1, value / (names ? names.length - 1 : length || 1))
  return trait.good === 'low' ? 1 - share : share
}

/**
 * Candidates against the wishes of an aim.
 *
 * @param wishes whose traits are there
 * @param summaries of the candidates, see {@link summariesFrom}
 */
export function benchOf(wishes: Wish[], traits: CropTrait[], summaries: Map<string, Summaries>): BenchRow[] {
  const byId = new Map(traits.map(t => [t.id, t]))
  const whole = wholeTraits(traits)
  const means = (id: string) => [...summaries.values()].flatMap(s => s[id]?.mean ?? [])
  const lengths = new Map(
    [...wishes.map(w => w.trait), ...whole.map(t => t.id)].map(id => [
      id,
      lengthOf(byId.get(id)!, means(id)),
    ]),
  )
  const cellsOf = (own: Summaries) =>
    wishes.map((wish): BenchCell => {
      const summary = own[wish.trait]
      return summary
        ? { ...nearnessOf(byId.get(wish.trait)!, wish, summary, lengths.get(wish.trait)!), summary }
        : null
    })
  const met = [...summaries].map(([id, own]) => ({ id, own, cells: cellsOf(own) }))
  /** Of a wish that a plant was not scored for it is taken to be as near as the others are: nobody rises by not being looked at. */
  const usual = wishes.map((_, i) => mean(met.flatMap(({ cells }) => cells[i]?.near ?? [])))
  return met.map(({ id, own, cells }) => {
    const merits = wishes.flatMap(({ weight }, i) => {
      const near = cells[i]?.near ?? usual[i]
      return near === undefined ? [] : [{ weight, near }]
    })
    const known = wishes.flatMap((wish, i) =>
      cells[i]
        ? [{ i, weight: wish.weight, near: cells[i].near, must: wish.must, meets: cells[i].meets }]
        : [],
    )
    const weight = merits.reduce((sum, m) => sum + m.weight, 0)
    const short = known
      .map(k => ({ i: k.i, loss: k.weight * (1 - k.near) }))
      .filter(k => k.loss > 0.05)
      .sort((a, b) => b.loss - a.loss)
    return {
      id,
      cells,
      whole: whole.map(trait => {
        const summary = own[trait.id]
        return summary ? { good: goodness(trait, summary, lengths.get(trait.id)!), summary } : null
      }),
      merit: known.length ? merits.reduce((sum, m) => sum + m.weight * m.near, 0) / weight : null,
      missing: wishes.length - known.length,
      misses: known.filter(k => k.must && k.meets < 0.5).length,
      improve: short[0]?.i ?? null,
    }
  })
}
