import { randomNormal } from 'd3-random'
import { describe, expect, it } from 'vitest'
import { normalCdf } from '../chance/distributions'
import { randomStream } from '../chance/stream'
import type { CropTrait } from '../crops/definition'
import { fold } from '../log/fold'
import type { Score } from '../offspring/score'
import { looksByTrait } from '../offspring/summary'
import { deed, newId } from '../testing/deeds'
import { benchOf, summariesFrom, withinByTrait } from './bench'
import { checkAim } from './checkAim'
import type { Wish } from './kinds'
import { chanceIn, nearnessOf, stretchesOf, wishInWords } from './nearness'
import type { Candidate, PairTable } from './pairs'
import { familyPath, pairsOf } from './pairs'

const trait = (id: string, more: object) => ({ id, name: id, hint: 'x', isOwn: false, ...more }) as CropTrait
const leaf = trait('leaf', { scale: 'steps', steps: ['green', 'flushed', 'purple'] })
const height = trait('height', { scale: 'measure', unit: 'cm', most: 300 })
const hot = trait('hot', { scale: 'yesNo' })
const swatch = trait('petal', {
  scale: 'colour',
  swatches: [
    { name: 'dusk', colour: '#553344' },
    { name: 'fog', colour: '#bbbbcc' },
  ],
})
const vigour = trait('vigour', { scale: 'steps', steps: ['poor', 'fair', 'good', 'very good'], good: 'high' })
const traits = [leaf, height, hot, swatch, vigour]
/** What the scores of some plants come to, among themselves. */
function summariesOf(plants: { id: string; scores: Score[] }[], traits: CropTrait[]) {
  const looks = plants.map(({ scores }) => looksByTrait(scores))
  const within = withinByTrait(looks, traits)
  return new Map(plants.map(({ id }, i) => [id, summariesFrom(looks[i]!, traits, within)]))
}
const wish = (trait: string, target: Wish['target'], more: Partial<Wish> = {}): Wish => ({
  trait,
  way: 'bring',
  target,
  weight: 1,
  must: false,
  ...more,
})

describe('an aim', () => {
  const id = newId()
  const set = deed('2026-02-01', 'aimSet', id, { crop: 'chilli', words: 'low and purple', wishes: [] })
  it('is set, changed and ended', () => {
    const wishes = [wish('leaf', { classes: [2] })]
    const aim = fold('aim', id, [
      set,
      deed('2026-02-02', 'aimChanged', id, { words: 'lower', wishes }),
      deed('2026-03-01', 'aimEnded', id, { reason: 'reached' }),
    ])
    expect(aim).toMatchObject({
      crop: 'chilli',
      words: 'lower',
      wishes,
      setOn: '2026-02-01',
      ended: { on: '2026-03-01', reason: 'reached' },
    })
    expect(() =>
      fold('aim', id, [
        set,
        deed('2026-03-01', 'aimEnded', id, { reason: 'reached' }),
        deed('2026-04-01', 'aimChanged', id, { words: 'x', wishes: [] }),
      ]),
    ).toThrow('The aim was ended (reached)')
    expect(() => fold('aim', id, [deed('2026-03-01', 'aimEnded', id, { reason: 'x' })])).toThrow(
      'not in the garden',
    )
  })

  it.each([
    [wish('flavour', { classes: [1] }), /not scored on this crop/],
    [wish('leaf', { from: 1, to: null }), /leaf is green, flushed, purple/],
    [wish('height', { classes: [1] }), /a number: give a range/],
    [wish('hot', { classes: [2] }), /one of: no, yes/],
    [wish('leaf', { classes: [0, 1, 2] }), /Every leaf would do/],
  ])('refuses a wish that does not fit its trait', (wrong, sentence) => {
    expect(() => checkAim([wrong], traits)).toThrow(sentence)
  })
})

describe('how near a plant is to a wish', () => {
  const seen = (mean: number, standardError: number | null = 0.1) => ({
    n: 3,
    occasions: 3,
    mean,
    standardError,
    shares: null,
    lastOn: '2026-01-01',
  })

  it('counts the steps that are missing', () => {
    const purple = wish('leaf', { classes: [2] })
    expect([0, 1, 2].map(mean => nearnessOf(leaf, purple, seen(mean), 2).near)).toEqual([0, 0.5, 1])
    expect(nearnessOf(leaf, purple, seen(2), 2).meets).toBeGreaterThan(0.999)
    expect(nearnessOf(leaf, purple, seen(1.5, 0.2), 2).meets).toBeCloseTo(0.5, 12)
  })

  it('measures the way to the nearest end of a range', () => {
    const low = wish('height', { from: null, to: 45 })
    expect(nearnessOf(height, low, seen(40), 50)).toMatchObject({ near: 1 })
    expect(nearnessOf(height, low, seen(70), 50).near).toBeCloseTo(0.5, 12)
    expect(nearnessOf(height, low, seen(45, 5), 50).meets).toBeCloseTo(0.5, 12)
  })

  it('turns round what is to be lost', () => {
    expect(stretchesOf(leaf, wish('leaf', { classes: [1] }, { way: 'lose' }))).toEqual([
      { from: -Infinity, to: 0.5 },
      { from: 1.5, to: Infinity },
    ])
    expect(stretchesOf(height, wish('height', { from: null, to: 30 }, { way: 'lose' }))).toEqual([
      { from: 30, to: Infinity },
    ])
    expect(stretchesOf(leaf, wish('leaf', { classes: [1, 2] }))).toEqual([{ from: 0.5, to: Infinity }])
  })

  it('takes the share of looks for swatches', () => {
    expect(
      nearnessOf(
        swatch,
        wish('petal', { classes: [1] }),
        { ...seen(0), mean: null, shares: [0.25, 0.75] },
        1,
      ),
    ).toEqual({ near: 0.75, meets: 0.75 })
  })

  it('sums the chances of separate stretches', () => {
    expect(
      chanceIn(
        [
          { from: -Infinity, to: -1 },
          { from: 1, to: Infinity },
        ],
        0,
        1,
      ),
    ).toBeCloseTo(0.3173, 4)
    expect(chanceIn([{ from: 0, to: 1 }], 0.5, 0)).toBe(1)
  })

  it('is said in words', () => {
    expect([
      wishInWords(leaf, wish('leaf', { classes: [1, 2] })),
      wishInWords(height, wish('height', { from: null, to: 45 }, { way: 'keep' })),
      wishInWords(hot, wish('hot', { classes: [1] }, { way: 'lose' })),
      wishInWords(height, wish('height', { from: 30, to: 45 })),
      wishInWords(height, wish('height', { from: 30, to: null })),
    ]).toEqual([
      'bring in flushed or purple',
      'keep at most 45 cm',
      'lose hot',
      'bring in 30–45 cm',
      'bring in at least 30 cm',
    ])
  })
})

const scored = (values: Record<string, number>, years = [2024, 2025, 2026]): Score[] =>
  Object.entries(values).flatMap(([id, value]) =>
    years.map(year => ({ trait: id, value, on: `${year}-07-01`, placeId: null })),
  )

describe('the bench', () => {
  const wishes = [
    wish('leaf', { classes: [2] }, { weight: 5, must: true }),
    wish('height', { from: null, to: 45 }, { weight: 2 }),
    wish('petal', { classes: [0] }),
  ]
  const rows = new Map(
    benchOf(
      wishes,
      traits,
      summariesOf(
        [
          { id: 'tall', scores: scored({ leaf: 2, height: 80, vigour: 2 }) },
          { id: 'low', scores: scored({ leaf: 0, height: 35, vigour: 0 }) },
          { id: 'new', scores: [] },
        ],
        traits,
      ),
    ).map(row => [row.id, row]),
  )

  it('leaves missing what was not scored', () => {
    expect(rows.get('new')).toMatchObject({
      cells: [null, null, null],
      merit: null,
      missing: 3,
      misses: 0,
      improve: null,
      whole: [null],
    })
    expect(rows.get('tall')).toMatchObject({ missing: 1 })
  })

  it('weighs how near each is, and names what would improve it most', () => {
    expect(rows.get('tall')!.merit).toBeCloseTo((5 + 2 * (1 - 35 / 45)) / 7, 12)
    expect(rows.get('tall')!.improve).toBe(1)
    expect(rows.get('low')).toMatchObject({ improve: 0, misses: 1 })
    expect(rows.get('low')!.merit).toBeCloseTo(2 / 7, 12)
  })

  it('keeps the whole plant in view', () => {
    expect(rows.get('tall')!.whole[0]!.good).toBeCloseTo(2 / 3, 12)
    expect(rows.get('low')!.whole[0]!.good).toBe(0)
  })
})

describe('pairs', () => {
  const rule = {
    name: 'leafRule',
    cases: [
      { when: { p: 'PP' }, is: 'purple' },
      { when: { p: 'Pp' }, is: 'flushed' },
    ],
    otherwise: 'green',
  }
  const wishes = [
    wish('leaf', { classes: [2] }, { weight: 3, must: true }),
    wish('height', { from: null, to: 45 }, { weight: 2, must: true }),
  ]
  const plant = (
    id: string,
    p: string,
    values: Record<string, number>,
    more: Partial<Candidate> = {},
    years?: number[],
  ): Candidate & { scores: Score[] } => ({
    id,
    name: id,
    plantKind: 'line',
    sets: 2,
    summaries: {},
    possible: [[{ genotype: { p: [...p] }, probability: 1 }]],
    struckOff: null,
    carrying: 0,
    takes: { successes: 0, tries: 0 },
    scores: scored(values, years),
    ...more,
  })
  const table = (plants: (Candidate & { scores: Score[] })[], more: Partial<PairTable> = {}): PairTable => {
    const summaries = summariesOf(plants, traits)
    return {
      wishes,
      traits,
      mating: 'selfing',
      fruitLoad: 4,
      makes: [{ rule: 'leafRule', trait: 'leaf' }],
      blocks: [['p']],
      tried: [],
      spreads: { height: { deviation: 8, families: 5, heritability: 0.5 } },
      genetics: {
        ploidy: 2,
        map: 'haldane',
        doubleReduction: 0,
        loci: [{ name: 'p', alleles: ['P', 'p'], dominance: 'none', group: null, cM: null }],
        rules: [rule],
      },
      candidates: plants.map(p => ({ ...p, summaries: summaries.get(p.id)! })),
      relations: plants.map(({ id, plantKind }) => ({
        id,
        seedParentId: null,
        pollenParentId: null,
        plantKind,
      })),
      ...more,
    }
  }
  const purpleTall = plant('purpleTall', 'PP', { leaf: 2, height: 80, vigour: 3 })
  const greenLow = plant('greenLow', 'pp', { leaf: 0, height: 35, vigour: 3 })
  const flushed = plant('flushed', 'Pp', { leaf: 1, height: 60, vigour: 0 })

  it('of lines are judged by their F2, of others by their F1', () => {
    expect(familyPath('selfing')).toEqual(['cross', 'self'])
    const inF1 = pairsOf(table([purpleTall, greenLow], { mating: 'outcrossing' })).pairOf(
      'purpleTall',
      'greenLow',
    )
    expect(inF1.wishes[0]).toMatchObject({
      from: 'genes',
      chance: 0,
      classes: [{ name: 'flushed', share: 1 }],
    })
    const inF2 = pairsOf(table([purpleTall, greenLow])).pairOf('purpleTall', 'greenLow')
    expect(inF2.wishes[0]!.chance).toBeCloseTo(0.25, 12)
    expect(inF2.wishes[0]!.classes!.map(c => [c.name, c.share])).toEqual([
      ['green', 0.25],
      ['flushed', 0.5],
      ['purple', 0.25],
    ])
  })

  it('spread numbers around the mean of the parents', () => {
    const {
      wishes: [, low],
      musts,
    } = pairsOf(table([purpleTall, greenLow])).pairOf('purpleTall', 'greenLow')
    expect(low).toMatchObject({ from: 'scores', covers: 'pollen parent', range: { mean: 57.5 } })
    // How far two scored parents are what they seem is not known: the family may lie lower than their mean.
    expect(low!.chance).toBeGreaterThan(0.1)
    expect(low!.chance).toBeLessThan(0.25)
    expect(musts).toBeCloseTo(0.25 * low!.chance!, 12)
  })

  it('mix what uncertain parents may bring', () => {
    const unsure = plant(
      'unsure',
      'PP',
      { leaf: 2, height: 60 },
      {
        possible: [
          [
            { genotype: { p: ['P', 'P'] }, probability: 0.75 },
            { genotype: { p: ['P', 'p'] }, probability: 0.25 },
          ],
        ],
      },
    )
    // F2 of PP × pp holds 1/4 PP; of Pp × pp half as much.
    expect(pairsOf(table([unsure, greenLow])).pairOf('unsure', 'greenLow').wishes[0]!.chance).toBeCloseTo(
      0.75 / 4 + 0.25 / 8,
      12,
    )
  })

  it('do not promise of the luckiest parents what they do not hand on', () => {
    const [heritability, spread, candidates, gardens] = [0.4, 10, 60, 40]
    const random = randomStream(4)
    const normal = (mean: number, deviation: number) => randomNormal.source(random.uniform)(mean, deviation)()
    const within = spread * Math.sqrt(1 - heritability / 2)
    const least = 110
    const promised: number[] = []
    const kept: number[] = []
    for (let garden = 0; garden < gardens; garden++) {
      const values = Array.from({ length: candidates }, () => normal(100, spread * Math.sqrt(heritability)))
      const plants = values.map((value, i) =>
        plant(`p${i}`, 'PP', { height: normal(value, spread * Math.sqrt(1 - heritability)) }, {}, [2026]),
      )
      const { pairs } = pairsOf(
        table(plants, {
          wishes: [wish('height', { from: least, to: null })],
          spreads: { height: { deviation: within, families: 20, heritability } },
        }),
      ).ranked(5)
      for (const { seedParentId, pollenParentId, wishes: own } of pairs) {
        const mean = (values[Number(seedParentId.slice(1))]! + values[Number(pollenParentId.slice(1))]!) / 2
        promised.push(own[0]!.chance!)
        kept.push(1 - normalCdf((least - mean) / within))
      }
    }
    const meanOf = (list: number[]) => list.reduce((sum, n) => sum + n, 0) / list.length
    expect(Math.abs(meanOf(promised) - meanOf(kept))).toBeLessThan(0.03)
    expect(meanOf(kept)).toBeLessThan(0.45)
  })

  it('do not rise by not being looked at', () => {
    const low = plant('low', 'PP', { height: 30 })
    const higher = plant('higher', 'PP', { height: 44 })
    const tall = plant('tall', 'PP', { height: 70 })
    const unseen = plant('unseen', 'PP', {})
    const { ranked, pairOf } = pairsOf(
      table([low, higher, tall, unseen], { wishes: [wish('height', { from: null, to: 45 })] }),
    )
    expect(ranked(1).pairs[0]).toMatchObject({ seedParentId: 'low', pollenParentId: 'higher' })
    const { worth, wishes: own } = pairOf('low', 'unseen')
    expect(own[0]).toMatchObject({ covers: 'not scored', chance: null })
    expect(worth!).toBeLessThan(pairOf('low', 'higher').worth!)
    expect(worth!).toBeGreaterThan(pairOf('low', 'tall').worth!)
  })

  it('draw the doubt about a plant that is selfed once', () => {
    const unsure = plant(
      'unsure',
      'PP',
      { leaf: 2 },
      {
        possible: [
          [
            { genotype: { p: ['P', 'p'] }, probability: 2 / 3 },
            { genotype: { p: ['P', 'P'] }, probability: 1 / 3 },
          ],
        ],
      },
    )
    const {
      wishes: [purple],
    } = pairsOf(table([unsure], { mating: 'outcrossing' })).pairOf('unsure', 'unsure')
    expect(purple!.chance).toBeCloseTo(1 / 3 + 2 / 3 / 4, 12)
    expect(purple!.classes!.find(c => c.name === 'green')!.share).toBeCloseTo(1 / 6, 12)
  })

  it('take what must be of one locus together', () => {
    const stem = trait('stem', { scale: 'yesNo' })
    const twice = table([purpleTall, greenLow], {
      traits: [...traits, stem],
      makes: [
        { rule: 'leafRule', trait: 'leaf' },
        { rule: 'stemRule', trait: 'stem' },
      ],
    })
    const {
      genetics: { rules },
    } = twice
    const dark = { name: 'stemRule', cases: [{ when: { p: 'PP' }, is: 'yes' }], otherwise: 'no' }
    const must = (trait_: string, classes: number[]) => wish(trait_, { classes }, { must: true })
    const musts = (...wished: Wish[]) =>
      pairsOf({
        ...twice,
        wishes: wished,
        genetics: { ...twice.genetics, rules: [...rules, dark] },
      }).pairOf('purpleTall', 'greenLow').musts
    // The F2 plants with a dark stem are the purple ones: a quarter has both, and none a dark stem with a green leaf.
    expect(musts(must('leaf', [2]), must('stem', [1]))).toBeCloseTo(1 / 4, 12)
    expect(musts(must('leaf', [0]), must('stem', [1]))).toBeCloseTo(0, 12)
    expect(musts(must('leaf', [2]))).toBeCloseTo(1 / 4, 12)
  })

  it('let the sounder plant carry the fruit, and say why', () => {
    const { ranked, pairOf } = pairsOf(table([flushed, greenLow]))
    const [pair] = ranked().pairs
    expect(pair).toMatchObject({ seedParentId: 'greenLow', pollenParentId: 'flushed' })
    expect(pair!.direction).toBe(
      'greenLow is the sounder plant to carry fruit; flushed falls short in vigour.',
    )
    expect(pairOf('flushed', 'greenLow').warnings).toMatchObject([{ kind: 'sickly', isBar: false }])
    expect(pairOf('flushed', 'greenLow').direction).toMatch(/^Better the other way round/)
  })

  it('warn of full plants, kin, and what was tried', () => {
    const full = { ...purpleTall, carrying: 6 }
    const kin = [
      { id: 'm', seedParentId: null, pollenParentId: null, plantKind: 'clone' as const },
      { id: 'purpleTall', seedParentId: 'm', pollenParentId: null, plantKind: 'seedling' as const },
      { id: 'greenLow', seedParentId: 'm', pollenParentId: null, plantKind: 'seedling' as const },
    ]
    const tried = [
      { seedParentId: 'greenLow', pollenParentId: 'purpleTall', crosses: 2, pollinated: 14, taken: 9 },
    ]
    const { warnings, inbreeding } = pairsOf(table([full, greenLow], { relations: kin, tried })).pairOf(
      'purpleTall',
      'greenLow',
    )
    expect(inbreeding).toBe(0.125)
    expect(warnings.map(w => w.words)).toEqual([
      'Close relatives: the offspring are inbred by 13 %.',
      'purpleTall carries 6 fruits and flowers; 4 are enough for one plant.',
      'Tried before, the other way round, in 2 crosses: 9 of 14 flowers took.',
    ])
  })

  it('of a plant and its cutting are a self, whatever they are called', () => {
    const cutting = { ...flushed, id: 'cutting', name: 'another name' }
    const relations = [
      { id: 'flushed', seedParentId: null, pollenParentId: null, plantKind: 'seedling' as const },
      {
        id: 'cutting',
        seedParentId: null,
        pollenParentId: null,
        plantKind: 'seedling' as const,
        clonedFrom: { plantId: 'flushed' },
      },
    ]
    const pairs = pairsOf(table([flushed, cutting], { relations, mating: 'selfIncompatible' }))
    expect(pairs.pairOf('flushed', 'cutting').warnings[0]).toMatchObject({ kind: 'same-clone', isBar: true })
    expect(pairsOf(table([flushed, cutting], { relations })).partners(4)).toEqual([])
    expect(pairsOf(table([flushed, purpleTall])).partners(4)).toHaveLength(1)
  })

  it('carry the fruit on the one that is not known to take badly', () => {
    const known = { ...purpleTall, takes: { successes: 1, tries: 12 } }
    const fresh = { ...purpleTall, id: 'fresh', name: 'fresh', takes: { successes: 0, tries: 0 } }
    const { why } = pairsOf(table([known, fresh])).direction('purpleTall', 'fresh')
    expect(why).toBe('purpleTall took badly as a seed parent: 1 of 12 flowers.')
  })

  it('that cannot be are left out of the ranking, with the reason', () => {
    const clone = (id: string) => plant(id, 'Pp', { leaf: 1 }, { name: 'One Clone', plantKind: 'clone' })
    const four = plant('four', 'Pp', { leaf: 1 }, { sets: 4 })
    const pairs = pairsOf(table([clone('a'), clone('b'), four], { mating: 'selfIncompatible' }))
    expect(pairs.ranked()).toMatchObject({ considered: 0, barred: 3 })
    expect(pairs.pairOf('a', 'b').warnings).toMatchObject([{ kind: 'same-clone', isBar: true }])
    expect(pairs.pairOf('a', 'four').warnings[0]!.words).toBe(
      'One Clone has 2 sets of chromosomes, four 4: their offspring are seldom fertile.',
    )
    expect(pairsOf(table([clone('a'), clone('b')])).pairOf('a', 'b').warnings[0]).toMatchObject({
      kind: 'same-clone',
      isBar: false,
    })
  })

  it('are not made with a plant that was struck off', () => {
    const pairs = pairsOf(table([{ ...purpleTall, struckOff: 'virus' }, greenLow]))
    expect(pairs.ranked()).toMatchObject({ considered: 0, barred: 1 })
    expect(pairs.pairOf('purpleTall', 'greenLow').warnings[0]).toMatchObject({
      kind: 'struck-off',
      words: 'purpleTall was struck off: virus.',
    })
  })

  it('whose plants are alike to the last digit are ranked too', () => {
    const plants = [
      ['a', 45],
      ['b', 45],
    ].map(([id, height]) => plant(id as string, 'PP', { height: height as number }))
    // No spread at all, and at the very end of what is wished: that is fulfilled, not unknown.
    const { pairs } = pairsOf(
      table(plants, {
        wishes: [wishes[1]!],
        spreads: { height: { deviation: 0, families: 1, heritability: 0.4 } },
      }),
    ).ranked(1)
    expect(pairs).toMatchObject([{ worth: 1, wishes: [{ chance: 1 }] }])
  })

  it('come best first, those of which nothing is known last', () => {
    const unknown = plant(
      'unknown',
      'pp',
      {},
      { possible: [[{ genotype: { p: ['p', 'p'] }, probability: 1 }]] },
    )
    const told: number[] = []
    const { pairs, considered } = pairsOf(table([greenLow, flushed, purpleTall, unknown])).ranked(3, done =>
      told.push(done),
    )
    expect(considered).toBe(6)
    expect(pairs).toHaveLength(3)
    expect(pairs.map(p => p.worth!)).toEqual([...pairs.map(p => p.worth!)].sort((a, b) => b - a))
    expect(told.at(-1)).toBe(1)
  })
})
