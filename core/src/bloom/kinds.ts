import * as v from 'valibot'
import { Code, Day, Id, amount, kind, words } from '../log/kind'
import { dayInWords } from '../time/days'
import { BloomNote, signWords } from './note'

/** Work that is planned: so that two plants meet (sowing a batch is planned with the batch itself), and reminders of one's own. */
export const TASKS = ['holdBack', 'bringBack', 'collectPollen', 'remind'] as const

const seen = (note: BloomNote) => signWords[note.sign]

export const bloomKinds = {
  bloomSeen: kind('plant', BloomNote, seen),
  trayBloomSeen: kind('sowing', BloomNote, seen),
  batchBloomSeen: kind('batch', BloomNote, seen),
  potted: kind('plant', v.strictObject({}), () => 'potted'),
  heldBack: kind('plant', v.strictObject({}), () => 'moved to the cool, to hold its bloom back'),
  broughtBack: kind('plant', v.strictObject({}), () => 'brought back from the cool'),
  batchPlanned: kind(
    'batch',
    v.strictObject({
      code: Code,
      crop: words(40),
      /** the line, population or clone it is raised from */
      plantId: Id,
      on: Day,
      why: words(300),
    }),
    p => `batch planned for ${dayInWords(p.on, true)}: ${p.why}`,
    {
      codes: p => [{ code: p.code }],
      needs: p => [{ type: 'plant', id: p.plantId }],
    },
  ),
  batchSown: kind(
    'batch',
    v.strictObject({ how: v.picklist(['sown', 'potted']), placeId: v.nullable(Id) }),
    p => `batch ${p.how}`,
  ),
  batchEnded: kind('batch', v.strictObject({ reason: words(200) }), p => `batch ended: ${p.reason}`),
  taskPlanned: kind(
    'task',
    v.strictObject({
      does: v.picklist(TASKS),
      crop: words(40),
      plantId: Id,
      /** the other parent of the cross it is for */
      forId: v.nullable(Id),
      from: Day,
      until: Day,
      why: words(300),
      /** it comes again so many days after it was done, or each year; absent: once */
      every: v.optional(v.union([v.literal('year'), amount(1, 3000)])),
    }),
    p =>
      p.does === 'remind'
        ? `reminder from ${dayInWords(p.from, true)}: ${p.why}`
        : `planned: ${taskWords[p.does]}, from ${dayInWords(p.from, true)}`,
    {
      needs: p => [
        { type: 'plant', id: p.plantId },
        ...(p.forId ? [{ type: 'plant' as const, id: p.forId }] : []),
      ],
    },
  ),
  taskDone: kind('task', v.strictObject({}), () => 'done'),
  taskDropped: kind('task', v.strictObject({ reason: words(200) }), p => `not done: ${p.reason}`),
}

/** What each task is called in the log and in the round. */
const taskWords: Record<(typeof TASKS)[number], string> = {
  remind: 'reminder',
  holdBack: 'hold back in the cool',
  bringBack: 'bring back from the cool',
  collectPollen: 'collect pollen and keep it',
}
