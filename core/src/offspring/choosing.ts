import { mean, quantileSorted, sum } from 'd3-array'
import { randomNormal } from 'd3-random'
import { lengthOf, shortOf, stretchesOf, wishedClasses } from '../aims/nearness'
import type { Wish } from '../aims/kinds'
import { randomStream } from '../chance/stream'
import type { Half } from '../crops/half'
import { chancesOfBest } from './bestOf'
import type { Score } from './score'
import type { Standing, TraitStanding } from './standing'
import { standingsIn } from './standing'
import type { Trait } from './trait'

/** Plants of a family that are to be chosen from, by the wishes of an aim. */
export interface Choosing {
  wishes: Wish[]
  traits: Trait[]
  plants: { id: string; scores: Score[] }[]
  /** how many are to be kept */
  best: number
  /** where the garden lies: looks of one summer are of one season; absent: in the north */
  half?: Half
}

/** How a plant stands among its family. */
export interface Choice {
  id: string
  /** how near it is to the aim, from 0 to 1, wishes by their weight, with its 80 % range */
  worth: { mean: number; low: number; high: number }
  /** chance that it has all that it must have; 1 where nothing must be */
  musts: number
  /** chances to be the best of them, and among the best that are to be kept */
  first: number
  among: number
  /** wishes that it was scored for */
  seen: number
}

/** The chosen order, and what it rests on. */
export interface Chosen {
  choices: Choice[]
  /** wishes by trait whose looks are taken to be as true as usual, as nobody looked twice */
  assumed: string[]
}

/** How much is drawn: of each plant and wish together so often, and of each plant at least and at most so often. */
const [DRAWN, FEWEST, MOST] = [4_000_000, 400, 2000]
/** Progress is told after so many draws. */
const TOLD_EACH = 50

/**
 * Plants of a family in the order in which they are to be kept: by the chance to be among the best. What each is like is drawn from
 * what was seen of it and of the family; a plant that lacks what it must have comes behind all that have it.
 *
 * @param choosing wishes of traits that are not there are left out
 * @param onProgress is told how much is done, from 0 to 1
 * @see Becker (1975), Manual of Quantitative Genetics (selection index by economic weights)
 */
export function chosenFrom(
  { wishes, traits, plants, best, half }: Choosing,
  onProgress: (done: number) => void = () => {},
): Chosen {
  const byId = new Map(traits.map(t => [t.id, t]))
  const known = wishes.flatMap(wish => {
    const trait = byId.get(wish.trait)
    return trait ? [{ wish, trait, standing: standingsIn(plants, trait, half) }] : []
  })
  if (!known.length || !plants.length) return { choices: [], assumed: [] }
  const weight = sum(known, k => k.wish.weight)
  const draws = Math.round(Math.max(FEWEST, Math.min(MOST, DRAWN / plants.length / known.length)))
  const drawers = known.map(drawerOf)
  const worths = plants.map(() => new Float32Array(draws))
  const musts = new Float64Array(plants.length)
  const random = randomStream(1)
  const normal = randomNormal.source(random.uniform)()
  let turn = 0
  const { first, among } = chancesOfBest(plants.length, best, draws, worth => {
    for (let i = 0; i < plants.length; i++) {
      let [near, misses] = [0, 0]
      drawers.forEach((draw, w) => {
        const one = draw(i, random.uniform, normal)
        near += known[w]!.wish.weight * one
        if (known[w]!.wish.must && one < FULFILLED) misses++
      })
      worths[i]![turn] = near / weight
      if (!misses) musts[i]! += 1 / draws
      worth[i] = near / weight - misses
    }
    if (++turn % TOLD_EACH === 0) onProgress(turn / draws)
  })
  return {
    choices: plants
      .map(({ id, scores }, i) => ({
        id,
        worth: rangeOf(worths[i]!),
        musts: Math.min(1, musts[i]!),
        first: first[i]!,
        among: among[i]!,
        seen: known.filter(k => scores.some(s => s.trait === k.trait.id)).length,
      }))
      .sort((a, b) => b.among - a.among || b.first - a.first || b.worth.mean - a.worth.mean),
    assumed: known.filter(k => k.standing.isAssumed).map(k => k.trait.id),
  }
}

/** As near as that a wish is fulfilled. */
const FULFILLED = 1 - 1e-9

function rangeOf(drawn: Float32Array): Choice['worth'] {
  const sorted = Array.from(drawn.sort())
  return { mean: mean(sorted)!, low: quantileSorted(sorted, 0.1)!, high: quantileSorted(sorted, 0.9)! }
}

/** How near a plant is to a wish, from 0 to 1, drawn. */
type Drawer = (plant: number, uniform: () => number, normal: () => number) => number

function drawerOf({ wish, trait, standing }: { wish: Wish; trait: Trait; standing: TraitStanding }): Drawer {
  const first = standing.plants[0]!
  if ('classes' in first) {
    const wished = wishedClasses(trait, wish)!
    const chances = standing.plants.map(p => sum(wished, c => (p as { classes: number[] }).classes[c]!))
    return (plant, uniform) => Number(uniform() < chances[plant]!)
  }
  const numbers = standing.plants as Extract<Standing, { mean: number }>[]
  const stretches = stretchesOf(trait, wish)
  const length = lengthOf(
    trait,
    numbers.map(n => n.mean),
  )
  return (plant, _, normal) => {
    const { mean, deviation } = numbers[plant]!
    return Math.max(0, 1 - shortOf(stretches, mean + deviation * normal()) / length)
  }
}
