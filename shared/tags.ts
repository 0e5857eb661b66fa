import { Id, amount } from '@virgulta/core/log/kind'
import * as v from 'valibot'

const mm = (least: number, most: number) =>
  v.pipe(
    v.number('Give millimetres.'),
    v.minValue(least, `Give at least ${least} mm.`),
    v.maxValue(most, `Give at most ${most} mm.`),
  )

/** A sheet that tags are printed on: the page, and how the tags lie on it; lengths in millimetres. */
export const TagSheet = v.pipe(
  v.object({
    page: v.picklist(['A4', 'LETTER', 'A4 across']),
    width: mm(25, 290),
    height: mm(10, 120),
    columns: amount(1, 10),
    rows: amount(1, 30),
    left: mm(0, 60),
    top: mm(0, 60),
    gapX: mm(0, 40),
    gapY: mm(0, 40),
    /** cut out along its outline, peeled off, or looped round the stem through its own slit */
    shape: v.picklist(['cut', 'label', 'loop']),
  }),
  v.check(
    ({ page, width, columns, left, gapX }) =>
      left + columns * width + (columns - 1) * gapX <= PAGES[page].width + 0.5,
    'The tags are wider than the page; take fewer columns, narrower tags or a smaller margin.',
  ),
  v.check(
    ({ page, height, rows, top, gapY }) =>
      top + rows * height + (rows - 1) * gapY <= PAGES[page].height + 0.5,
    'The tags are higher than the page; take fewer rows, lower tags or a smaller margin.',
  ),
)
export type TagSheet = v.InferOutput<typeof TagSheet>

/** Pages, in millimetres. */
export const PAGES = {
  'A4': { width: 210, height: 297 },
  'LETTER': { width: 215.9, height: 279.4 },
  'A4 across': { width: 297, height: 210 },
} as const

/** Common sheets. */
export const SHEETS: Record<string, { name: string; sheet: TagSheet }> = {
  cut16: {
    name: 'A4, 16 large tags to cut',
    sheet: {
      page: 'A4',
      width: 94,
      height: 32,
      columns: 2,
      rows: 8,
      left: 9,
      top: 9,
      gapX: 3,
      gapY: 3,
      shape: 'cut',
    },
  },
  label24: {
    name: 'A4, 24 labels of 64 × 34 mm',
    sheet: {
      page: 'A4',
      width: 64,
      height: 33.9,
      columns: 3,
      rows: 8,
      left: 7,
      top: 13,
      gapX: 2.5,
      gapY: 0,
      shape: 'label',
    },
  },
  label40: {
    name: 'A4, 40 labels of 48 × 25 mm',
    sheet: {
      page: 'A4',
      width: 48.5,
      height: 25.4,
      columns: 4,
      rows: 10,
      left: 8,
      top: 21.5,
      gapX: 0,
      gapY: 0,
      shape: 'label',
    },
  },
  letter30: {
    name: 'Letter, 30 labels of 67 × 25 mm',
    sheet: {
      page: 'LETTER',
      width: 66.7,
      height: 25.4,
      columns: 3,
      rows: 10,
      left: 4.8,
      top: 12.7,
      gapX: 3.2,
      gapY: 0,
      shape: 'label',
    },
  },
  loop8: {
    name: 'A4 across, 8 loop tags of 275 × 20 mm',
    sheet: {
      page: 'A4 across',
      width: 275,
      height: 20,
      columns: 1,
      rows: 8,
      left: 11,
      top: 9,
      gapX: 0,
      gapY: 4,
      shape: 'loop',
    },
  },
}

const number = v.pipe(v.string(), v.transform(Number))
const part = (schema: v.GenericSchema<number, number>) => v.optional(v.pipe(number, schema))

/** Which sheet is asked for: a common one, with what is to be otherwise; at which of its places to begin; which tags. */
export const TagSheetQuery = v.object({
  sheet: v.optional(v.picklist(Object.keys(SHEETS), 'Choose one of the sheets.'), 'cut16'),
  page: v.optional(v.picklist(['A4', 'LETTER', 'A4 across'])),
  width: part(v.number()),
  height: part(v.number()),
  columns: part(v.number()),
  rows: part(v.number()),
  left: part(v.number()),
  top: part(v.number()),
  gapX: part(v.number()),
  gapY: part(v.number()),
  /** places of the first sheet that are used up already */
  start: v.optional(
    v.pipe(number, v.integer(), v.minValue(1, 'The first place is 1.'), v.maxValue(300)),
    '1',
  ),
  /** only these tags, with commas between */
  codes: v.optional(v.pipe(v.string(), v.maxLength(4000))),
})
export type TagSheetQuery = v.InferOutput<typeof TagSheetQuery>

/** The tags of a cross, or labels of anything else, whose names are to be looked through before they are printed. */
export const UnprintableQuery = v.object({
  cross: v.optional(Id),
  codes: v.pipe(v.string(), v.maxLength(4000)),
})

/** What is printed on one tag. */
export const PrintedTag = v.object({
  code: v.string(),
  /** seed parent and pollen parent, or the donors of pollen */ names: v.array(v.string()),
  day: v.string(),
  /** what it belongs to: "cross 26-4RMX" */ of: v.string(),
})
export type PrintedTag = v.InferOutput<typeof PrintedTag>

/** Tags of a cross, or labels of anything else, that go to the label printer. */
export const PrintWish = v.object({
  /** absent: labels of tubes, packets, trays or plants */ crossId: v.optional(Id),
  codes: v.pipe(v.array(v.string()), v.minLength(1, 'Choose the tags to print.'), v.maxLength(500)),
})

/** What came out of the label printer. */
export interface Printout {
  id: string
  tag: PrintedTag
  printedAt: string
}

/** The devices of a garden, and what came out of the printer of late. */
export interface DevicesPage {
  /** null: it is off */ station: { name: string; isSimulated: boolean } | null
  printer: { name: string; isSimulated: boolean }
  printouts: Printout[]
}
