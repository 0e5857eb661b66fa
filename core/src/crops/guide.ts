import * as v from 'valibot'
import { FLOWER_FORMS } from './flowerForms'

const text = v.pipe(v.string(), v.nonEmpty())

const days = v.pipe(
  v.object({ low: v.number(), high: v.number() }),
  v.check(range => range.low > 0 && range.low < range.high, 'A range of days needs 0 < low < high.'),
)

const share = v.pipe(
  v.object({ low: v.number(), high: v.number() }),
  v.check(range => range.low > 0 && range.low < range.high && range.high < 1, 'A range of shares needs 0 < low < high < 1.'),
)

const count = v.pipe(
  v.object({ low: v.number(), high: v.number() }),
  v.check(range => range.low >= 0 && range.low < range.high, 'A range of counts needs 0 ≤ low < high.'),
)

const monthDay = v.pipe(v.string(), v.regex(/^\d{2}-\d{2}$/, 'A day of the year is written as 06-14.'))

/** What is scored on a plant, and the values it can take. */
export const Trait = v.variant('scale', [
  v.object({ id: text, name: text, hint: text, scale: v.literal('steps'), steps: v.pipe(v.array(text), v.minLength(2), v.maxLength(9)) }),
  v.object({ id: text, name: text, hint: text, scale: v.literal('count'), most: v.number() }),
  v.object({ id: text, name: text, hint: text, scale: v.literal('measure'), unit: text, most: v.number() }),
])
export type Trait = v.InferOutput<typeof Trait>

/**
 * What is generally known of a crop, as ranges: the starting point of every estimate, replaced by the garden's own
 * records as these come in. Guides are data; the code knows no crop.
 */
export const CropGuide = v.object({
  id: v.pipe(v.string(), v.regex(/^[a-z][a-z-]*$/)),
  name: text,
  form: v.picklist(FLOWER_FORMS),
  /** first and last day of the usual bloom; the last may lie in the next year */
  bloom: v.object({ from: monthDay, to: monthDay }),
  stage: v.object({ cue: text, tooYoung: text, tooOld: text }),
  emasculation: v.variant('needed', [
    v.object({ needed: v.literal(true), method: text, tools: v.array(text), caution: text }),
    v.object({ needed: v.literal(false), why: text }),
  ]),
  isolation: v.object({ ways: v.pipe(v.array(v.picklist(['bag', 'net', 'tie', 'none'])), v.minLength(1)), how: text }),
  receptive: v.object({
    /** from isolation until the stigma is ready */
    daysAfterIsolation: days,
    /** how long it stays ready */
    lasts: days,
    cue: text,
    notYet: text,
    tooLate: text,
    /** hours of the day in which pollination usually works */
    hours: v.pipe(v.object({ from: v.number(), to: v.number() }), v.check(h => h.from >= 0 && h.from < h.to && h.to <= 24)),
  }),
  pollination: v.object({ method: text, tools: v.array(text) }),
  take: v.object({ daysAfterPollination: days, rate: share, yes: text, no: text, failReasons: v.array(text) }),
  ripening: v.object({ daysAfterPollination: days, cue: text, seedsPerFruit: count, sound: share }),
  seedHandling: v.object({ kind: v.picklist(['dry', 'sowAtOnce', 'chill', 'flask']), how: text }),
  sowing: v.object({ depthMm: v.number(), how: text, daysToUp: days, germination: share, survival: share, lossReasons: v.array(text) }),
  judging: v.object({ daysAfterRaising: days, keepShare: share, reasons: v.array(text), traits: v.pipe(v.array(Trait), v.minLength(1)) }),
  lostReasons: v.array(text),
  cautions: v.array(text),
})
export type CropGuide = v.InferOutput<typeof CropGuide>
