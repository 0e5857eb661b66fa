import type { CropGuide } from '@virgulta/core/crops/guide'

interface Range { low: number, high: number }

/** A range of the guide that can be changed: where it stands, and how it is written. */
export interface GuideRange { key: string, words: string, unit: 'days' | '%' | 'each', of: (guide: CropGuide) => Range, with: (guide: CropGuide, range: Range) => CropGuide }

const inside = <K extends keyof CropGuide>(key: K, inner: keyof CropGuide[K] & string, words: string, unit: GuideRange['unit']): GuideRange => ({
  key: `${key}.${inner}`, words, unit,
  of: guide => (guide[key] as Record<string, unknown>)[inner] as Range,
  with: (guide, range) => ({ ...guide, [key]: { ...guide[key] as object, [inner]: range } }),
})

/** The ranges of a guide, in the order of the season. */
export const guideRanges: GuideRange[] = [
  inside('bloom', 'lengthDays', 'days a plant is in bloom', 'days'),
  inside('receptive', 'daysAfterIsolation', 'days from cover to a ready stigma', 'days'),
  inside('receptive', 'lasts', 'days it stays ready', 'days'),
  inside('take', 'daysAfterPollination', 'days from pollination until a take shows', 'days'),
  inside('take', 'rate', 'pollinated flowers that take', '%'),
  inside('ripening', 'daysAfterPollination', 'days from pollination to harvest', 'days'),
  inside('ripening', 'seedsPerFruit', 'seeds in a fruit', 'each'),
  inside('ripening', 'sound', 'seeds that are sound', '%'),
  inside('sowing', 'daysToUp', 'days from sowing to the first seedlings', 'days'),
  inside('sowing', 'germination', 'sown seeds that come up', '%'),
  inside('sowing', 'survival', 'seedlings that live to be potted', '%'),
  inside('judging', 'daysAfterRaising', 'days from potting to judging', 'days'),
  inside('judging', 'keepShare', 'judged plants that are kept', '%'),
]

/** A text of the guide that can be changed. */
export interface GuideText { key: string, words: string, of: (guide: CropGuide) => string, with: (guide: CropGuide, text: string) => CropGuide }

const textIn = <K extends keyof CropGuide>(key: K, inner: string, words: string): GuideText => ({
  key: `${key}.${inner}`, words, of: guide => (guide[key] as Record<string, string>)[inner]!, with: (guide, text) => ({ ...guide, [key]: { ...guide[key] as object, [inner]: text } }),
})

/** The cues and ways of a guide, in the order of the work. */
export const guideTexts: GuideText[] = [
  textIn('stage', 'cue', 'The right stage'), textIn('stage', 'tooYoung', 'Too young'), textIn('stage', 'tooOld', 'Too old'), textIn('isolation', 'how', 'How it is covered'),
  textIn('receptive', 'cue', 'Stigma ready'), textIn('receptive', 'notYet', 'Stigma not yet ready'), textIn('receptive', 'tooLate', 'Stigma too late'), textIn('pollination', 'method', 'How it is pollinated'),
  textIn('take', 'yes', 'It has taken'), textIn('take', 'no', 'It has failed'), textIn('ripening', 'cue', 'It is ripe'), textIn('seedHandling', 'how', 'Handling the seed'), textIn('sowing', 'how', 'Sowing'),
]

/** True where two guides say a range differently. */
export const differs = (a: Range, b: Range): boolean => a.low !== b.low || a.high !== b.high
