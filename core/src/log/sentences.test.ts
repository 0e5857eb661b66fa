import * as v from 'valibot'
import { describe, expect, it } from 'vitest'
import { Entry } from './entry'
import { kinds } from './kinds'

/** Words of the library that no gardener should read. */
const RAW = /Invalid|Expected|received|undefined|<=|>=/

/** What can be wrong with a value. */
const WRONGS = [
  undefined,
  null,
  '',
  ' ',
  'x'.repeat(5000),
  -5,
  1.5,
  1e9,
  NaN,
  Infinity,
  'text',
  [],
  {},
  true,
  '2027-02-31',
]

/** Every field of a schema, one level deep, with each thing that can be wrong with it. */
function sentencesOf(schema: v.GenericSchema): string[] {
  const entries = (schema as { entries?: Record<string, unknown> }).entries ?? {}
  return ['no object', ...Object.keys(entries)].flatMap(field =>
    WRONGS.flatMap(wrong => {
      const result = v.safeParse(schema, field === 'no object' ? wrong : { [field]: wrong })
      return (result.issues ?? []).flatMap(issue => [
        issue.message,
        ...((issue as v.BaseIssue<unknown>).issues?.map(inner => inner.message) ?? []),
      ])
    }),
  )
}

describe('what is wrong with an entry', () => {
  it.each(Object.entries(kinds))('%s says it in words of its own', (_, kind) => {
    expect(
      [...new Set(sentencesOf(kind.payload as v.GenericSchema))].filter(sentence => RAW.test(sentence)),
    ).toEqual([])
  })

  it('is said in words for the entry itself', () => {
    const parsed = v.safeParse(Entry, {
      id: 7,
      kind: 'potted',
      subjectId: 'x',
      happenedAt: 'noon',
      payload: {},
      colour: 'red',
    })
    expect(parsed.issues!.map(i => i.message).filter(m => RAW.test(m))).toEqual([])
  })

  it.each([
    [-1, 'Give 0 or more.'],
    [1.5, 'Give a whole number.'],
    ['7', 'Give a number.'],
  ])('names what is allowed: %s', (wrong, sentence) => {
    expect(
      v.safeParse(v.pipe(v.number(), v.integer(), v.minValue(0), v.maxValue(9)), wrong).issues![0].message,
    ).toBe(sentence)
  })
})
