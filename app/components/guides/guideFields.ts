import { CAUTIONS, CAUTION_IDS } from '@virgulta/core/crops/cautions'
import { FORM_IDS, flowerForms } from '@virgulta/core/crops/forms/forms'
import { CROP_GROUPS } from '@virgulta/core/crops/guide'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { SchoolStep } from '@virgulta/core/flowers/schools'
import { SCHOOL_STEPS, SCHOOL_STEP_NAMES, schoolWords, schoolsAt } from '@virgulta/core/flowers/schools'
import { FLOWER_STEPS } from '@virgulta/core/flowers/steps'
import { PLOIDIES } from '@virgulta/core/odds/genome'
import { WORK } from '@virgulta/core/round/work'

/** How a field of a guide is written down: a text, a number, one line each, or chosen from some. */
type FieldKind = 'text' | 'number' | 'lines' | 'choice' | 'switch' | 'many'

/** A field of a guide, by its path in it. */
export interface GuideField {
  path: string
  words: string
  kind: FieldKind
  /** what an emptied text becomes; undefined takes it out of the guide */ empty?: null | undefined | ''
  items?: { value: string | number; title: string }[]
}

/** A group that may be missing: its path, what it begins with, and what stands in its place without it. */
interface Optional {
  path: string
  words: string
  blank: unknown
  /** undefined takes it out of the guide */ none: unknown
  /** the path whose value tells whether it is there, where that is not its own */ tells?: string
}

/** Fields that belong together. */
export interface FieldGroup {
  heading: string
  optional?: Optional
  fields: GuideField[]
  /** shown where the group is missing */ otherwise?: GuideField[]
  groups?: FieldGroup[]
}

const text = (path: string, words: string): GuideField => ({ path, words, kind: 'text', empty: '' })
const maybeText = (path: string, words: string): GuideField => ({ path, words, kind: 'text', empty: null })
/** A text of a list of texts under names: emptied, its name goes with it. */
const namedText = (path: string, words: string): GuideField => ({
  path,
  words,
  kind: 'text',
  empty: undefined,
})
const number = (path: string, words: string): GuideField => ({ path, words, kind: 'number' })
const lines = (path: string, words: string): GuideField => ({ path, words, kind: 'lines' })
const onOff = (path: string, words: string): GuideField => ({ path, words, kind: 'switch' })
const choice = (path: string, words: string, of: Record<string, string>): GuideField => ({
  path,
  words,
  kind: 'choice',
  items: Object.entries(of).map(([value, title]) => ({ value, title })),
})
const many = (path: string, words: string, items: NonNullable<GuideField['items']>): GuideField => ({
  path,
  words,
  kind: 'many',
  items,
})

const SUN = { sunrise: 'sunrise', noon: 'noon', sunset: 'sunset' }
const NEEDS = ['light', 'warmth', 'dryness'].map(value => ({ value, title: value }))

/** A time of the day by the sun. */
const bySun = (path: string): GuideField[] => [
  choice(`${path}.after`, 'By', SUN),
  number(`${path}.minutes.low`, 'minutes from it, from'),
  number(`${path}.minutes.high`, 'minutes from it, to'),
]

const hourGroup = (event: string, heading: string): FieldGroup => ({
  heading,
  fields: [
    ...bySun(`bloom.hours.${event}`),
    number(`bloom.hours.${event}.lastsMinutes`, 'lasts, minutes'),
    many(`bloom.hours.${event}.needs`, 'waits for', NEEDS),
  ],
})

const remedy = (path: string, heading: string, words: string): FieldGroup => ({
  heading,
  optional: {
    path,
    words,
    blank: { days: 7, how: '', against: '' },
    none: null,
  },
  fields: [
    number(`${path}.days`, 'for days at most'),
    text(`${path}.how`, 'How'),
    text(`${path}.against`, 'What speaks against it'),
  ],
})

/** The schools of a step: which are in use beside the usual one, and why. */
function schoolGroup(step: SchoolStep): FieldGroup {
  const items = schoolsAt(step).map(value => ({ value, title: schoolWords(step, value) }))
  const path = `schools.${step}`
  return {
    heading: SCHOOL_STEP_NAMES[step],
    optional: {
      path,
      words: `Schools of ${SCHOOL_STEP_NAMES[step]}`,
      blank: { usual: items[0]!.value, others: [], why: '' },
      none: undefined,
    },
    fields: [many(`${path}.others`, 'In use, too', items), text(`${path}.why`, 'Why the usual one')],
  }
}

const usualHours = { after: 'sunset', minutes: { low: -120, high: 30 } }

/** A span of time that a crop may not have. */
const span = (path: string, heading: string, words: string, unit: string, blank: object): FieldGroup => ({
  heading,
  optional: { path, words, blank, none: null },
  fields: [number(`${path}.low`, `${unit}, from`), number(`${path}.high`, `${unit}, to`)],
})
/** Moist weeks that seed wants before it comes up. */
const moistWeeks = (key: string, heading: string, blank: object): FieldGroup =>
  span(`seedHandling.${key}`, heading, `${heading}, before it comes up`, 'weeks', blank)

/** Whether and how the anthers are taken out. */
const emasculation: FieldGroup = {
  heading: 'Taking the anthers out',
  optional: {
    path: 'emasculation',
    words: 'Its anthers are taken out',
    tells: 'emasculation.needed',
    blank: {
      needed: true,
      ways: { pluck: '' },
      tools: [],
      counts: 'anthers',
      usual: null,
      washes: 0,
      washMinutes: 10,
      lens: '',
    },
    none: { needed: false, why: '' },
  },
  fields: [
    ...schoolsAt('emasculation').map(way =>
      namedText(`emasculation.ways.${way}`, `How: ${schoolWords('emasculation', way)}`),
    ),
    text('emasculation.lens', 'What the lens shows'),
    lines('emasculation.tools', 'Tools'),
    choice('emasculation.counts', 'What is counted', {
      'anthers': 'anthers',
      'florets': 'florets',
      'pollen masses': 'pollen masses',
    }),
    number('emasculation.usual', 'so many in a flower; empty: not counted'),
    number('emasculation.washes', 'washings'),
    number('emasculation.washMinutes', 'minutes from one to the next'),
  ],
  otherwise: [text('emasculation.why', 'Why it needs none')],
}

/** Every field of a guide that is neither a range, a usual school, a cue nor one of its few choices, in the order of the season. */
export const fieldGroups: FieldGroup[] = [
  {
    heading: 'Its name',
    fields: [
      text('name', 'Name'),
      text('botanical', 'Botanical name'),
      choice(
        'form',
        'Flower form: its steps, names and drawings',
        Object.fromEntries(FORM_IDS.map(id => [id, flowerForms[id].name])),
      ),
      choice('group', 'Group', Object.fromEntries(CROP_GROUPS.map(group => [group, group]))),
      many(
        'levels',
        'Sets of chromosomes that occur',
        PLOIDIES.map(value => ({ value, title: String(value) })),
      ),
    ],
  },
  {
    heading: 'When it flowers',
    fields: [
      choice('bloom.half', 'Its days are meant', { north: 'north of the equator', south: 'south of it' }),
      maybeText('bloom.cut', 'Its flowering year begins, month-day; empty: as usual'),
      number('bloom.receptiveAfter', 'days from opening until stigmas are ready'),
      number('bloom.shedsAfter', 'days from opening until it sheds'),
      number('bloom.hours.mildCelsius', '°C of a usual day'),
    ],
    groups: [
      {
        heading: 'By warmth',
        optional: {
          path: 'bloom.warmth',
          words: 'Its first flower goes by warmth',
          blank: { base: 5, since: 'sowing', degreeDays: { low: 300, high: 600 } },
          none: null,
        },
        fields: [
          number('bloom.warmth.base', '°C from which warmth counts'),
          text('bloom.warmth.since', 'counted since: sowing, or a month-day'),
          number('bloom.warmth.degreeDays.low', 'degree days, from'),
          number('bloom.warmth.degreeDays.high', 'degree days, to'),
        ],
      },
      remedy('bloom.hold', 'Held back in the cool', 'The seed parent can be held back'),
      remedy('bloom.keeps', 'Pollen kept', 'Its pollen can be kept'),
    ],
  },
  {
    heading: 'The hours of its flowers',
    fields: [],
    groups: [
      hourGroup('opens', 'Flowers open'),
      hourGroup('receptive', 'Stigmas are ready'),
      hourGroup('sheds', 'Pollen is dry'),
    ],
  },
  {
    heading: 'Steps with hours of their own',
    fields: [],
    groups: FLOWER_STEPS.map(step => ({
      heading: WORK[step].words,
      optional: {
        path: `stepHours.${step}`,
        words: `“${WORK[step].words}” has its hours`,
        blank: usualHours,
        none: undefined,
      },
      fields: bySun(`stepHours.${step}`),
    })),
  },
  {
    heading: 'Schools of every step',
    fields: [],
    groups: SCHOOL_STEPS.map(schoolGroup),
  },
  {
    heading: 'Choosing and preparing',
    fields: [
      maybeText('thin', 'How it is thinned, or its rivals come off'),
      lines('lostReasons', 'How flowers are lost'),
    ],
    groups: [emasculation],
  },
  {
    heading: 'Covering and waiting',
    fields: [
      many(
        'isolation.ways',
        'Ways of covering',
        schoolsAt('cover').map(value => ({ value, title: schoolWords('cover', value) })),
      ),
      choice('isolation.until', 'The cover stays until', { take: 'it has taken', harvest: 'the harvest' }),
      choice('receptive.looks', 'A ready stigma', { shining: 'shines', fuzzy: 'looks fuzzy' }),
    ],
    groups: [
      {
        heading: 'Dry air',
        optional: {
          path: 'receptive.dryAir',
          words: 'Hot, dry air shortens the wait',
          blank: { above: 32, below: 35, share: 0.5 },
          none: null,
        },
        fields: [
          number('receptive.dryAir.above', 'above °C'),
          number('receptive.dryAir.below', 'and below % of moisture'),
          number('receptive.dryAir.share', 'to a share of'),
        ],
      },
    ],
  },
  {
    heading: 'Pollen and its flower',
    fields: [
      lines('pollination.tools', 'What is taken along'),
      text('donor.what', 'What gives pollen'),
      text('donor.how', 'How it gives'),
      maybeText('donor.order', 'Which give and which take'),
      number('donor.touches', 'flowers that one serves'),
      onOff('donor.stays', 'It stays covered and gives again'),
    ],
    groups: [
      {
        heading: 'Covered ahead',
        optional: {
          path: 'donor.covers',
          words: 'It is covered the day before',
          blank: usualHours,
          none: null,
        },
        fields: bySun('donor.covers'),
      },
      {
        heading: 'A sign after pollination',
        optional: {
          path: 'pollination.sign',
          words: 'Something shows soon after',
          blank: { cue: '', then: 'stop' },
          none: null,
        },
        fields: [
          text('pollination.sign.cue', 'What shows'),
          choice('pollination.sign.then', 'Then', {
            stop: 'no more pollen',
            oneMore: 'once more on the next day',
          }),
        ],
      },
    ],
  },
  {
    heading: 'Seed, trays and judging',
    fields: [
      many('seedHandling.soundBy', 'sound seed is told by', [
        { value: 'light', title: 'the light behind it' },
        { value: 'float', title: 'floating: empty seed does' },
      ]),
      number('ripening.losses.dropped', 'share of its seed that a split fruit drops in a day'),
      number('ripening.losses.eaten', 'share that is eaten of a ripe fruit in a day'),
      number('ripening.losses.rotRipe', 'share that rots of a ripe fruit on a wet day'),
      number('ripening.losses.rotUnripe', 'share that rots of an unripe fruit on a wet day'),
      number('ripening.losses.frost', 'share that a night of frost kills in an unripe fruit'),
      number('seedHandling.dryDays', 'seed dries, days'),
      number('seedHandling.firstLookDays', 'first look into a bag or flask, days'),
      number('seedHandling.lookEveryDays', 'then every so many days'),
      number('seedHandling.keepsYears.low', 'half of it is dead after years, from'),
      number('seedHandling.keepsYears.high', 'half of it is dead after years, to'),
      number('sowing.depthMm', 'sown so many mm deep'),
      lines('growingOn.stages', 'Stages that its seedlings show'),
      maybeText('growingOn.diesBack', 'Dies back and is lifted from, month-day; empty: it is not'),
      onOff('growingOn.firstFlowersOff', 'its first flowers come off, to build strength'),
      lines('year', 'What it wants in the year, each line as “03-15 Repot”'),
      lines('take.failReasons', 'How flowers fail'),
      lines('sowing.lossReasons', 'How seedlings are lost'),
      lines('judging.reasons.keep', 'Reasons to keep'),
      lines('judging.reasons.watch', 'Reasons to watch'),
      lines('judging.reasons.discard', 'Reasons to discard'),
      many(
        'cautions',
        'Cautions of the plant',
        CAUTION_IDS.map(value => ({ value, title: CAUTIONS[value].name })),
      ),
    ],
    groups: [
      moistWeeks('warmWeeks', 'Moist and warm first', { low: 8, high: 12 }),
      moistWeeks('coldWeeks', 'Moist and cold', { low: 6, high: 12 }),
      span(
        'ripening.fills',
        'Grain that fills, then dries',
        'Its grain is filled, from pollination',
        'days',
        {
          low: 20,
          high: 35,
        },
      ),
      span(
        'growingOn.prickOutDays',
        'Pricking out',
        'Its seedlings are pricked out, from the first ones up',
        'days',
        { low: 10, high: 25 },
      ),
    ],
  },
]

/** True where a group is there: always, or as the guide says. */
export const isThere = (guide: CropGuide, { optional }: FieldGroup): boolean =>
  !optional || Boolean(valueAt(guide, optional.tells ?? optional.path) ?? false)

/** What stands at a path; undefined where nothing does. */
export const valueAt = (guide: CropGuide, path: string): unknown =>
  path.split('.').reduce<unknown>((at, key) => (at as Record<string, unknown> | null)?.[key], guide)

/** A guide with another value at a path; undefined takes it out. */
export function withValue(guide: CropGuide, path: string, value: unknown): CropGuide {
  const put = (at: unknown, [key, ...rest]: string[]): unknown => {
    const here = { ...(at as Record<string, unknown>) }
    const inner = rest.length ? put(here[key!], rest) : value
    if (inner === undefined) {
      const { [key!]: _, ...others } = here
      return others
    }
    return { ...here, [key!]: inner }
  }
  return put(guide, path.split('.')) as CropGuide
}

/** The words of the field at a path, for a sentence that says where something is wrong. */
export function wordsAt(path: string, groups: FieldGroup[] = fieldGroups): string | null {
  for (const { fields, otherwise = [], groups: inner = [], optional } of groups) {
    const field = [...fields, ...otherwise].find(one => path.startsWith(one.path))
    if (field) return field.words
    const found = wordsAt(path, inner)
    if (found) return found
    if (optional && path.startsWith(optional.path)) return optional.words
  }
  return null
}
