import * as v from 'valibot'
import { counted } from '../formats/counted'
import { SCHOOLS, schoolsAt } from '../flowers/schools'
import { Code, Id, amount, keysOf, kind, words } from '../log/kind'

/** How pollen is won. */
export const COLLECTING = {
  buds: 'anthers out of buds',
  ripe: 'ripe anthers',
  warmed: 'whole anthers, warmed until they split',
  wand: 'shaken out with a vibrating rod',
  bag: 'tassel or catkin, bagged for a day',
  flowers: 'whole flowers',
} as const
/** How far the flowers were that it came from. */
export const COLLECTED_AT = {
  bud: 'in bud',
  eve: 'on the eve of opening',
  open: 'open',
  shedding: 'shedding',
  spent: 'spent',
} as const
/** How it was dried until it went into its tube. */
export const DRYING = {
  shade: 'dried still in the shade',
  agent: 'dried over a drying agent',
  none: 'not dried',
} as const
/** What makes a tube doubtful, as people see it happen. */
export const TUBE_DOUBTS = {
  mixed: 'other pollen came into it',
  damp: 'it got damp',
  sun: 'it lay in the sun',
  usedTool: 'a tool that was used before touched it',
} as const
/** How it was tested. */
export const TESTING = { germinated: 'germinated on a medium', stained: 'stained' } as const
/** Whether a test goes before or after its time in the freezer. */
export const TEST_PHASES = { before: 'before freezing', after: 'after freezing' } as const
const Donors = v.pipe(
  v.array(Id),
  v.minLength(1, 'Say which plant it comes from.'),
  v.maxLength(500),
  v.check(ids => new Set(ids).size === ids.length, 'Each plant is named once.'),
)
const Doses = amount(1, 10_000)

/** What was counted in one field of view. */
const TestField = v.pipe(
  v.strictObject({ alive: amount(0, 100_000), seen: amount(1, 100_000) }),
  v.check(
    ({ alive, seen }) => alive <= seen,
    'More were counted alive than were seen; count this field again, or correct how many there are.',
  ),
)

export const pollenKinds = {
  pollenCollected: kind(
    'tube',
    v.strictObject({
      code: Code,
      crop: words(40),
      /** several: mixed on purpose */
      donors: Donors,
      way: v.picklist(keysOf(COLLECTING)),
      stage: v.picklist(keysOf(COLLECTED_AT)),
      /** flowers, tassels or catkins it was taken from, where they were counted */
      flowers: v.optional(amount(1, 10_000)),
      /** whether they stood covered until then; absent: nobody said */
      covered: v.optional(v.boolean()),
      /** it is used as it is, for so many flowers, and not dried */
      fresh: v.optional(Doses),
    }),
    p =>
      `pollen collected: ${COLLECTING[p.way]}, ${COLLECTED_AT[p.stage]}${p.donors.length > 1 ? `, a bulk of ${p.donors.length} plants` : ''}`,
    {
      founds: true,
      codes: p => [{ code: p.code }],
      needs: p => p.donors.map(id => ({ type: 'plant', id })),
    },
  ),
  /** a father's flower, head, tassel or catkin is covered before it sheds, under a tag of its own */
  donorCovered: kind(
    'tube',
    v.strictObject({
      code: Code,
      crop: words(40),
      donors: Donors,
      way: v.picklist(schoolsAt('cover')),
    }),
    p => `to give pollen: ${SCHOOLS.cover[p.way]}`,
    {
      founds: true,
      codes: p => [{ code: p.code }],
      needs: p => p.donors.map(id => ({ type: 'plant', id })),
    },
  ),
  donorLooked: kind('tube', v.strictObject({}), () => 'looked at: does not shed yet'),
  donorTaken: kind(
    'tube',
    v.strictObject({
      stage: v.picklist(keysOf(COLLECTED_AT)),
      /** flowers it will serve as it is; absent: it is dried */
      fresh: v.optional(Doses),
      /** it gave some, and stays on its plant under its cover */
      stays: v.optional(v.literal(true)),
    }),
    p =>
      `${p.stays ? 'gave pollen and stays covered' : 'taken'}, ${COLLECTED_AT[p.stage]}${p.fresh ? `, to be used fresh for about ${counted(p.fresh, 'flower')}` : ', to be dried'}`,
  ),
  /** drying ends: it is in its tube, and stands in a store */
  pollenTubed: kind(
    'tube',
    v.strictObject({
      drying: v.picklist(keysOf(DRYING)),
      /** flowers it will serve, by eye */ doses: Doses,
      hasDesiccant: v.boolean(),
      storeId: v.nullable(Id),
    }),
    p =>
      `${DRYING[p.drying]}, put into its tube for about ${counted(p.doses, 'flower')}${p.hasDesiccant ? ', with a drying agent' : ''}`,
    { needs: p => (p.storeId ? [{ type: 'store', id: p.storeId }] : []) },
  ),
  tubeMoved: kind(
    'tube',
    v.strictObject({
      /** null: taken out, in the hand */
      toId: v.nullable(Id),
      /** where it was thought to be; absent: nobody looked */
      fromId: v.optional(v.nullable(Id)),
    }),
    p => (p.toId ? 'put into another store' : 'taken out'),
    { needs: p => (p.toId ? [{ type: 'store', id: p.toId }] : []) },
  ),
  tubeThawed: kind('tube', v.strictObject({}), () => 'thawed, and no logger saw it'),
  tubeSplit: kind(
    'tube',
    v.strictObject({
      into: v.pipe(
        v.array(v.strictObject({ id: Id, code: Code, doses: Doses })),
        v.minLength(1, 'Say into which tubes.'),
        v.maxLength(40),
      ),
      crop: words(40),
      donors: Donors,
    }),
    p => `split: ${p.into.map(t => `about ${counted(t.doses, 'flower')} into ${t.code}`).join(', ')}`,
    {
      codes: p => p.into.map(({ id, code }) => ({ code, subject: { type: 'tube', id } })),
      changes: p => p.into.map(({ id }) => ({ type: 'tube', id })),
    },
  ),
  tubeToppedUp: kind(
    'tube',
    v.strictObject({ fromId: Id, /** donors of what is poured in */ donors: Donors, doses: Doses }),
    p => `topped up for about ${counted(p.doses, 'flower')} from another tube`,
    {
      changes: p => [{ type: 'tube', id: p.fromId }],
    },
  ),
  tubeDoubted: kind(
    'tube',
    v.strictObject({ doubt: v.picklist(keysOf(TUBE_DOUBTS)) }),
    p => `doubtful: ${TUBE_DOUBTS[p.doubt]}`,
  ),
  tubeTested: kind(
    'tube',
    v.strictObject({
      method: v.picklist(keysOf(TESTING)),
      fields: v.pipe(v.array(TestField), v.minLength(1, 'Count one field at least.'), v.maxLength(60)),
      phase: v.optional(v.picklist(keysOf(TEST_PHASES))),
    }),
    p => {
      const { alive, seen } = countedTogether(p.fields)
      return `tested${p.phase ? ` ${TEST_PHASES[p.phase]}` : ''}: ${alive} of ${seen} ${TESTING[p.method]}`
    },
  ),
  tubeEnded: kind('tube', v.strictObject({ reason: words(200) }), p => `thrown away: ${p.reason}`),
}

/** All fields of a test countedTogether. */
export const countedTogether = (fields: { alive: number; seen: number }[]): { alive: number; seen: number } =>
  fields.reduce((all, field) => ({ alive: all.alive + field.alive, seen: all.seen + field.seen }), {
    alive: 0,
    seen: 0,
  })
