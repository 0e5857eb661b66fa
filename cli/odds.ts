import { OutOfRange } from '@virgulta/core/chance/estimate'
import type { BudgetSteps } from '@virgulta/core/odds/budget'
import { checkSteps, keepersFrom, nothingWaiting } from '@virgulta/core/odds/budget'
import { known } from '@virgulta/core/odds/generations'
import type { Genotype } from '@virgulta/core/odds/genome'
import { MAP_FUNCTIONS, PLOIDIES, checkGenotype, genomeOf } from '@virgulta/core/odds/genome'
import { DOMINANCES } from '@virgulta/core/odds/locus'
import { listClasses, oddsOf } from '@virgulta/core/odds/odds'
import type { Step } from '@virgulta/core/odds/path'
import { plantsNeeded } from '@virgulta/core/odds/plantsNeeded'
import * as v from 'valibot'
import { answer, argumentsOf, numberIn, readInput } from './input'

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

const words = v.pipe(v.string('this is text.'), v.nonEmpty('this must not be empty.'))
const number = v.number('this is a number.')
const Genotypes = v.record(
  words,
  v.array(words, 'a genotype is a list of alleles.'),
  'the genotypes go by the names of the loci.',
)
const Looks = v.record(
  words,
  v.union([words, v.array(words)], 'name the look, or several in a list.'),
  'the looks go by the names of the loci.',
)
const Parent = v.picklist(
  ['seedParent', 'pollenParent'],
  'a backcross is to the "seedParent" or the "pollenParent".',
)

const OddsFile = v.strictObject({
  ploidy: v.optional(v.picklist(PLOIDIES, `the ploidy is ${PLOIDIES.join(', ')}.`), 2),
  map: v.optional(v.picklist(MAP_FUNCTIONS, `the map is "${MAP_FUNCTIONS.join('" or "')}".`), 'haldane'),
  doubleReduction: v.optional(number, 0),
  loci: v.array(
    v.strictObject({
      name: words,
      alleles: v.array(words, 'the alleles are a list.'),
      dominance: v.optional(v.picklist(DOMINANCES, 'the dominance is "complete" or "none".'), 'complete'),
      group: v.optional(
        v.nullable(v.pipe(v.union([words, number], 'the group is a name or a number.'), v.transform(String))),
        null,
      ),
      cM: v.optional(v.nullable(number), null),
    }),
    'this is the list of loci.',
  ),
  rules: v.optional(
    v.array(
      v.strictObject({
        name: words,
        cases: v.array(v.strictObject({ when: v.record(words, words), is: words })),
        otherwise: words,
      }),
    ),
    [],
  ),
  seedParent: Genotypes,
  pollenParent: Genotypes,
  path: v.array(
    v.union(
      [
        v.picklist(['cross', 'self', 'sib']),
        v.strictObject({ backcross: Parent }),
        v.strictObject({ select: Looks }),
      ],
      'a step is "cross", "self", "sib", {"backcross": "seedParent" | "pollenParent"} or {"select": {locus: look}}.',
    ),
    'the path is a list of steps.',
  ),
})

/** `odds FILE` */
export function odds(typed: string[]): number {
  const {
    positionals: [file],
  } = argumentsOf(typed, {})
  const { seedParent, pollenParent, path, ...genetics } = readInput(file, OddsFile, 'odds FILE')
  const genome = genomeOf(genetics)
  const parents: [Genotype, string][] = [
    [seedParent, 'seed parent'],
    [pollenParent, 'pollen parent'],
  ]
  for (const [genotype, whose] of parents) checkGenotype(genotype, genome, whose)
  const steps = path.map((step): Step =>
    typeof step === 'object' && 'select' in step
      ? {
          select: Object.fromEntries(
            Object.entries(step.select).map(([name, looks]) => [name, [looks].flat()]),
          ),
        }
      : step,
  )
  const { exact, simulation, generations } = oddsOf(genome, known(seedParent), known(pollenParent), steps)
  return answer({
    exact,
    ...(simulation ? { simulation } : {}),
    generations: generations.map((generation, i) => ({ step: path[i], classes: listClasses(generation) })),
  })
}

const Share = v.union(
  [number, v.strictObject({ mean: number, strength: number })],
  'a share is a number, or {"mean": …, "strength": …}.',
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
  share: Share,
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
    passes: PASSES.map(name => beliefOf(shares[name])),
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
