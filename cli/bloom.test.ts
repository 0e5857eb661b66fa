import { describe, expect, it } from 'vitest'
import { fileOf, virgulta } from './testing'

describe('degree-days', () => {
  it('sums them up and names the days that lack', async () => {
    const { code, out, error } = await virgulta(
      'degree-days',
      fileOf('date,tmin,tmax\n2026-03-01,5,15\n2026-03-02,,12\n2026-03-04,12,20\n'),
      '--base',
      '10',
    )
    expect(code).toBe(0)
    expect(JSON.parse(out)).toEqual({
      days: [
        { date: '2026-03-01', degreeDays: expect.closeTo(1.5915, 4), sum: expect.closeTo(1.5915, 4) },
        { date: '2026-03-04', degreeDays: 6, sum: expect.closeTo(7.5915, 4) },
      ],
      missing: ['2026-03-02', '2026-03-03'],
    })
    expect(error).toContain('Line 3 is left out: A temperature is missing.')
  })

  it('puts hours together to days', async () => {
    const hours = Array.from(
      { length: 24 },
      (_, h) => `2026-06-01T${String(h).padStart(2, '0')}:00:00Z,${10 + h / 2}`,
    )
    const { out } = await virgulta('degree-days', fileOf(`time,temperature\n${hours.join('\n')}\n`))
    expect(JSON.parse(out)).toEqual({
      days: [{ date: '2026-06-01', degreeDays: 5.75, sum: 5.75 }],
      missing: [],
    })
  })
})

const windows = {
  seedParent: { startDays: { 10: 0.5, 12: 0.5 }, lengthDays: { 3: 1 } },
  pollenParent: { startDays: { 12: 1 }, lengthDays: { 2: 0.5, 4: 0.5 } },
}

describe('overlap', () => {
  it('says how likely two plants meet, and for how long', async () => {
    const said = async (more: object) => JSON.parse((await virgulta('overlap', { ...windows, ...more })).out)
    expect(await said({})).toEqual({ probability: 1, expectedDays: 1.75 })
    expect(await said({ atLeastDays: 3 })).toEqual({ probability: 0.25, expectedDays: 1.75 })
    expect(await said({ atLeastDays: 3, holdDays: 2, pollenKeepsDays: 1 })).toEqual({
      probability: 1,
      expectedDays: 3,
    })
  })

  it('reckons within each season, which both feel, and averages then', async () => {
    const season = (probability: number, by: number) => ({
      probability,
      seedParent: { startDays: { [10 + by]: 1 }, lengthDays: { 5: 1 } },
      pollenParent: { startDays: { [12 + by]: 1 }, lengthDays: { 2: 1 } },
    })
    const { out } = await virgulta('overlap', {
      seasons: [season(0.5, -10), season(0.5, 10)],
      atLeastDays: 2,
    })
    // Early or late, they are together; as if each had a spring of its own they would miss each other half of the time.
    expect(JSON.parse(out)).toEqual({ probability: 1, expectedDays: 2 })
  })
})

it.each<[string, (string | object)[], RegExp]>([
  [
    'a base that is no temperature',
    ['degree-days', '/nowhere', '--base', 'warm'],
    /--base is a number, not "warm"/,
  ],
  ['a file that is not there', ['degree-days', '/nowhere/at.csv'], /There is no file \/nowhere\/at\.csv/],
  [
    'a file without temperatures',
    ['degree-days', fileOf('date,rain\n2026-01-01,2\n')],
    /No column for the temperature/,
  ],
  [
    'chances that do not come to one',
    ['overlap', { ...windows, seedParent: { ...windows.seedParent, startDays: { 10: 0.5 } } }],
    /seedParent\.startDays: Chances come to 1; these come to 0\.5/,
  ],
  [
    'a bloom of no days',
    ['overlap', { ...windows, pollenParent: { ...windows.pollenParent, lengthDays: { 0: 1 } } }],
    /pollenParent\.lengthDays: a bloom lasts at least one day/,
  ],
  ['half a day of holding', ['overlap', { ...windows, holdDays: 0.5 }], /whole numbers from 0 to 3660/],
  [
    'seasons that do not come to one',
    ['overlap', { seasons: [{ probability: 0.4, ...windows }] }],
    /probabilities of the seasons come to 0\.4; they come to 1/,
  ],
  [
    'seasons beside a pair',
    ['overlap', { ...windows, seasons: [{ probability: 1, ...windows }] }],
    /either one pair of windows/,
  ],
  ['a file without a pollen parent', ['overlap', { seedParent: windows.seedParent }], /"pollenParent" in/],
])(
  'refuses %s in a sentence, with exit code 1 and nothing on standard output',
  async (_, words, sentence) => {
    const said = await virgulta(...words)
    expect(said.error).toMatch(sentence)
    expect(said.error.trim().split('\n')).toHaveLength(1)
    expect(said).toMatchObject({ code: 1, out: '' })
  },
)
