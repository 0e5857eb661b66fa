import { expect, it } from 'vitest'
import { virgulta } from './testing'

const tube = {
  start: 0.9,
  halfLifeDays: { at: 4, days: 60 },
  q10: 2.5,
  thawLoss: 0.1,
  history: [
    { hours: 48, celsius: 4 },
    { hours: 6, celsius: 22 },
  ],
  thaws: 1,
}

it('says what is alive after a history that is known exactly', async () => {
  const { code, out } = await virgulta('pollen', tube)
  expect(code).toBe(0)
  expect(JSON.parse(out).viability).toBeCloseTo(0.9 * 2 ** (-(2 + 0.25 * 2.5 ** 1.8) / 60) * 0.9, 12)
})

it.each<[string, object, RegExp]>([
  ['a share above one', { ...tube, start: 1.5 }, /between 0 and 1, not at 1\.5/],
  ['hours below none', { ...tube, history: [{ hours: -2, celsius: 4 }] }, /not below 0/],
  ['a file without a half-life', { ...tube, halfLifeDays: undefined }, /"halfLifeDays" in/],
  [
    'words for a temperature',
    { ...tube, history: [{ hours: 2, celsius: 'cool' }] },
    /"history\.0\.celsius" in/,
  ],
])('refuses %s in a sentence, with exit code 1 and nothing on standard output', async (_, file, sentence) => {
  const said = await virgulta('pollen', file)
  expect(said.error).toMatch(sentence)
  expect(said.error.trim().split('\n')).toHaveLength(1)
  expect(said).toMatchObject({ code: 1, out: '' })
})
