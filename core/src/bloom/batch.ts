import type { LoggedDeed } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'
import type { Blooming } from './note'
import { neverSeen, withBloomNote } from './note'

/** Plants of one line, population or clone that are sown or potted together, and flower together. */
export interface Batch {
  id: string
  code: string
  crop: string
  plantId: string
  /** day it is, or was, to be sown on */
  plannedFor: ISODate
  why: string
  sownOn: ISODate | null
  how: 'sown' | 'potted' | null
  placeId: string | null
  blooming: Blooming
  ended: { on: ISODate; reason: string } | null
}

/** The batch after one more deed. @throws {Refusal} if the deed does not fit. */
export function batchAfter(batch: Batch | null, deed: LoggedDeed, id: string): Batch {
  if (deed.kind === 'batchPlanned') {
    if (batch) throw new Refusal('already-there', `${batch.code} is planned already.`)
    const { on, ...payload } = deed.payload
    return {
      id,
      ...payload,
      plannedFor: on,
      sownOn: null,
      how: null,
      placeId: null,
      blooming: neverSeen,
      ended: null,
    }
  }
  if (!batch) throw new Refusal('unknown-batch', 'This batch is not in the garden; plan it first.')
  if (batch.ended)
    throw new Refusal(
      'batch-ended',
      `${batch.code} was ended on ${dayInWords(batch.ended.on)} (${batch.ended.reason}); undo that to go on with it.`,
    )
  switch (deed.kind) {
    case 'batchSown':
      if (batch.sownOn)
        throw new Refusal(
          'already-sown',
          `${batch.code} was ${batch.how} on ${dayInWords(batch.sownOn)}; plan another batch for another sowing.`,
        )
      return { ...batch, ...deed.payload, sownOn: deed.day }
    case 'batchBloomSeen':
      if (!batch.sownOn) throw new Refusal('not-sown', `${batch.code} is not sown yet, so it cannot bloom.`)
      if (deed.payload.on < batch.sownOn)
        throw new Refusal(
          'bloom-before-sowing',
          `${batch.code} was ${batch.how} on ${dayInWords(batch.sownOn)}; it cannot have bloomed before.`,
          'on',
        )
      return { ...batch, blooming: withBloomNote(batch.blooming, deed.payload, batch.code, deed.day) }
    case 'batchEnded':
      return { ...batch, ended: { on: deed.day, reason: deed.payload.reason } }
    default:
      return batch
  }
}
