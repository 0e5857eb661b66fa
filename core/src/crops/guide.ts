import * as v from 'valibot'
import { MATINGS, PLOIDIES } from '../odds/genome'
import { LocusDescription, RuleDescription } from '../odds/described'
import { amount } from '../log/kind'
import { Trait } from '../offspring/trait'
import type { School, SchoolStep } from '../flowers/schools'
import { SCHOOLS, SCHOOL_STEPS, schoolsAt } from '../flowers/schools'
import { SIGN_ENDS } from '../flowers/sign'
import { FLOWER_STEPS } from '../flowers/steps'
import { CAUTION_IDS } from './cautions'
import { FORM_IDS } from './forms/forms'
import { HALVES } from './half'

const text = v.pipe(v.string(), v.nonEmpty('Write something here.'), v.maxLength(1000))
const list = <S extends v.GenericSchema>(item: S) => v.pipe(v.array(item), v.maxLength(200))

const number = (least: number, most: number) =>
  v.pipe(v.number('Write a number.'), v.minValue(least), v.maxValue(most))
const ends = (least: number, most: number) =>
  v.object({ low: number(least, most), high: number(least, most) })

/** Nothing that a crop does takes longer; degree days stay below it as well. */
const MOST_DAYS = 20_000

const days = v.pipe(
  ends(0, MOST_DAYS),
  v.check(range => range.low > 0 && range.low < range.high, 'Both days lie above 0, the smaller first.'),
)

const share = v.pipe(
  ends(0, 1),
  v.check(
    range => range.low > 0 && range.low < range.high && range.high < 1,
    'Both ends lie above 0 and below 100 %, the smaller first.',
  ),
)

/** An orchid's capsule holds millions. */
const count = v.pipe(
  ends(0, 1e8),
  v.check(range => range.low < range.high, 'Both counts are 0 or more, the smaller first.'),
)

/** Before or after something, by days or by minutes of a day. */
const around = v.pipe(
  ends(-1440, 1440),
  v.check(range => range.low < range.high, 'The smaller number comes first.'),
)

const celsius = number(-40, 60)

/** What a flower needs to go on with its day, beside time. */
const HOUR_NEEDS = ['light', 'warmth', 'dryness'] as const

/** When in the day something happens at a flower on a clear, mild, dry day, and what puts it off. */
const hourRule = v.object({
  after: v.picklist(['sunrise', 'noon', 'sunset']),
  /** minutes after it; negative: before */
  minutes: around,
  /** how long it lasts */
  lastsMinutes: number(0, 2880),
  needs: list(v.picklist(HOUR_NEEDS)),
})
export type HourRule = v.InferOutput<typeof hourRule>

/** When in the day a step at the flower is done, by the sun. */
const stepHours = v.object({
  after: v.picklist(['sunrise', 'noon', 'sunset']),
  /** minutes after it, from and until; negative: before */
  minutes: around,
})

const flowerHours = v.object({
  /** °C at which it goes as usual */
  mildCelsius: celsius,
  opens: hourRule,
  receptive: hourRule,
  sheds: hourRule,
})
export type FlowerHourRules = v.InferOutput<typeof flowerHours>

const usualHours: FlowerHourRules = {
  mildCelsius: 15,
  opens: {
    after: 'sunrise',
    minutes: { low: 120, high: 240 },
    lastsMinutes: 600,
    needs: ['light', 'warmth'],
  },
  receptive: { after: 'sunrise', minutes: { low: 150, high: 270 }, lastsMinutes: 360, needs: ['warmth'] },
  sheds: {
    after: 'sunrise',
    minutes: { low: 210, high: 330 },
    lastsMinutes: 300,
    needs: ['warmth', 'dryness'],
  },
}

/** A remedy with its limit in days, how it is done and what speaks against it. */
const remedy = v.object({ days: number(0, MOST_DAYS), how: text, against: text })

/** A share that may be nothing or all. */
const part = number(0, 1)

/**
 * Shares of the seed of a hanging fruit that are lost on one day, as rules of thumb: dropped after splitting; taken by birds and mice from
 * a ripe fruit; rotted on a wet day, ripe and unripe; killed unripe by frost. No garden has records of them.
 */
/** Fruits that hang until their harvest and plants that live to be judged, where a guide says nothing else: four in five lie here. */
export const USUAL_SHARES = { held: { low: 0.8, high: 0.98 }, reach: { low: 0.8, high: 0.98 } }
export const USUAL_LOSSES = { dropped: 0.3, eaten: 0.03, rotRipe: 0.06, rotUnripe: 0.015, frost: 0.5 }

/** Kinds of crops, for lists. */
export const CROP_GROUPS = [
  'garden flower',
  'bulb',
  'orchid',
  'succulent',
  'carnivorous plant',
  'fruit',
  'tree or shrub',
  'vegetable',
  'pulse',
  'cereal',
] as const

/** How long pollen of a crop lives: months dry and cold, weeks, a day at most, or minutes. */
export const POLLEN_CLASSES = ['long', 'medium', 'short', 'minutes'] as const

/** How seed of a crop wants to be handled from the fruit on. */
export const SEED_KINDS = ['dry', 'sowAtOnce', 'chill', 'flask'] as const

/** By what sound seed is told from empty. */
const SOUND_BY = ['light', 'float'] as const

/** Which school is usual for the crop, which others are in use, and why. */
const schoolChoice = v.object({
  usual: text,
  others: list(text),
  why: text,
  /** the garden keeps to it, where its guide says another */ isHabit: v.optional(v.boolean()),
})
export type SchoolChoice = v.InferOutput<typeof schoolChoice>

const schoolChoices = v.pipe(
  v.record(v.picklist(SCHOOL_STEPS), schoolChoice),
  v.check(
    choices =>
      Object.entries(choices).every(([step, { usual, others }]) =>
        [usual, ...others].every(school => Object.hasOwn(SCHOOLS[step as SchoolStep], school)),
      ),
    'A school that is not known at this step.',
  ),
)

/** A word for each school of taking the anthers out: how it is done. */
const emasculationWays = v.pipe(
  v.record(v.picklist(schoolsAt('emasculation')), text),
  v.check(ways => Object.keys(ways).length > 0, 'Say how the anthers are taken out, in one school at least.'),
)

const monthDay = v.pipe(
  v.string(),
  v.regex(
    /^(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/,
    'A day of the year is written as month and day, such as 06-14 for 14 June.',
  ),
  v.check(
    day => new Date(`2001-${day}T00:00Z`).toISOString().slice(5, 10) === day,
    'There is no such day of the year.',
  ),
)

/** What a plant wants in the year: the day from which on, and what. */
const yearLine = v.pipe(
  text,
  v.check(
    line => v.is(monthDay, line.slice(0, 5)) && /^ \S/.test(line.slice(5)),
    'Begin with month and day, then what is to be done: “03-15 Repot”.',
  ),
)

/** Reasons of each verdict; in older guides of a garden they stand in one list, which then serves every verdict. */
const reasons = v.union([
  v.object({ keep: list(text), watch: list(text), discard: list(text) }),
  v.pipe(
    v.array(text),
    v.maxLength(200),
    v.transform(all => ({ keep: all, watch: all, discard: all })),
  ),
])

/**
 * What is generally known of a crop, as ranges: the starting point of every estimate, replaced by the garden's own
 * records as these come in. Guides are data; the code knows no crop.
 */
export const CropGuide = v.object({
  id: v.pipe(v.string(), v.regex(/^[a-z][a-z-]*$/)),
  name: text,
  botanical: text,
  group: v.picklist(CROP_GROUPS),
  form: v.picklist(FORM_IDS),
  mating: v.optional(v.picklist(MATINGS), 'outcrossing'),
  /** sets of chromosomes that pair; allopolyploids count as 2 */
  ploidy: v.optional(v.picklist(PLOIDIES), 2),
  /** sets of chromosomes that occur among its plants, so that each plant is asked for its own; empty: all have the usual ones */
  levels: v.optional(list(number(1, 24)), []),
  /** seasons from a flower to the flowers of its offspring */
  seasons: v.optional(number(0, 100), 1),
  /** how many fruits a plant carries at a time without harm */
  fruitLoad: v.optional(v.nullable(count), null),
  /** commonly reported loci, to be checked in one's own families, and what they make together */
  loci: v.optional(list(v.object({ id: text, ...LocusDescription.entries })), []),
  rules: v.optional(list(v.object({ id: text, ...RuleDescription.entries })), []),
  bloom: v.object({
    /** the half of the earth in which its days of the year are meant; {@link import('./half').guideIn} turns them */
    half: v.optional(v.picklist(HALVES), 'north'),
    /** first and last day of the usual bloom of the crop; the last may lie in the next year */
    from: monthDay,
    to: monthDay,
    /** the day of the year on which its flowering year begins; null: half way between two usual blooms, or as the records say */
    cut: v.optional(v.nullable(monthDay), null),
    /** days after `from` within which a plant opens its first flower */
    firstFlower: v.optional(around, { low: 0, high: 40 }),
    /** days from a plant's first flower to its last */
    lengthDays: v.optional(days, { low: 14, high: 60 }),
    /** days from a flower's opening until its stigma is ready, and until its anthers shed */
    receptiveAfter: v.optional(number(-400, 400), 0),
    shedsAfter: v.optional(number(-400, 400), 0),
    /** days from sowing to the first flower, for what is sown for the season */
    fromSowing: v.optional(v.nullable(days), null),
    /** degree days to the first flower, from sowing or from a day of the year on */
    warmth: v.optional(
      v.nullable(
        v.object({ base: celsius, since: v.union([v.literal('sowing'), monthDay]), degreeDays: days }),
      ),
      null,
    ),
    /** holding the seed parent back in the cool */
    hold: v.optional(v.nullable(remedy), null),
    /** keeping pollen */
    keeps: v.optional(v.nullable(remedy), null),
    hours: v.optional(flowerHours, usualHours),
  }),
  schools: schoolChoices,
  /** the hours of steps that have some of their own; the others are done when the flower is ready, or at any hour */
  stepHours: v.optional(v.record(v.picklist(FLOWER_STEPS), stepHours), {}),
  stage: v.object({ cue: text, tooYoung: text, tooOld: text }),
  /** how a cluster is thinned; null where it is not */
  thin: v.nullable(text),
  emasculation: v.variant('needed', [
    v.object({
      needed: v.literal(true),
      ways: emasculationWays,
      tools: list(text),
      /** what is counted, and how many a flower usually has */
      counts: v.picklist(['anthers', 'florets', 'pollen masses']),
      usual: v.nullable(number(0, 100_000)),
      /** washings within a few hours */
      washes: number(0, 50),
      /** minutes from one to the next */
      washMinutes: v.optional(number(1, 240), 10),
      /** what is checked with the lens */
      lens: text,
    }),
    v.object({ needed: v.literal(false), why: text }),
  ]),
  isolation: v.object({
    ways: v.pipe(v.array(v.picklist(schoolsAt('cover'))), v.minLength(1), v.maxLength(20)),
    how: text,
    /** when it comes off: where seed would fall or stigmas go on ripening it stays until the harvest */
    until: v.optional(v.picklist(['take', 'harvest']), 'take'),
  }),
  receptive: v.object({
    /** from isolation until the stigma is ready */
    daysAfterIsolation: days,
    /** how long it stays ready */
    lasts: days,
    /** air that is warmer and drier than this shortens that to a share; null where it makes little of it */
    dryAir: v.optional(
      v.nullable(v.object({ above: celsius, below: number(0, 100), share: number(0.05, 1) })),
      null,
    ),
    /** what a drawing shows of a ready stigma */
    looks: v.optional(v.picklist(['shining', 'fuzzy']), 'shining'),
    cue: text,
    notYet: text,
    tooLate: text,
    /** hours of the day in which pollination usually works */
    hours: v.pipe(
      v.object({ from: number(0, 24), to: number(0, 24) }),
      v.check(h => h.from < h.to, 'Hours lie between 0 and 24, the first before the second.'),
    ),
  }),
  pollination: v.object({
    method: text,
    tools: list(text),
    /** passes at most, while no sign shows */
    passes: amount(1, 12),
    /** what shows soon after pollen has taken hold, and what is done then; null where nothing does */
    sign: v.optional(v.nullable(v.object({ cue: text, then: v.picklist(SIGN_ENDS) })), null),
    pollen: v.picklist(POLLEN_CLASSES),
  }),
  /** how a flower of the father gives its pollen as it is */
  donor: v.optional(
    v.object({
      /** what is taken: a bud, a head, a tassel */
      what: text,
      how: text,
      /** it is covered before it sheds, in these hours of the day before; null where it needs none */
      covers: v.nullable(stepHours),
      /** it stays on its plant under its cover, and gives again on the next days */
      stays: v.optional(v.boolean(), false),
      /** flowers that one of them serves, by a touch each */
      touches: number(1, 1000),
      /** which give and which take, where flowers open one after the other; null where it makes no difference */
      order: v.nullable(text),
    }),
    { what: 'flower', how: 'Take a flower that sheds.', covers: null, stays: false, touches: 4, order: null },
  ),
  take: v.object({ daysAfterPollination: days, rate: share, yes: text, no: text, failReasons: list(text) }),
  ripening: v.object({
    daysAfterPollination: days,
    cue: text,
    /** from pollination until a grain is whole and only has to dry; null where fruits have no such day */
    fills: v.optional(v.nullable(days), null),
    /** fruit that opens and drops its seed is netted before */ splits: v.boolean(),
    /** of those that took, so many hang until they are harvested */ held: v.optional(
      share,
      USUAL_SHARES.held,
    ),
    seedsPerFruit: count,
    sound: share,
    /** of the seed of a hanging fruit, on one day */
    losses: v.optional(
      v.object({ dropped: part, eaten: part, rotRipe: part, rotUnripe: part, frost: part }),
      USUAL_LOSSES,
    ),
  }),
  seedHandling: v.object({
    kind: v.picklist(SEED_KINDS),
    how: text,
    /** days for which it dries before it is put away */
    dryDays: v.optional(number(0, 120), 14),
    /** weeks of moist warmth, then of moist cold, that go before the days to come up; null where it needs none, or where these days hold them */
    warmWeeks: v.optional(v.nullable(days), null),
    coldWeeks: v.optional(v.nullable(days), null),
    /** days until the first look into a bag, dish or flask, and between looks */
    firstLookDays: v.optional(number(1, 365), 14),
    lookEveryDays: v.optional(number(1, 365), 10),
    /** what tells sound seed from empty: the light behind it, or whether it floats */
    soundBy: v.optional(list(v.picklist(SOUND_BY)), ['light', 'float']),
    /** years in a cool dry drawer until half of what came up does so no more */
    keepsYears: v.optional(days, { low: 3, high: 8 }),
  }),
  sowing: v.object({
    depthMm: number(0, 1000),
    how: text,
    daysToUp: days,
    germination: share,
    survival: share,
    lossReasons: list(text),
  }),
  /** how its seedlings grow on until they are judged */
  growingOn: v.optional(
    v.object({
      /** the stages that its seedlings show, one after the other */
      stages: list(text),
      /** days from the first seedlings until they are pricked out; null where they stay as they were sown */
      prickOutDays: v.nullable(days),
      /** the day of the year from which on they die back, and are lifted; null where they are not */
      diesBack: v.nullable(monthDay),
      /** its first flowers come off, so that it builds strength */
      firstFlowersOff: v.boolean(),
    }),
    {
      stages: ['seed leaves', 'first true leaf', 'several true leaves'],
      prickOutDays: null,
      diesBack: null,
      firstFlowersOff: false,
    },
  ),
  judging: v.object({
    daysAfterRaising: days,
    /** of the plants that are potted, so many live to be judged */ reach: v.optional(
      share,
      USUAL_SHARES.reach,
    ),
    keepShare: share,
    reasons,
    traits: v.pipe(v.array(Trait), v.minLength(1), v.maxLength(200)),
  }),
  /** what such a plant usually wants in the year, beside its flowers, from which day on */
  year: v.optional(list(yearLine), []),
  lostReasons: list(text),
  cautions: list(v.picklist(CAUTION_IDS)),
})
export type CropGuide = v.InferOutput<typeof CropGuide>

/** What a crop usually wants in the year, from which day on. */
export const yearOfCrop = ({ year }: Pick<CropGuide, 'year'>): { from: string; what: string }[] =>
  year.map(line => ({ from: line.slice(0, 5), what: line.slice(6) }))

/** Days from sowing to the first flower of a seedling: as it is sown for the season, else until it is usually judged. */
export const daysToFlower = ({ bloom, sowing, judging }: CropGuide): { low: number; high: number } =>
  bloom.fromSowing ?? {
    low: sowing.daysToUp.low + judging.daysAfterRaising.low,
    high: sowing.daysToUp.high + judging.daysAfterRaising.high,
  }

/** The genus of a crop: the first word of its botanical name. Crops of one genus may well cross. */
export const genusOf = ({ botanical }: Pick<CropGuide, 'botanical'>): string =>
  botanical.split(/\s/)[0]!.toLowerCase()

/** The school that the garden keeps to at a step, where the guide of the crop says another; null where it does as the guide says. */
export const habitAt = <S extends SchoolStep>(guide: CropGuide, step: S): School<S> | null =>
  guide.schools[step]?.isHabit ? usualSchool(guide, step) : null

/** The school that is usual for a crop at a step; null where the step has none for it. */
export const usualSchool = <S extends SchoolStep>(guide: CropGuide, step: S): School<S> | null =>
  (guide.schools[step]?.usual ?? null) as School<S> | null
