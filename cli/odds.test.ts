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
