import { expect, it } from 'vitest'
import type { Cross } from '../crosses/cross'
import { fold } from '../log/fold'
import { deed, ids, newId, upToPollination } from '../testing/deeds'
import { NO_RECORDS, digestOf } from './digest'
import { chilli } from './guides/chilli'
import { cropKnowledge } from './knowledge'
import { reckonable } from './reckonable'
import type { CropHistory } from './records'

const cross: Cross = fold('cross', ids.cross, [
  deed('2026-05-01', 'crossPlanned', ids.cross, {
    code: 'K7M-4RD',
    crop: 'chilli',
    seedParentId: ids.seedParent,
    pollenParentId: ids.pollenParent,
    selfMeant: false,
    aim: 'low',
    flowersPlanned: 4,
    keepersWanted: 1,
  }),
])!
const flower = () => {
  const id = newId()
  return fold('flower', id, upToPollination('2026-06-03', '2026-06-04', id))!
}
const history = (): CropHistory => ({
  crosses: [cross],
  flowers: [flower(), flower(), flower()],
  lots: [],
  sowings: [],
  offspring: [],
})
const knowledge = cropKnowledge(chilli, NO_RECORDS)

it('leaves a sound history as it is', () => {
  const all = history()
  expect(reckonable(all, chilli, knowledge)).toEqual({
    history: all,
    digest: digestOf(all, chilli),
    leftOut: [],
  })
})

it.each([
  ['a day that is none', { chosenOn: 'no day', emasculatedOn: 'no day', pollinations: [], status: 'chosen' }],
  ['a list that is missing', { pollinations: null }],
])('leaves out a flower with %s, names it, and keeps the others', (_, wrong) => {
  const all = history()
  const [first, bad, last] = all.flowers
  all.flowers = [first!, { ...bad!, ...wrong } as never, last!]
  const { history: kept, digest, leftOut } = reckonable(all, chilli, knowledge)
  expect(leftOut).toEqual([{ type: 'flower', id: bad!.id, code: bad!.code, crossId: cross.id }])
  expect(kept.flowers).toEqual([first, last])
  expect(digest).toEqual(digestOf(kept, chilli))
})

it('leaves out a cross that cannot be reckoned, with all that belongs to it', () => {
  const all = { ...history(), crosses: [{ ...cross, plannedOn: 'no day' }] }
  const { history: kept, leftOut } = reckonable(all, chilli, knowledge)
  expect(kept).toEqual({ crosses: [], flowers: [], lots: [], sowings: [], offspring: [] })
  expect(leftOut.map(l => [l.type, l.code])).toContainEqual(['cross', 'K7M-4RD'])
})
