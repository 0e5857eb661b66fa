import { askIfSelf } from '../crosses/cross'
import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate, Instant } from '../time/days'
import { dayInWords } from '../time/days'
import type { ISOLATIONS, LOOKS } from './kinds'

/** Where a flower stands. The last five are ends: no step at the flower follows. */
export type FlowerStatus = 'chosen' | 'open' | 'waiting' | 'ready' | 'pollinated' | 'taken' | 'harvested' | 'failed' | 'missed' | 'lost'

/** Whatever one tag is tied to, with all that was done to it. */
export interface Flower {
  id: string
  code: string
  crossId: string
  seedParentId: string
  /** the pollen parent the cross was planned with */
  pollenParentId: string | null
  blooms: number
  chosenOn: ISODate
  emasculatedOn: ISODate | null
  lens: 'clean' | 'anthersLeft' | null
  isolation: { way: typeof ISOLATIONS[number], on: ISODate } | null
  looks: { look: typeof LOOKS[number], on: ISODate, at: Instant }[]
  pollinations: { pollenParentId: string, on: ISODate }[]
  /** days on which it could not yet be told whether it took */
  takeLooks: ISODate[]
  takenOn: ISODate | null
  failed: { on: ISODate, reason: string } | null
  lost: { on: ISODate, reason: string } | null
  harvest: { on: ISODate, lotId: string, fruits: number } | null
  status: FlowerStatus
  /** what makes its seed doubtful, in words */
  doubts: string[]
}

/** Refuses a step on a flower that has come to its end. */
function checkStillOnPlant(flower: Flower, step: string): void {
  const { lost, failed, harvest, code } = flower
  if (lost) throw new Refusal('flower-lost', `${code} was lost on ${dayInWords(lost.on)} (${lost.reason}), so it cannot be ${step}. Choose another flower, or undo the loss.`)
  if (failed) throw new Refusal('flower-failed', `${code} failed on ${dayInWords(failed.on)} (${failed.reason}), so it cannot be ${step}. Choose another flower.`)
  if (harvest) throw new Refusal('flower-harvested', `${code} was harvested on ${dayInWords(harvest.on)}, so it cannot be ${step}.`)
}

function checkNotPollinated(flower: Flower, step: string): void {
  checkStillOnPlant(flower, step)
  const first = flower.pollinations[0]
  if (first) throw new Refusal('already-pollinated', `${flower.code} was pollinated on ${dayInWords(first.on)}; it can no longer be ${step}.`)
}

function checkPollinated(flower: Flower, step: string): void {
  checkStillOnPlant(flower, step)
  if (!flower.pollinations.length) throw new Refusal('not-pollinated', `${flower.code} has not been pollinated yet, so it cannot be ${step}.`)
}

/** The flower after one more deed. @throws {Refusal} if the flower is not in a fit state for the step. */
export function flowerAfter(flower: Flower | null, deed: LoggedDeed, id: string): Flower {
  if (deed.kind === 'flowerChosen') {
    if (flower) throw new Refusal('already-there', `${flower.code} is tied to this flower already.`)
    return withStatus({
      id, ...deed.payload, chosenOn: deed.day, emasculatedOn: null, lens: null, isolation: null, looks: [], pollinations: [],
      takeLooks: [], takenOn: null, failed: null, lost: null, harvest: null, status: 'chosen', doubts: [],
    })
  }
  if (!flower) throw new Refusal('unknown-flower', 'This flower has no tag yet; choose it first.')
  return withStatus(stepOn(flower, deed))
}

function stepOn(flower: Flower, deed: LoggedDeed): Flower {
  switch (deed.kind) {
    case 'emasculated':
      checkNotPollinated(flower, 'emasculated')
      return { ...flower, emasculatedOn: deed.day }
    case 'lensChecked':
      checkNotPollinated(flower, 'checked for anthers')
      if (!flower.emasculatedOn) throw new Refusal('not-emasculated', `${flower.code} has not been emasculated yet; the lens check comes after.`)
      return { ...flower, lens: deed.payload.found }
    case 'isolated':
      checkStillOnPlant(flower, 'isolated')
      return { ...flower, isolation: { way: deed.payload.way, on: deed.day } }
    case 'looked':
      checkNotPollinated(flower, 'looked at for readiness')
      return { ...flower, looks: [...flower.looks, { look: deed.payload.look, on: deed.day, at: deed.happenedAt }] }
    case 'pollinated':
      checkStillOnPlant(flower, 'pollinated')
      if (flower.looks.at(-1)?.look === 'tooLate') throw new Refusal('flower-missed', `${flower.code} was too late on ${dayInWords(flower.looks.at(-1)!.on)}; choose another flower.`)
      if (flower.takenOn) throw new Refusal('already-taken', `${flower.code} took on ${dayInWords(flower.takenOn)}; more pollen would change nothing.`)
      askIfSelf(flower.seedParentId, deed.payload.pollenParentId, deed.payload.selfMeant)
      return { ...flower, pollinations: [...flower.pollinations, { pollenParentId: deed.payload.pollenParentId, on: deed.day }] }
    case 'takeNoted':
      checkPollinated(flower, 'looked at for its take')
      if (deed.payload.take === 'taken') return { ...flower, takenOn: flower.takenOn ?? deed.day }
      if (deed.payload.take === 'notYet') return { ...flower, takeLooks: [...flower.takeLooks, deed.day] }
      return { ...flower, failed: { on: deed.day, reason: deed.payload.reason ?? 'no reason noted' } }
    case 'flowerLost':
      checkStillOnPlant(flower, 'lost again')
      return { ...flower, lost: { on: deed.day, reason: deed.payload.reason } }
    case 'harvested': {
      checkPollinated(flower, 'harvested')
      const { fruits } = deed.payload.flowers.find(f => f.flowerId === flower.id)!
      if (fruits > flower.blooms) {
        throw new Refusal('too-many-fruits', `${flower.code} is tied to ${flower.blooms === 1 ? 'one flower' : `${flower.blooms} flowers`}, so it cannot give ${fruits} fruits.`, 'fruits')
      }
      return { ...flower, takenOn: flower.takenOn ?? deed.day, harvest: { on: deed.day, lotId: deed.subjectId, fruits } }
    }
    default: return flower
  }
}

function withStatus(flower: Flower): Flower {
  return { ...flower, status: statusOf(flower), doubts: doubtsOf(flower) }
}

function statusOf({ lost, failed, harvest, takenOn, pollinations, looks, isolation, emasculatedOn }: Flower): FlowerStatus {
  if (lost) return 'lost'
  if (failed) return 'failed'
  if (harvest) return 'harvested'
  if (takenOn) return 'taken'
  if (pollinations.length) return 'pollinated'
  const look = looks.at(-1)?.look
  if (look === 'tooLate') return 'missed'
  if (look === 'ready') return 'ready'
  if (isolation) return 'waiting'
  return emasculatedOn ? 'open' : 'chosen'
}

function doubtsOf({ lens, isolation, looks, pollinations, pollenParentId }: Flower): string[] {
  const doubts: string[] = []
  if (lens === 'anthersLeft') doubts.push('anthers were left: some seed may be selfed')
  if (pollinations.length && (!isolation || isolation.way === 'none')) doubts.push('was not isolated: other pollen may have come')
  if (pollinations.length && looks.at(-1)?.look === 'notYet') doubts.push('was pollinated before it was ready')
  const fathers = new Set(pollinations.map(p => p.pollenParentId))
  if (fathers.size > 1) doubts.push('has pollen of more than one parent')
  else if (fathers.size === 1 && pollenParentId && !fathers.has(pollenParentId)) doubts.push('has another pollen parent than planned')
  return doubts
}
