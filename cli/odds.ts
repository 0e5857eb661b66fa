import { OutOfRange } from '@virgulta/core/chance/estimate'
import type { KnownShare } from '@virgulta/core/chance/rate'
import type { BudgetSteps } from '@virgulta/core/odds/budget'
import { checkSteps, keepersFrom, nothingWaiting } from '@virgulta/core/odds/budget'
import { shownNames } from '@virgulta/core/odds/generations'
import { genomeOf } from '@virgulta/core/odds/genome'
import { listClasses, oddsOf } from '@virgulta/core/odds/odds'
import type { Breeding, Step } from '@virgulta/core/odds/path'
import { classesRaised } from '@virgulta/core/odds/raised'
import { plantsNeeded } from '@virgulta/core/odds/plantsNeeded'
import * as v from 'valibot'
import { genetic, number, parentOf, words } from './genetics'
import { answer, argumentsOf, numberIn, readInput, totalOf } from './input'

/** A share as people write it: "1/16" or "0.0625". @throws {OutOfRange} for what is neither */
function shareIn(typed: string): number {
  const fraction = /^\s*(\d+)\s*\/\s*(\d+)\s*$/.exec(typed)
  const share = fraction ? Number(fraction[1]) / Number(fraction[2]) : typed.trim() ? Number(typed) : NaN
  if (!(share > 0 && share <= 1))
    throw new OutOfRange(
      `--share is a fraction such as 1/16 or a decimal, above 0 and up to 1, not "${typed}".`,
    )
  return share
}

/** `howmany --share 1/16 --wanted 1 --confidence 0.95` */
export function howMany(words: string[]): number {
  const { values } = argumentsOf(words, {
    share: { type: 'string' },
    wanted: { type: 'string', default: '1' },
    confidence: { type: 'string', default: '0.95' },
  })
  if (values.share === undefined)
    throw new OutOfRange('Give the share: howmany --share 1/16 [--wanted 1] [--confidence 0.95].')
  return answer({
    plants: plantsNeeded(
      shareIn(values.share),
      numberIn(values.wanted, '--wanted'),
      numberIn(values.confidence, '--confidence'),
    ),
  })
}

const Looks = v.record(
  words,
  v.union([words, v.array(words)], 'name the look, or several in a list.'),
  'the looks go by the names of the loci.',
)
const Which = v.picklist(['seedParent', 'pollenParent'], 'this is the "seedParent" or the "pollenParent".')
const plants = v.optional(number)
const NAMED = ['cross', 'self', 'sib'] as const

const OddsFile = v.strictObject({
  ...genetic,
  path: v.array(
    v.union(
      [
        v.picklist(NAMED),
        v.strictObject({ step: v.picklist(NAMED), plants }),
        v.strictObject({ self: Which, plants }),
        v.strictObject({ backcross: Which, plants }),
        v.strictObject({ select: Looks }),
      ],
      'a step is "cross", "self", "sib", {"step": one of these, "plants": …}, {"self" or "backcross": "seedParent" or "pollenParent", "plants": …} or {"select": {locus: look}}.',
    ),
    'the path is a list of steps.',
  ),
})
type TypedStep = v.InferOutput<typeof OddsFile>['path'][number]

/** True for a step that takes pollen or an egg of a parent. */
const asksFor = (step: Step, role: 'seedParent' | 'pollenParent'): boolean =>
  step === 'cross' || (typeof step === 'object' && Object.values(step).includes(role))

/** A step as the core takes it, and how many plants are raised of it. */
function stepOf(typed: TypedStep): { step: Step; plants: number | null } {
  if (typeof typed === 'string') return { step: typed, plants: null }
  if ('select' in typed) {
    const looks = Object.entries(typed.select).map(([name, own]) => [name, [own].flat()])
    return { step: { select: Object.fromEntries(looks) }, plants: null }
  }
  const { plants: many = null, ...own } = typed
  const step: Breeding = 'step' in own ? own.step : own
  return { step, plants: many }
}

/** `odds FILE` */
export function odds(typed: string[]): number {
  const {
    positionals: [file],
  } = argumentsOf(typed, {})
  const { seedParent, pollenParent, path, ...genetics } = readInput(file, OddsFile, 'odds FILE')
  const genome = genomeOf(genetics)
  const steps = path.map(stepOf)
  const course = steps.map(({ step }) => step)
  const given = { seedParent, pollenParent }
  // A parent that no step of the path asks for may be left out: the other one stands in for it.
  const missing = (['seedParent', 'pollenParent'] as const).find(
    role => !given[role] && course.some(step => asksFor(step, role)),
  )
  const [own, other] = [seedParent ?? pollenParent, pollenParent ?? seedParent]
  if (missing || !own || !other)
    throw new OutOfRange(`There is no "${missing ?? 'seedParent'}" in the file, and the path asks for it.`)
  const parents = [parentOf(own, genome, 'seed parent'), parentOf(other, genome, 'pollen parent')] as const
  const { exact, simulation, generations } = oddsOf(genome, ...parents, course)
  const shown = shownNames(genome)
  const raised = classesRaised(
    genome,
    ...parents,
    course,
    steps.map(s => s.plants),
    shown,
  )
  const keyOf = (phenotype: Record<string, string>) => shown.map(name => phenotype[name]).join('\n')
  const chances = raised.steps.map(classes => new Map(classes.map(c => [keyOf(c.phenotype), c])))
  return answer({
    exact: exact && raised.exact,
    ...(simulation ? { simulation } : {}),
    generations: generations.map((generation, i) => ({
      step: path[i],
      classes: listClasses(generation).map(one => {
        if (steps[i]!.plants === null) return one
        const { chance = 0, standardError } = chances[i]!.get(keyOf(one.phenotype)) ?? {}
        return { ...one, chance, ...(standardError === undefined ? {} : { chanceError: standardError }) }
      }),
    })),
  })
}

const Share = v.union(
  [number, v.strictObject({ mean: number, strength: number })],
  'a share is a number, or {"mean": …, "strength": …}.',
)
const ShareInDoubt = v.union(
  [
    Share,
    v.pipe(
      v.array(v.strictObject({ probability: number, share: number })),
      v.nonEmpty('list at least one share.'),
    ),
  ],
  'a share is a number, {"mean": …, "strength": …}, or a list of {"probability": …, "share": …}.',
)
const BudgetFile = v.strictObject({
  take: Share,
  seedsPerFruit: v.union(
    [number, v.strictObject({ mean: number, shape: v.optional(number), perFruit: v.optional(number) })],
    'this is a number, or {"mean": …, "shape": …, "perFruit": …}.',
  ),
  sound: v.optional(Share, 1),
  germination: Share,
  survival: Share,
  share: ShareInDoubt,
  keepers: v.optional(
    v.pipe(
      number,
      v.integer('this is a whole number.'),
      v.minValue(1, 'at least one keeper is wanted.'),
      v.maxValue(100_000),
    ),
    1,
  ),
  confidence: v.optional(
    v.pipe(
      number,
      v.gtValue(0, 'the confidence lies between 0 and 1.'),
      v.ltValue(1, 'the confidence lies between 0 and 1.'),
    ),
    0.9,
  ),
})

const PASSES = ['sound', 'germination', 'survival', 'share'] as const

const beliefOf = (share: v.InferOutput<typeof Share>) =>
  typeof share === 'number' ? share : { a: share.mean * share.strength, b: (1 - share.mean) * share.strength }

function knownOf(share: v.InferOutput<typeof ShareInDoubt>): KnownShare {
  if (!Array.isArray(share)) return beliefOf(share)
  const sum = totalOf(share, '"share"')
  return share.map(one => ({ weight: one.probability / sum, share: one.share }))
}

/** What is believed of the seeds in a fruit, and by how much fruits differ; without a shape the mean is exactly known. */
function fruitsOf(
  seeds: v.InferOutput<typeof BudgetFile>['seedsPerFruit'],
): Pick<BudgetSteps, 'seedsPerFruit' | 'perFruit'> {
  if (typeof seeds === 'number') return { seedsPerFruit: seeds }
  const { mean, shape, perFruit } = seeds
  return { seedsPerFruit: shape === undefined ? mean : { shape, rate: shape / mean }, perFruit }
}

/** Times that every slice is drawn, and the most flowers that are tried. */
const [REPEATS, MOST_FLOWERS] = [32, 1_000_000]

/** `budget FILE [--flowers N]` */
export function budget(typed: string[]): number {
  const {
    values,
    positionals: [file],
  } = argumentsOf(typed, { flowers: { type: 'string' } })
  const { take, seedsPerFruit, keepers, confidence, ...shares } = readInput(
    file,
    BudgetFile,
    'budget FILE [--flowers N]',
  )
  const steps: BudgetSteps = {
    take: beliefOf(take),
    ...fruitsOf(seedsPerFruit),
    passes: PASSES.map(name => knownOf(shares[name])),
  }
  checkSteps(steps, { take: 'take', seedsPerFruit: 'seedsPerFruit', passes: [...PASSES] })
  const hopes = keepersFrom(steps, 1, REPEATS)
  const nothing = nothingWaiting(steps)
  if (values.flowers !== undefined) {
    const flowers = numberIn(values.flowers, '--flowers')
    if (!(Number.isInteger(flowers) && flowers >= 1 && flowers <= MOST_FLOWERS))
      throw new OutOfRange(`--flowers is a whole number from 1 to ${MOST_FLOWERS}, not ${values.flowers}.`)
    const { chance, standardError } = hopes.chance({ ...nothing, flowers }, keepers)
    return answer({
      flowers,
      probability: chance,
      standardError,
      keepers: hopes
        .distribution({ ...nothing, flowers })
        .map((probability, kept) => ({ keepers: kept, probability })),
    })
  }
  const flowers = hopes.moreFlowers(nothing, keepers, confidence, MOST_FLOWERS)
  if (flowers === null)
    throw new OutOfRange(
      `Not even ${MOST_FLOWERS} flowers give ${keepers} keepers with a confidence of ${confidence}: one of the steps lets too little pass, or too little is known of it.`,
    )
  const { chance, standardError } = hopes.chance({ ...nothing, flowers }, keepers)
  return answer({ flowers, probability: chance, standardError })
}
