import { rangeInWords } from '@virgulta/core/crops/quantityWords'
import { matingWords } from '@virgulta/core/odds/oddsWords'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { POLLEN_CLASSES, SEED_KINDS } from '@virgulta/core/crops/guide'
import { MATINGS, PLOIDIES } from '@virgulta/core/odds/genome'

interface Range {
  low: number
  high: number
}

/** A range of the guide that can be changed: where it stands, and how it is written; null where the crop has none. */
export interface RangeOfGuide {
  key: string
  words: string
  unit: 'days' | '%' | 'each' | 'hours'
  of: (guide: CropGuide) => Range | null
  with: (guide: CropGuide, range: Range | null) => CropGuide
}

const inside = <K extends keyof CropGuide>(
  key: K,
  inner: keyof NonNullable<CropGuide[K]> & string,
  words: string,
  unit: RangeOfGuide['unit'],
): RangeOfGuide => ({
  key: `${key}.${inner}`,
  words,
  unit,
  of: guide => (guide[key] as Record<string, unknown>)[inner] as Range | null,
  with: (guide, range) => ({ ...guide, [key]: { ...(guide[key] as object), [inner]: range } }),
})

/** The ranges of a guide, in the order of the season. */
export const guideRanges: RangeOfGuide[] = [
  inside('bloom', 'firstFlower', 'days after the start of the usual bloom until a plant opens', 'days'),
  inside('bloom', 'lengthDays', 'days a plant is in bloom', 'days'),
  inside('bloom', 'fromSowing', 'days from sowing to the first flower', 'days'),
  inside('receptive', 'daysAfterIsolation', 'days from cover to a ready stigma', 'days'),
  inside('receptive', 'lasts', 'days it stays ready', 'days'),
  {
    key: 'receptive.hours',
    words: 'hours of the day for pollinating',
    unit: 'hours',
    of: ({ receptive: { hours } }) => ({ low: hours.from, high: hours.to }),
    with: (guide, range) => ({
      ...guide,
      receptive: { ...guide.receptive, hours: { from: range?.low ?? 0, to: range?.high ?? 24 } },
    }),
  },
  inside('take', 'daysAfterPollination', 'days from pollination until a take shows', 'days'),
  inside('take', 'rate', 'pollinated flowers that take', '%'),
  {
    key: 'fruitLoad',
    words: 'fruits a plant carries without harm',
    unit: 'each',
    of: guide => guide.fruitLoad,
    with: (guide, fruitLoad) => ({ ...guide, fruitLoad }),
  },
  inside('ripening', 'daysAfterPollination', 'days from pollination to harvest', 'days'),
  inside('ripening', 'held', 'fruits that hang until they are harvested', '%'),
  inside('ripening', 'seedsPerFruit', 'seeds in a fruit', 'each'),
  inside('ripening', 'sound', 'seeds that are sound', '%'),
  inside('sowing', 'daysToUp', 'days from sowing to the first seedlings', 'days'),
  inside('sowing', 'germination', 'sown seeds that come up', '%'),
  inside('sowing', 'survival', 'seedlings that live to be potted', '%'),
  inside('judging', 'daysAfterRaising', 'days from potting to judging', 'days'),
  inside('judging', 'reach', 'potted plants that live to be judged', '%'),
  inside('judging', 'keepShare', 'judged plants that are kept', '%'),
]

/** One of a few words or counts of the guide that can be chosen. */
export interface GuideChoice {
  key: string
  words: string
  items: { value: string | number; title: string }[]
  of: (guide: CropGuide) => string | number
  with: (guide: CropGuide, value: string | number) => CropGuide
}

export const pollenWords: Record<(typeof POLLEN_CLASSES)[number], string> = {
  long: 'lives for months, dry and cold',
  medium: 'lives for weeks, dry and cool',
  short: 'hardly lives for a day',
  minutes: 'lives for minutes',
}
export const handlingWords: Record<(typeof SEED_KINDS)[number], string> = {
  dry: 'Dry and store',
  sowAtOnce: 'Sow at once',
  chill: 'Chill moist',
  flask: 'Sterile flask',
}

/** What a guide says in one word. */
export const guideChoices: GuideChoice[] = [
  {
    key: 'mating',
    words: 'Mating',
    items: MATINGS.map(value => ({ value, title: matingWords[value] })),
    of: g => g.mating,
    with: (g, mating) => ({ ...g, mating }) as CropGuide,
  },
  {
    key: 'ploidy',
    words: 'Sets of chromosomes',
    items: PLOIDIES.map(value => ({ value, title: String(value) })),
    of: g => g.ploidy,
    with: (g, ploidy) => ({ ...g, ploidy }) as CropGuide,
  },
  {
    key: 'pollination.pollen',
    words: 'Its pollen',
    items: POLLEN_CLASSES.map(value => ({ value, title: pollenWords[value] })),
    of: g => g.pollination.pollen,
    with: (g, pollen) => ({ ...g, pollination: { ...g.pollination, pollen } }) as CropGuide,
  },
  {
    key: 'seedHandling.kind',
    words: 'Its seed',
    items: SEED_KINDS.map(value => ({ value, title: handlingWords[value] })),
    of: g => g.seedHandling.kind,
    with: (g, kind) => ({ ...g, seedHandling: { ...g.seedHandling, kind } }) as CropGuide,
  },
  {
    key: 'ripening.splits',
    words: 'Its ripe fruit',
    items: [
      { value: 'splits', title: 'Splits and drops its seed' },
      { value: 'holds', title: 'Holds its seed' },
    ],
    of: g => (g.ripening.splits ? 'splits' : 'holds'),
    with: (g, value) => ({ ...g, ripening: { ...g.ripening, splits: value === 'splits' } }),
  },
]

/** The two days of the year between which the crop usually flowers. */
export const bloomDays = [
  { end: 'from', words: 'Bloom usually begins' },
  { end: 'to', words: 'Bloom usually ends' },
] as const

/** A text of the guide that can be changed. */
export interface GuideText {
  key: string
  words: string
  of: (guide: CropGuide) => string
  with: (guide: CropGuide, text: string) => CropGuide
}

const textIn = <K extends keyof CropGuide>(key: K, inner: string, words: string): GuideText => ({
  key: `${key}.${inner}`,
  words,
  of: guide => (guide[key] as Record<string, string>)[inner]!,
  with: (guide, text) => ({ ...guide, [key]: { ...(guide[key] as object), [inner]: text } }),
})

/** The cues and ways of a guide, in the order of the work. */
export const guideTexts: GuideText[] = [
  textIn('stage', 'cue', 'The right stage'),
  textIn('stage', 'tooYoung', 'Too young'),
  textIn('stage', 'tooOld', 'Too old'),
  textIn('isolation', 'how', 'How it is covered'),
  textIn('receptive', 'cue', 'Stigma ready'),
  textIn('receptive', 'notYet', 'Stigma not yet ready'),
  textIn('receptive', 'tooLate', 'Stigma too late'),
  textIn('pollination', 'method', 'How it is pollinated'),
  textIn('take', 'yes', 'It has taken'),
  textIn('take', 'no', 'It has failed'),
  textIn('ripening', 'cue', 'It is ripe'),
  textIn('seedHandling', 'how', 'Handling the seed'),
  textIn('sowing', 'how', 'Sowing'),
]

/** A range of a guide in words; counts of a guide are whole numbers, what is learnt of them is not. */
export const guideRangeInWords = (range: Range | null, unit: RangeOfGuide['unit']): string =>
  !range
    ? 'not said'
    : unit === 'days' || unit === '%'
      ? rangeInWords(range, unit)
      : unit === 'hours'
        ? `${clock(range.low)}–${clock(range.high)}`
        : `${range.low}–${range.high}`

const clock = (hour: number) => `${Math.floor(hour)}:${String(Math.round((hour % 1) * 60)).padStart(2, '0')}`

/** True where two guides say a range differently. */
export const differs = (a: Range | null, b: Range | null): boolean => a?.low !== b?.low || a?.high !== b?.high
