import { expect, it } from 'vitest'
import { virgulta } from './testing'

const two = {
  loci: [
    { name: 'leaf', alleles: ['P', 'p'], dominance: 'complete', group: '1', cM: 10 },
    { name: 'stem', alleles: ['S', 's'], dominance: 'none', group: 1, cM: 30 },
  ],
  seedParent: { leaf: ['P', 'P'], stem: ['S', 'S'] },
  pollenParent: { leaf: ['p', 'p'], stem: ['s', 's'] },
}
const steps = {
  take: { mean: 0.6, strength: 20 },
  seedsPerFruit: { mean: 12, shape: 4 },
  germination: 0.7,
  survival: { mean: 0.8, strength: 30 },
  share: 0.0625,
  keepers: 2,
  confidence: 0.9,
}

it('says how many plants a share needs', async () => {
  expect(await virgulta('howmany', '--share', '1/16', '--wanted', '1', '--confidence', '0.95')).toMatchObject(
    { code: 0, out: '{"plants":47}\n' },
  )
  expect(await virgulta('howmany', '--share', '.25')).toMatchObject({ out: '{"plants":11}\n' })
})

it('gives the classes of every step of a path', async () => {
  const { out } = await virgulta('odds', {
    ploidy: 2,
    map: 'haldane',
    ...two,
    path: ['cross', 'self', { select: { leaf: 'p' } }, { backcross: 'seedParent' }],
  })
  const answer = JSON.parse(out)
  expect(answer.exact).toBe(true)
  expect(answer.generations.map((g: { step: unknown }) => g.step)).toEqual([
    'cross',
    'self',
    { select: { leaf: 'p' } },
    { backcross: 'seedParent' },
  ])
  expect(answer.generations[0].classes).toEqual([{ phenotype: { leaf: 'P', stem: 'Ss' }, probability: 1 }])
  const sum = (classes: { probability: number }[]) => classes.reduce((s, c) => s + c.probability, 0)
  for (const { classes } of answer.generations) expect(sum(classes)).toBeCloseTo(1, 12)
  expect(
    answer.generations[2].classes.every((c: { phenotype: { leaf: string } }) => c.phenotype.leaf === 'p'),
  ).toBe(true)
})

const carrier = [
  { probability: 0.667, genotype: { leaf: ['P', 'p'] } },
  { probability: 0.333, genotype: { leaf: ['P', 'P'] } },
]
const leaf = { loci: [{ name: 'leaf', alleles: ['P', 'p'] }], pollenParent: { leaf: ['p', 'p'] } }
const recessiveOf = (out: string) =>
  JSON.parse(out).generations.map(
    (g: { classes: { phenotype: { leaf: string } }[] }) =>
      g.classes.find(c => c.phenotype.leaf === 'p') ?? null,
  )

it('draws the doubt about a plant that is selfed once', async () => {
  const { out } = await virgulta('odds', { ...leaf, seedParent: carrier, path: [{ self: 'seedParent' }] })
  expect(recessiveOf(out)).toEqual([{ phenotype: { leaf: 'p' }, probability: expect.closeTo(0.667 / 4, 12) }])
})

it('asks for no parent that the path does not ask for', async () => {
  const alone = { loci: leaf.loci, seedParent: { leaf: ['P', 'p'] } }
  const { out } = await virgulta('odds', { ...alone, path: [{ self: 'seedParent', plants: 4 }] })
  expect(recessiveOf(out)).toMatchObject([{ probability: 0.25, chance: expect.closeTo(1 - 0.75 ** 4, 12) }])
  for (const path of [['cross'], [{ self: 'seedParent' }, { backcross: 'pollenParent' }]]) {
    const { code, error } = await virgulta('odds', { ...alone, path })
    expect({ code, error }).toEqual({
      code: 1,
      error: expect.stringMatching(/no "pollenParent" in the file/),
    })
  }
})

it.each([
  [1, 0.4972],
  [3, 0.7957],
  [10, 0.8937],
])('says what eighteen plants bring from %d back-crossed ones', async (plants, chance) => {
  const { out } = await virgulta('odds', {
    ...leaf,
    seedParent: { leaf: ['P', 'P'] },
    path: ['cross', { backcross: 'seedParent', plants }, { step: 'self', plants: 18 }],
  })
  expect(JSON.parse(out).exact).toBe(true)
  const [, backcrossed, selfed] = recessiveOf(out)
  expect(backcrossed).toBeNull()
  expect(selfed.chance).toBeCloseTo(chance, 4)
  expect(selfed.probability).toBeCloseTo(1 / 8, 12)
})

it('tells how sure a simulated chance is', async () => {
  const { out } = await virgulta('odds', {
    ...leaf,
    seedParent: { leaf: ['P', 'P'] },
    path: ['cross', { step: 'self', plants: 12 }, { step: 'sib', plants: 12 }],
  })
  const [, , { chance, chanceError }] = recessiveOf(out)
  expect(JSON.parse(out).exact).toBe(false)
  expect(chanceError).toBeGreaterThan(0)
  expect(chance).toBeGreaterThan(0.8)
})

it.each([
  [{ seedParent: carrier.slice(0, 1) }, /probabilities of the seed parent come to 0.667; they come to 1/],
  [{ seedParent: [{ ...carrier[0], probability: 0 }, carrier[1]] }, /lie above 0 and up to 1, not at 0/],
  [{ seedParent: [] }, /has no genotype for the locus "leaf"/],
  [
    { path: [{ step: 'cross', plants: 0 }] },
    /Step 1 of the path raises 0 plants; give a whole number from 1/,
  ],
  [{ path: ['cross', { select: { leaf: 'P' }, plants: 3 }] }, /a step is/],
  [{ path: ['cross', { self: 'seedParent' }] }, /Step 2 of the path is the self of a parent/],
])('says what is wrong with %j', async (wrong, words) => {
  const { code, error } = await virgulta('odds', { ...leaf, seedParent: carrier, path: ['cross'], ...wrong })
  expect(code).toBe(1)
  expect(error).toMatch(words)
})

it('budgets with a share that is one of several', async () => {
  const sure = { take: 1, seedsPerFruit: 50, germination: 1, survival: 1, keepers: 2, confidence: 0.6 }
  const shares = carrier.map(({ probability }, i) => ({ probability, share: i ? 0 : 0.25 }))
  const { out } = await virgulta('budget', { ...sure, share: shares })
  expect(JSON.parse(out)).toMatchObject({ flowers: 1, probability: expect.closeTo(0.667, 3) })
  expect((await virgulta('budget', { ...sure, confidence: 0.9, share: shares })).error).toMatch(
    /flowers give 2 keepers/,
  )
  const [one] = shares
  expect((await virgulta('budget', { ...sure, share: [{ ...one, share: 1.2 }, shares[1]] })).error).toMatch(
    /"share" may be 1.2, but a share lies between 0 and 1/,
  )
})

it('takes four alleles and double reduction', async () => {
  const { out } = await virgulta('odds', {
    ploidy: 4,
    doubleReduction: 0.1,
    loci: [{ name: 'leaf', alleles: ['P', 'p'] }],
    seedParent: { leaf: ['P', 'P', 'P', 'p'] },
    pollenParent: { leaf: ['p', 'p', 'p', 'p'] },
    path: ['cross'],
  })
  const [, recessive] = JSON.parse(out).generations[0].classes
  expect(recessive).toEqual({ phenotype: { leaf: 'p' }, probability: expect.closeTo(0.025, 12) })
})

it('budgets flowers, and tells what so many flowers bring', async () => {
  const budget = JSON.parse((await virgulta('budget', steps)).out)
  expect(budget.flowers).toBeGreaterThan(20)
  expect(budget.probability).toBeGreaterThanOrEqual(0.9)
  expect(budget.standardError).toBeLessThan(0.005)
  const some = JSON.parse((await virgulta('budget', steps, '--flowers', String(budget.flowers))).out)
  expect(some.probability).toBe(budget.probability)
  expect(
    some.keepers.slice(2).reduce((s: number, k: { probability: number }) => s + k.probability, 0),
  ).toBeCloseTo(budget.probability, 3)
})

it('budgets more flowers where fruits differ, and is exact for one whose steps are known', async () => {
  const known = { take: 1, seedsPerFruit: { mean: 8, perFruit: 2 }, germination: 1, survival: 1, share: 0.25 }
  const { probability } = JSON.parse((await virgulta('budget', known, '--flowers', '1')).out)
  // One fruit gives none with (k / (k + m))^k, of a mean of 8 · 1/4 wanted seeds.
  expect(probability).toBeCloseTo(1 - (2 / (2 + 2)) ** 2, 9)
})

it.each<[string, (string | object)[], RegExp]>([
  [
    'a share of nothing',
    ['howmany', '--share', '0'],
    /--share is a fraction such as 1\/16 or a decimal, above 0 and up to 1, not "0"/,
  ],
  ['a share that is no number', ['howmany', '--share', '1/x'], /not "1\/x"/],
  ['no share', ['howmany'], /Give the share/],
  ['an option it does not have', ['howmany', '--shore', '1'], /Options: --share, --wanted, --confidence/],
  ['no file', ['odds', '/nowhere/at.all'], /There is no file \/nowhere\/at\.all/],
  [
    'a strange allele',
    ['odds', { ...two, seedParent: { leaf: ['P', 'X'], stem: ['S', 'S'] }, path: ['cross'] }],
    /seed parent has "X" at the locus "leaf"/,
  ],
  [
    'a strange step',
    ['odds', { ...two, path: ['cross', 'clone'] }],
    /"path\.1" in .*: a step is "cross", "self", "sib"/,
  ],
  [
    'a step that leaves nothing',
    ['odds', { ...two, path: ['cross', { select: { leaf: 'p' } }] }],
    /step 2 of the path leaves nothing/,
  ],
  [
    'a share above one',
    ['budget', { ...steps, germination: 1.2 }],
    /"germination" is a share above 0 and up to 1, not 1\.2/,
  ],
  [
    'fruits that do not differ by a shape',
    ['budget', { ...steps, seedsPerFruit: { mean: 8, perFruit: 0 } }],
    /has a "perFruit" above 0, not 0/,
  ],
  ['a share in doubt without its strength', ['budget', { ...steps, take: { mean: 0.5 } }], /"take/],
])(
  'refuses %s in a sentence, with exit code 1 and nothing on standard output',
  async (_, words, sentence) => {
    const said = await virgulta(...words)
    expect(said.error).toMatch(sentence)
    expect(said.error.trim().split('\n')).toHaveLength(1)
    expect(said).toMatchObject({ code: 1, out: '' })
  },
)
