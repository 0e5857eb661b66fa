import type { Trait } from '../../offspring/trait'
import type { Sign } from '../../flowers/sign'
import type { School, SchoolStep } from '../../flowers/schools'
import type { CautionId } from '../cautions'
import type { FlowerForm } from '../form'
import type { FormId } from '../forms/forms'
import { flowerForms } from '../forms/forms'
import type { FruitLosses } from '../../seed/ripeness'
import type { CropGuide, FlowerHourRules, SchoolChoice } from '../guide'
import { USUAL_LOSSES, USUAL_SHARES } from '../guide'
import { watchReasons } from './traits'

/** Seedlings that are judged so many days after potting, or later, have stood for years. */
const SLOW_DAYS = 700

/** A range as it is written here: low, high. */
type Range = [low: number, high: number]
const range = ([low, high]: Range) => ({ low, high })

/** When in the day flowers of a crop are worked. */
type DayPart = 'dawn' | 'morning' | 'midday' | 'evening'

const dayParts: Record<
  DayPart,
  { hours: { from: number; to: number }; rules: (mildCelsius: number) => FlowerHourRules }
> = {
  dawn: {
    hours: { from: 5, to: 9 },
    rules: mildCelsius => hourRules(mildCelsius, 'sunrise', [0, 60], [10, 70], [30, 100]),
  },
  morning: {
    hours: { from: 7, to: 11 },
    rules: mildCelsius => hourRules(mildCelsius, 'sunrise', [90, 180], [110, 210], [180, 290]),
  },
  midday: {
    hours: { from: 10, to: 15 },
    rules: mildCelsius => hourRules(mildCelsius, 'sunrise', [150, 260], [180, 300], [240, 370]),
  },
  evening: {
    hours: { from: 18, to: 21.5 },
    rules: mildCelsius => hourRules(mildCelsius, 'sunset', [-150, -50], [-90, 10], [-120, -20]),
  },
}

function hourRules(
  mildCelsius: number,
  after: 'sunrise' | 'sunset',
  opens: Range,
  receptive: Range,
  sheds: Range,
): FlowerHourRules {
  return {
    mildCelsius,
    opens: { after, minutes: range(opens), lastsMinutes: 480, needs: ['light', 'warmth'] },
    receptive: { after, minutes: range(receptive), lastsMinutes: 270, needs: ['warmth'] },
    sheds: { after, minutes: range(sheds), lastsMinutes: 240, needs: ['warmth', 'dryness'] },
  }
}

/** The hours of a flower that sheds before its stigma is ready for strange pollen. */
const shedding = (rules: FlowerHourRules): FlowerHourRules => ({
  ...rules,
  receptive: { ...rules.receptive, minutes: rules.sheds.minutes },
  sheds: { ...rules.sheds, minutes: rules.receptive.minutes },
})

/** The hours of a crop's flowers: when they shed depends on how they are built. */
function hoursOf(
  { isPollenAtHand }: FlowerForm,
  { shedsFirst }: CropNotes,
  rules: FlowerHourRules,
): FlowerHourRules {
  if (isPollenAtHand) return { ...rules, sheds: { ...rules.receptive, needs: [] } }
  return shedsFirst ? shedding(rules) : rules
}

const keeping: Record<CropGuide['pollination']['pollen'], CropGuide['bloom']['keeps']> = {
  minutes: null,
  long: {
    days: 200,
    how: 'Dry it a day or two in the shade, then a closed tube with a drying agent in the freezer.',
    against: 'Each thaw costs some of it; test what is older than a month.',
  },
  medium: {
    days: 21,
    how: 'Dry it a day in the shade, then a closed tube with a drying agent in the refrigerator.',
    against: 'It weakens within weeks; test it before it is counted on.',
  },
  short: {
    days: 1,
    how: 'Keep it dry and cool, and use it the same day.',
    against: 'It hardly keeps: have the pollen parent in flower.',
  },
}

type SeedHandling = CropGuide['seedHandling']

/** How seed of each kind is handled, where a crop says nothing else. */
const seedHandling: Record<SeedHandling['kind'], Omit<SeedHandling, 'kind'>> = {
  dry: {
    how: 'Clean, dry two weeks in the shade at room warmth, then packet with a drying agent.',
    dryDays: 14,
    warmWeeks: null,
    coldWeeks: null,
    firstLookDays: 5,
    lookEveryDays: 4,
    soundBy: ['light', 'float'],
    keepsYears: { low: 3, high: 8 },
  },
  sowAtOnce: {
    how: 'Sow fresh: it dies or falls into a long sleep when it dries.',
    dryDays: 0,
    warmWeeks: null,
    coldWeeks: null,
    firstLookDays: 10,
    lookEveryDays: 7,
    soundBy: ['float'],
    keepsYears: { low: 0.1, high: 0.5 },
  },
  chill: {
    how: 'Mix with moist sand in a bag in the refrigerator for the weeks it needs, and look every ten days for sprouts; or sow outdoors in autumn.',
    dryDays: 3,
    warmWeeks: null,
    coldWeeks: { low: 6, high: 12 },
    firstLookDays: 21,
    lookEveryDays: 10,
    soundBy: ['light', 'float'],
    keepsYears: { low: 1.5, high: 5 },
  },
  flask: {
    how: 'Dust seed without a food reserve: sow on sterile medium in a flask, from the closed pod or the dry seed.',
    dryDays: 7,
    warmWeeks: null,
    coldWeeks: null,
    firstLookDays: 7,
    lookEveryDays: 14,
    soundBy: ['light'],
    keepsYears: { low: 0.4, high: 1.5 },
  },
}

/** What plants of a group usually want in the year; dates of the north. */
export const usualYear: Partial<Record<CropGuide['group'], CropGuide['year']>> = {
  'garden flower': ['04-01 Feed as growth begins', '11-01 Cut back what has died down'],
  'bulb': [
    '04-15 Feed while the leaves are green',
    '07-01 Keep dry, or lift, as the leaves die back',
    '09-15 Plant or repot',
  ],
  'orchid': ['03-15 Repot as new roots show', '11-01 Less water, no feed'],
  'succulent': ['03-15 Repot, then dry for a week', '11-01 Rest: cool, hardly any water'],
  'carnivorous plant': ['02-15 Repot before growth begins', '11-01 Cool rest, less water'],
  'fruit': ['02-01 Prune', '03-15 Feed'],
  'tree or shrub': ['02-15 Cut back', '03-15 Feed'],
}

/** How seedlings of a group usually grow on; dates of the north. */
const growingOn: Partial<Record<CropGuide['group'], Partial<CropGuide['growingOn']>>> = {
  'garden flower': { prickOutDays: { low: 10, high: 25 } },
  'vegetable': { prickOutDays: { low: 8, high: 20 } },
  'tree or shrub': { prickOutDays: { low: 15, high: 45 } },
  'fruit': { prickOutDays: { low: 15, high: 45 }, firstFlowersOff: true },
  'succulent': {
    prickOutDays: { low: 60, high: 150 },
    stages: ['green dots', 'first spines or leaves', 'as large as a pea'],
  },
  'carnivorous plant': {
    prickOutDays: { low: 90, high: 200 },
    stages: ['seed leaves', 'first small traps', 'traps that catch'],
  },
  'bulb': {
    stages: ['one grass-like leaf', 'a small bulb', 'two leaves', 'a bulb near flowering size'],
    diesBack: '07-01',
  },
  'orchid': {
    stages: ['green body', 'first leaf', 'first root', 'two leaves and roots', 'out of the flask'],
  },
  'cereal': { stages: ['one leaf', 'three leaves', 'shooting', 'ear out'] },
}

/** How seedlings of a group grow on, but for what a crop does its own way. */
export const growingOnOf = (
  group: CropGuide['group'],
  own: Partial<CropGuide['growingOn']> = {},
): CropGuide['growingOn'] => ({
  stages: ['seed leaves', 'first true leaf', 'several true leaves', 'a young plant'],
  prickOutDays: null,
  diesBack: null,
  firstFlowersOff: false,
  ...growingOn[group],
  ...own,
})

/** How seed of a kind is handled, but for what a crop does its own way. */
export const seedHandlingOf = (
  kind: SeedHandling['kind'],
  own: Partial<Omit<SeedHandling, 'kind'>>,
): SeedHandling => ({ kind, ...seedHandling[kind], ...own })

const vigour: Trait = {
  id: 'vigour',
  name: 'vigour',
  hint: 'Against its neighbours.',
  scale: 'steps',
  steps: ['poor', 'fair', 'good', 'very good'],
  good: 'high',
}
const health: Trait = {
  id: 'health',
  name: 'health',
  hint: 'Leaf and stem, when the family is in full growth.',
  scale: 'steps',
  steps: ['sick', 'marked', 'clean'],
  good: 'high',
}
const weather: Trait = {
  id: 'weather',
  name: 'stood the weather',
  hint: 'After the first storm, or after a week of heat.',
  scale: 'steps',
  steps: ['flattened', 'leaning', 'stood'],
  good: 'high',
}

/** Traits that any crop is scored on. */
export const usualTraits = { vigour, health, weather }

/** What a crop has of its own; the rest it takes from its form. */
export interface CropNotes {
  id: string
  name: string
  botanical: string
  group: CropGuide['group']
  form: FormId
  mating: CropGuide['mating']
  ploidy?: CropGuide['ploidy']
  /** seasons from a flower to the flowers of its offspring */
  seasons: number
  fruitLoad: Range
  bloom: {
    from: string
    to: string
    lengthDays: Range
    firstFlower?: Range
    fromSowing?: Range
    /** degree days to the first flower, where the crop is known to go by them */
    warmth?: CropGuide['bloom']['warmth']
    hold?: CropGuide['bloom']['hold']
  }
  /** °C at which its flowers go as usual, and when in the day */
  at: DayPart
  mild: number
  /** hours of the day in which it is worked, where the part of the day says too little */
  hours?: CropGuide['receptive']['hours']
  /** the hours of steps, where they are others than those of its form */
  stepHours?: CropGuide['stepHours']
  /** air in which it is ready for a shorter time */
  dryAir?: CropGuide['receptive']['dryAir']
  /** its style takes its own pollen along before it is ready for another's */
  shedsFirst?: boolean
  /** seasons and why of the schools in use; the first school is the usual one */
  schools?: { [S in SchoolStep]?: [schools: School<S>[], why: string] }
  /** days from cover until the stigma is ready, and how long it stays so */
  ready: Range
  lasts: Range
  passes: number
  /** how its father's flowers give, where it differs from their form */
  donor?: Partial<CropGuide['donor']>
  /** what shows after pollination, where it is another sign than that of its form */
  sign?: Sign
  pollen: CropGuide['pollination']['pollen']
  /** days until a take shows, and the share that takes */
  take: [days: Range, rate: Range]
  ripe: {
    days: Range
    cue: string
    /** fruits that hang until they are harvested */ held?: Range
    seeds: Range
    sound: Range
    splits?: boolean
    losses?: Partial<FruitLosses>
  }
  seed: CropGuide['seedHandling']['kind']
  seedHow?: string
  /** how long it dries, is chilled and keeps, where it differs from seed of its kind */
  seedTimes?: Partial<Omit<SeedHandling, 'kind' | 'how'>>
  sow: { depthMm: number; how: string; up: Range; germination: Range; survival?: Range; losses?: string[] }
  /** how its seedlings grow on, where it differs from its group */
  growing?: Partial<CropGuide['growingOn']>
  judged: { days: Range; /** reasons of a verdict */ keep: string[]; discard: string[]; traits: Trait[] }
  /** commonly reported loci and what they make together, to be checked in one's own families */
  loci?: CropGuide['loci']
  rules?: CropGuide['rules']
  /** sets of chromosomes that occur among its plants, where one must ask */
  levels?: number[]
  /** anthers of a flower, where they are counted and its form has no number */
  anthers?: number
  emasculation?: false
  /** why it needs no emasculation, where its form usually does */
  why?: string
  cautions?: CautionId[]
  /** its rivals usually come off before it is worked, where its form does not say so */
  isThinned?: true
  /** cues of its own, where it differs from its form */
  stage?: CropGuide['stage']
  cues?: {
    /** what a ready stigma looks like, and what is said of it */
    looks?: CropGuide['receptive']['looks']
    ready?: Partial<Pick<CropGuide['receptive'], 'cue' | 'notYet' | 'tooLate'>>
    /** how the pollen is brought */
    transfer?: string
    take?: string
    failure?: string
  }
}

const choice = ([[usual, ...others], why]: [schools: string[], why: string]): SchoolChoice => ({
  usual: usual!,
  others,
  why,
})

/** The guide of a crop: what its form says, with what is its own. */
export function guideFrom(notes: CropNotes): CropGuide {
  const form: FlowerForm = flowerForms[notes.form]
  const { hours, rules } = dayParts[notes.at]
  const needsEmasculation = form.emasculation !== null && notes.emasculation !== false
  const ways = Object.keys(form.emasculation?.ways ?? {})
  const schools: { [S in SchoolStep]?: [schools: string[], why: string] } = {
    ...(form.thin
      ? { rivals: [form.isThinned || notes.isThinned ? ['off', 'on'] : ['on', 'off'], form.thin] }
      : {}),
    ...(needsEmasculation ? { emasculation: [[...ways, 'none'], 'The usual way for this form.'] } : {}),
    cover: [[...form.cover.ways], form.cover.how],
    transfer: [[...form.transfer.ways], form.transfer.how],
    timing: [
      needsEmasculation && notes.ready[0] >= 1
        ? ['receptive', 'nextMorning', 'atOnce']
        : ['nextMorning', 'atOnce', 'receptive'],
      `The stigma is usually ready ${notes.ready[0]} to ${notes.ready[1]} days after it was covered.`,
    ],
    hour: [
      notes.at === 'evening'
        ? ['evening', 'earlyMorning']
        : notes.at === 'midday'
          ? ['lateMorning', 'earlyMorning']
          : ['earlyMorning', 'lateMorning'],
      'When pollen is dry and stigmas are fresh.',
    ],
    passes: [
      notes.passes === 1 ? ['once', 'daily'] : ['daily', 'twiceDaily', 'once'],
      notes.passes === 1
        ? 'One good touch is enough when the stigma is ready.'
        : 'Stigmas or florets ripen one after the other.',
    ],
    harvest: [notes.ripe.splits ? ['split', 'colour', 'days'] : ['colour', 'days'], notes.ripe.cue],
    ...(notes.mating === 'selfing' || notes.mating === 'outcrossing'
      ? {
          source: [
            ['otherPlant', 'samePlant', 'ownFlower'],
            'For a cross another plant; for a self its own flower or another one of the plant.',
          ],
        }
      : {}),
    ...(notes.schools as Record<string, [string[], string]>),
  }
  return {
    id: notes.id,
    name: notes.name,
    botanical: notes.botanical,
    group: notes.group,
    form: notes.form,
    mating: notes.mating,
    ploidy: notes.ploidy ?? 2,
    seasons: notes.seasons,
    fruitLoad: range(notes.fruitLoad),
    loci: notes.loci ?? [],
    rules: notes.rules ?? [],
    levels: notes.levels ?? [],
    bloom: {
      half: 'north',
      from: notes.bloom.from,
      to: notes.bloom.to,
      cut: null,
      firstFlower: range(notes.bloom.firstFlower ?? [0, 30]),
      lengthDays: range(notes.bloom.lengthDays),
      receptiveAfter: notes.form === 'laterStigma' ? 4 : 0,
      shedsAfter: notes.form === 'buzz' ? 1 : 0,
      fromSowing: notes.bloom.fromSowing ? range(notes.bloom.fromSowing) : null,
      warmth: notes.bloom.warmth ?? null,
      hold: notes.bloom.hold ?? null,
      keeps: keeping[notes.pollen],
      hours: hoursOf(form, notes, rules(notes.mild)),
    },
    schools: Object.fromEntries(Object.entries(schools).map(([step, known]) => [step, choice(known)])),
    stepHours: {
      ...form.hours,
      // What opens in the evening is opened by hand in the afternoon.
      ...(notes.at === 'evening' && needsEmasculation
        ? { emasculate: { after: 'sunset' as const, minutes: { low: -240, high: -60 } } }
        : {}),
      ...notes.stepHours,
    },
    stage: notes.stage ?? { ...form.stage },
    thin: form.thin,
    emasculation: needsEmasculation
      ? {
          needed: true,
          ways: { ...form.emasculation!.ways },
          tools: [...form.emasculation!.tools],
          counts: form.emasculation!.counts,
          usual: notes.anthers ?? form.emasculation!.usual,
          washes: form.emasculation!.washes,
          washMinutes: form.emasculation!.washMinutes ?? 10,
          lens: form.lens,
        }
      : { needed: false, why: notes.why ?? form.noEmasculation! },
    isolation: { ways: [...form.cover.ways], how: form.cover.how, until: form.cover.until },
    receptive: {
      daysAfterIsolation: range(notes.ready),
      lasts: range(notes.lasts),
      dryAir: notes.dryAir ?? null,
      looks: notes.cues?.looks ?? 'shining',
      ...form.ready,
      ...notes.cues?.ready,
      hours: notes.hours ?? hours,
    },
    pollination: {
      method: notes.cues?.transfer ?? form.transfer.how,
      tools: [...form.transfer.tools],
      passes: notes.passes,
      sign: notes.passes > 1 ? (notes.sign ?? form.sign) : null,
      pollen: notes.pollen,
    },
    donor: { ...form.donor, ...notes.donor },
    take: {
      daysAfterPollination: range(notes.take[0]),
      rate: range(notes.take[1]),
      yes: notes.cues?.take ?? form.take.yes,
      no: notes.cues?.failure ?? form.take.no,
      failReasons: [...form.take.failReasons],
    },
    ripening: {
      daysAfterPollination: range(notes.ripe.days),
      cue: notes.ripe.cue,
      // A grain is whole long before it is dry.
      fills:
        notes.group === 'cereal'
          ? range([notes.ripe.days[0] * 0.5, notes.ripe.days[1] * 0.7].map(Math.round) as Range)
          : null,
      splits: notes.ripe.splits ?? false,
      held: notes.ripe.held ? range(notes.ripe.held) : USUAL_SHARES.held,
      seedsPerFruit: range(notes.ripe.seeds),
      sound: range(notes.ripe.sound),
      losses: { ...USUAL_LOSSES, ...notes.ripe.losses },
    },
    seedHandling: seedHandlingOf(notes.seed, {
      ...(notes.seedHow ? { how: notes.seedHow } : {}),
      // No light comes through a bean or a grain.
      ...(['pulse', 'cereal'].includes(notes.group) ? { soundBy: ['float' as const] } : {}),
      ...notes.seedTimes,
    }),
    sowing: {
      depthMm: notes.sow.depthMm,
      how: notes.sow.how,
      daysToUp: range(notes.sow.up),
      germination: range(notes.sow.germination),
      survival: range(notes.sow.survival ?? [0.7, 0.92]),
      lossReasons: notes.sow.losses ?? ['damped off', 'dried out', 'slugs', 'weak'],
    },
    growingOn: growingOnOf(notes.group, notes.growing),
    year: usualYear[notes.group] ?? [],
    judging: {
      daysAfterRaising: range(notes.judged.days),
      // Of what has to stand for years more is lost.
      reach: notes.judged.days[1] > SLOW_DAYS ? range([0.6, 0.93]) : USUAL_SHARES.reach,
      keepShare: { low: 0.03, high: 0.12 },
      reasons: { keep: notes.judged.keep, watch: [...watchReasons], discard: notes.judged.discard },
      traits: notes.judged.traits,
    },
    lostReasons: [...form.lostReasons],
    cautions: notes.cautions ?? [],
  }
}
