import { mean, quantileSorted, range } from 'd3-array'
import { OutOfRange } from '../chance/estimate'
import type { Stream } from '../chance/stream'
import { randomStream } from '../chance/stream'
import type { Plants } from '../odds/packed'
import type { Field, Ground } from './ground'
import { fieldOf } from './ground'
import type { PlanAhead } from './plan'
import { SELFS_TO_SEE, isTested, planTrouble } from './plan'

/** What one run of a plan came to. */
interface Outcome {
  /** what is handed on by what was reached, against the mean it began with */
  gain: number
  /** share of the variety of the beginning that is gone; of a clone or a line what it is inbred by */
  inbreeding: number
  isLost: boolean
  /** share of the genome that is the first line's; null where there are no lines */
  likeness: number | null
  plants: number
  /** flowers or plants that are worked by hand */
  worked: number
}

/** What comes of a plan, over many runs. */
export interface AheadTold {
  gain: { mean: number; low: number; high: number }
  inbreeding: number
  /** how often the wished allele was lost */
  lost: number
  likeness: number | null
  plants: number
  worked: number
}

/** What is known of the crop, as far as plans go. */
export interface AheadTerms {
  ground: Ground
  /** the crop selfs by itself: no hand is needed for it */
  isSelfing: boolean
  /** share of the alleles of a population that are the wished one, at the beginning */
  wishedShare: number
}

const best = (values: Float64Array, count: number): number[] =>
  range(values.length)
    .sort((a, b) => values[b]! - values[a]!)
    .slice(0, count)
const selfs = (which: number[], each = 1): [number, number][] =>
  which.flatMap(i => range(each).map((): [number, number] => [i, i]))
const evenly = (count: number, among: number) => range(count).map(i => i % among)

/** Lines out of a cross of two, by what is done in each generation between. */
function linesOf(
  field: Field,
  plants: number,
  generations: number,
  looks: number,
  next: (stand: Plants) => [number, number][],
  { isSelfing }: AheadTerms,
): Outcome {
  const first = field.crossed(field.line(false), field.line(true), [[0, 0]])
  let stand = field.crossed(first, first, selfs(evenly(plants, 1)))
  let raised = 1 + plants
  let worked = 1 + (isSelfing ? 0 : 1)
  for (let generation = 2; generation < generations; generation++) {
    const couples = next(stand)
    worked += isSelfing ? 0 : new Set(couples.map(([mother]) => mother)).size
    stand = field.crossed(stand, stand, couples)
    raised += couples.length
  }
  const values = field.values(stand)
  const [chosen] = best(field.seen(values, looks), 1) as [number]
  const line = field.taken(stand, [chosen])
  return {
    gain: values[chosen]!,
    inbreeding: field.pure(line),
    isLost: field.copies(line)[0] === 0,
    likeness: field.ofFirst(line)[0]!,
    plants: raised + plants * (looks - 1),
    worked,
  }
}

/** The wished allele of the second line brought into the first. */
function backcrossed(field: Field, plan: Extract<PlanAhead, { kind: 'backcross' }>): Outcome {
  const { plants, times, hasMarker } = plan
  const recurrent = field.line(false)
  let at = field.crossed(field.line(true), recurrent, [[0, 0]])
  let [raised, worked, isLost] = [1, 1, false]
  for (let back = 0; back < times; back++) {
    const born = field.crossed(
      at,
      recurrent,
      evenly(plants, field.count(at)).map((mother): [number, number] => [mother, 0]),
    )
    raised += plants
    worked += field.count(at)
    const copies = field.copies(born)
    const carriers = range(plants).filter(i => copies[i]! > 0)
    if (isTested(plan)) {
      // Who carries it shows in who of its selfs has no other; a few of each are raised to see.
      const tested = range(plants).filter(i => {
        const selfed = field.copies(field.crossed(born, born, selfs([i], SELFS_TO_SEE)))
        raised += SELFS_TO_SEE
        return selfed.some(count => count === field.ploidy)
      })
      worked += plants
      if (!tested.length) isLost = true
      at = field.taken(born, tested.length ? [tested[0]!] : [0])
    } else {
      if (!carriers.length) isLost = true
      const likeness = field.ofFirst(born)
      // With a marker the rest of the genome is read, too: the one most like the first line goes on.
      const chosen = hasMarker
        ? best(
            Float64Array.from(carriers, i => likeness[i]!),
            1,
          ).map(i => carriers[i]!)
        : carriers.slice(0, 1)
      at = field.taken(born, chosen.length ? chosen : [0])
    }
    if (isLost) break
  }
  const ends = field.crossed(at, at, selfs([0], plants))
  raised += plants
  const copies = field.copies(ends)
  const [chosen] = best(Float64Array.from(copies), 1) as [number]
  // With more than two sets one selfing seldom makes it pure: of an allele that shows, a plant that has it will do.
  const enough = field.ploidy === 2 || plan.isHidden ? field.ploidy : 1
  const line = field.taken(ends, [chosen])
  const values = field.values(line)
  return {
    gain: values[0]! - field.values(recurrent)[0]!,
    inbreeding: field.pure(line),
    isLost: isLost || copies[chosen]! < enough,
    likeness: field.ofFirst(line)[0]!,
    plants: raised,
    worked,
  }
}

/** A population, by who is crossed with whom in each generation. */
function populated(
  field: Field,
  size: number,
  generations: number,
  wishedShare: number,
  next: (stand: Plants) => [number, number][],
): Outcome {
  let stand = field.founders(size, wishedShare)
  const [mixed, from] = [1 - field.pure(stand), mean(field.values(stand))!]
  let worked = 0
  for (let generation = 0; generation < generations; generation++) {
    const couples = next(stand)
    worked += new Set(couples.map(([mother]) => mother)).size
    stand = field.crossed(stand, stand, couples)
  }
  return {
    gain: mean(field.values(stand))! - from,
    inbreeding: 1 - (1 - field.pure(stand)) / mixed,
    isLost: field.copies(stand).every(copies => copies === 0),
    likeness: null,
    plants: size * (generations + 1),
    worked,
  }
}

function run(plan: PlanAhead, field: Field, terms: AheadTerms, { uniform }: Stream): Outcome {
  switch (plan.kind) {
    case 'single seed':
      return linesOf(
        field,
        plan.plants,
        plan.generations,
        plan.looks,
        stand => selfs(range(field.count(stand))),
        terms,
      )
    case 'bulk': {
      const any = (stand: Plants) =>
        selfs(range(plan.plants).map(() => Math.floor(uniform() * field.count(stand))))
      return linesOf(field, plan.plants, plan.generations, plan.looks, any, terms)
    }
    case 'pedigree': {
      const each = Math.ceil(plan.plants / plan.kept)
      const chosen = (stand: Plants) =>
        selfs(best(field.seen(field.values(stand), 1), plan.kept), each).slice(0, plan.plants)
      return linesOf(field, plan.plants, plan.generations, plan.looks, chosen, terms)
    }
    case 'backcross':
      return backcrossed(field, plan)
    case 'recurrent':
      return populated(field, plan.plants, plan.cycles, terms.wishedShare, stand => {
        const chosen = best(field.seen(field.values(stand), 1), plan.kept)
        // Each leaves as many, and with one after the other of the rest.
        return range(plan.plants).map(i => {
          const turn = 1 + (Math.floor(i / plan.kept) % Math.max(1, plan.kept - 1))
          return [chosen[i % plan.kept]!, chosen[(i + turn) % plan.kept]!]
        })
      })
    case 'broad': {
      const any = (of: number[]) => of[Math.floor(uniform() * of.length)]!
      const size = plan.mothers + plan.fathers
      return populated(field, size, plan.generations, terms.wishedShare, stand => {
        const left = range(field.count(stand))
        const drawn = range(size).map(() => left.splice(Math.floor(uniform() * left.length), 1)[0]!)
        const [mothers, fathers] = [drawn.slice(0, plan.mothers), drawn.slice(plan.mothers)]
        // In bulk some leave many and some none.
        return range(size).map((): [number, number] => [any(mothers), any(fathers)])
      })
    }
    case 'clone': {
      const parents = field.founders(2, terms.wishedShare)
      const from = mean(field.values(parents))!
      const seedlings = field.crossed(
        parents,
        parents,
        range(plan.plants).map((): [number, number] => [0, 1]),
      )
      const values = field.values(seedlings)
      const kept = best(field.seen(values, 1), plan.kept)
      const again = field.seen(
        Float64Array.from(kept, i => values[i]!),
        plan.looks,
      )
      const chosen = kept[best(again, 1)[0]!]!
      const clone = field.taken(seedlings, [chosen])
      return {
        gain: values[chosen]! - from,
        inbreeding: 0,
        isLost: field.copies(clone)[0] === 0,
        likeness: null,
        plants: plan.plants + plan.kept * plan.looks,
        worked: 1,
      }
    }
  }
}

/**
 * What comes of a plan over so many runs, each with loci and effects of its own.
 *
 * @returns means over the runs, of the gain also the range of four runs of five
 * @throws {OutOfRange} for numbers that no plan can have
 */
export function ahead(
  plan: PlanAhead,
  terms: AheadTerms,
  runs = 200,
  onProgress: (done: number) => void = () => {},
): AheadTold {
  const trouble = planTrouble(plan)
  if (trouble) throw new OutOfRange(trouble)
  const stream = randomStream(1)
  const outcomes = range(runs).map(i => {
    if (i % 10 === 0) onProgress(i / runs)
    return run(plan, fieldOf(terms.ground, stream), terms, stream)
  })
  const gains = outcomes.map(o => o.gain).sort((a, b) => a - b)
  const likeness = outcomes.flatMap(o => (o.likeness === null ? [] : [o.likeness]))
  return {
    gain: { mean: mean(gains)!, low: quantileSorted(gains, 0.1)!, high: quantileSorted(gains, 0.9)! },
    inbreeding: mean(outcomes, o => o.inbreeding)!,
    lost: mean(outcomes, o => Number(o.isLost))!,
    likeness: likeness.length ? mean(likeness)! : null,
    plants: Math.round(mean(outcomes, o => o.plants)!),
    worked: Math.round(mean(outcomes, o => o.worked)!),
  }
}
