import { expect, it } from 'vitest'
import { fileOf, virgulta } from './testing'

const HEAD = 'id,seed_parent,pollen_parent'
const text = (...lines: string[]) => `${lines.join('\n')}\n`
const ask = (what: string, file: string, ...more: (string | object)[]) =>
  virgulta('lineage', what, fileOf(file), ...more)

it('tells the inbreeding of each plant, in the order of the file', async () => {
  const file = text(HEAD, 'S2,S1,S1', 'S1,A,A', 'A,,0', 'X,A,B', 'B,,', 'back, X ,A')
  expect(await ask('inbreeding', file)).toEqual({
    code: 0,
    out: text('id,inbreeding', 'S2,0.75', 'S1,0.5', 'A,0', 'X,0', 'B,0', 'back,0.25'),
    error: '',
  })
})

it('takes parents without a line of their own for founders, and says how many', async () => {
  const { code, out, error } = await ask('inbreeding', text(HEAD, 'X,A,B', 'Y,A,B', 'Z,X,Y'))
  expect([code, out]).toEqual([0, text('id,inbreeding', 'X,0', 'Y,0', 'Z,0.25')])
  expect(error.trim()).toBe('2 parents have no line of their own (A, …) and are taken for founders.')
})

it('reads columns in any order, quotes, and line ends of any kind', async () => {
  const file = 'pollen_parent,"id",seed_parent\r\n,"Old Hedge",\r\n"Old Hedge",S,"Old Hedge"\r\n\r\n'
  expect((await ask('inbreeding', file)).out).toBe(text('id,inbreeding', 'Old Hedge,0', 'S,0.5'))
})

it('tells the coancestry of pairs, of a plant with itself, too', async () => {
  const pairs = fileOf(text('a,b', 'X,Y', 'A,X', 'X,X', 'A,B'))
  const { out } = await ask('kinship', text(HEAD, 'A,,', 'B,,', 'X,A,B', 'Y,A,B'), '--pairs', pairs)
  expect(out).toBe(text('a,b,kinship', 'X,Y,0.25', 'A,X,0.25', 'X,X,0.5', 'A,B,0'))
})

it.each([
  ['a loop', text(HEAD, 'A,B,', 'B,A,'), 'A cannot be its own forebear: A comes of B comes of A.'],
  ['a plant that is its own parent', text(HEAD, 'A,A,'), 'A cannot be its own parent.'],
  [
    'a plant twice',
    text(HEAD, 'A,,', 'B,,', 'A,B,'),
    /^A stands twice in .*, again in line 4; every plant has one line\.$/,
  ],
  ['a line without an id', text(HEAD, 'A,,', ',A,A'), /^Line 3 of .* has no id/],
  ['another head', text('plant,mother,father', 'A,,'), /begins with the line "id,seed_parent,pollen_parent"/],
  ['nothing below the head', text(HEAD), /holds no plant below its first line/],
])('refuses %s in words', async (_, file, why) => {
  const { code, out, error } = await ask('inbreeding', file)
  expect([code, out]).toEqual([1, ''])
  expect(error.trim()).toMatch(why)
})

it('refuses a pair that is not in the pedigree, and what is no command', async () => {
  const pedigree = text(HEAD, 'A,,')
  const strange = await ask('kinship', pedigree, '--pairs', fileOf(text('a,b', 'A,Q')))
  expect(strange.error).toMatch(/^Line 2 of .* names "Q", which is not in /)
  expect((await ask('kinship', pedigree)).error).toMatch(/Name the file with the pairs/)
  expect((await virgulta('lineage', 'guess')).error).toMatch(/Say what of the lineage/)
  expect((await virgulta('lineage', 'inbreeding', '/nowhere.csv')).error).toMatch(/There is no file/)
})
