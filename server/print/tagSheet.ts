import { codeInWords } from '@virgulta/core/tags/code'
import { dayInWords } from '@virgulta/core/time/days'
import PDFDocument from 'pdfkit'
import QRCode from 'qrcode'
import type { PrintedTag, TagSheet } from '../../shared/tags'
import { PAGES, SHEETS } from '../../shared/tags'
import type { Face } from './fonts'
import { FACES, fontFile, printable } from './fonts'

/** One millimetre in the points of a PDF. */
const MM = 72 / 25.4

const INK = '#1F2A24'
const QUIET = '#5A645D'

/**
 * Tags to print: a scannable code, seed parent × pollen parent or the donor of pollen, the date, the code in words and, where there is room, a line for the
 * pencil.
 *
 * @param sheet how they lie on the page
 * @param start place of the first page on which the first tag comes, counted from 1
 * @returns the PDF file
 */
export async function tagSheet(
  tags: PrintedTag[],
  gardenName: string,
  sheet: TagSheet = SHEETS.cut16!.sheet,
  start = 1,
): Promise<Buffer> {
  const page = PAGES[sheet.page]
  // No face of the library's own, and none opened under a second name: it would be opened anew for every word.
  const pdf = new PDFDocument({
    size: [page.width * MM, page.height * MM],
    margin: 0,
    font: '',
    info: { Title: `Tags, ${gardenName}`, Creator: 'Virgulta' },
  })
  const parts: Buffer[] = []
  pdf.on('data', part => parts.push(part))
  const ended = new Promise<Buffer>(resolve => pdf.on('end', () => resolve(Buffer.concat(parts))))
  for (const face of FACES) pdf.registerFont(face, fontFile(face))
  const pen = penFor(pdf)

  const perPage = sheet.columns * sheet.rows
  for (const [i, tag] of tags.entries()) {
    const place = i + start - 1
    if (i > 0 && place % perPage === 0) pdf.addPage()
    const at = place % perPage
    drawTag(pdf, pen, tag, sheet, {
      x: (sheet.left + (at % sheet.columns) * (sheet.width + sheet.gapX)) * MM,
      y: (sheet.top + Math.floor(at / sheet.columns) * (sheet.height + sheet.gapY)) * MM,
    })
  }
  if (!tags.length)
    pen(
      'text',
      12,
      INK,
      9 * MM,
      9 * MM,
      'There is nothing to print: the flowers of this cross, or these tubes, are gone.',
      (page.width - 18) * MM,
    )
  pdf.end()
  return ended
}

type Pdf = InstanceType<typeof PDFDocument>
type Pen = (
  face: Face,
  size: number,
  colour: string,
  x: number,
  y: number,
  text: string,
  width: number,
) => void

/** Writes one line, shrunk until it fits. */
function penFor(pdf: Pdf): Pen {
  return (face, size, colour, x, y, written, width) => {
    const text = printable(pdf, face, written)
    const points = Math.max(
      5,
      Math.min(size, (size * width) / Math.max(pdf.font(face).fontSize(size).widthOfString(text), 1)),
    )
    pdf.fontSize(points).fillColor(colour).text(text, x, y, { lineBreak: false })
  }
}

/** Room at the far end of a loop tag that goes round the stem and through the slit. */
const LOOP_MM = 190
/** Height from which a tag has a line for the pencil. */
const WITH_LINE_MM = 30
/** Room under which two names do not fit beside each other, and what a line of one, or of what else is said, takes. */
const [NARROW_MM, NAME_MM, FACT_MM] = [34, 4.6, 3.6]
/** The size that letters are set for; a smaller tag has smaller ones. */
const FULL = { width: 94, height: 32 }

function drawTag(
  pdf: Pdf,
  pen: Pen,
  tag: PrintedTag,
  sheet: TagSheet,
  { x, y }: { x: number; y: number },
): void {
  const height = sheet.height * MM
  const written = sheet.shape === 'loop' ? Math.max(60, sheet.width - LOOP_MM) * MM : sheet.width * MM
  if (sheet.shape === 'cut') cutOutline(pdf, x, y, written, height)
  if (sheet.shape === 'loop') loopOutline(pdf, x, y, sheet.width * MM, written, height)
  const scale = Math.min(1, sheet.height / FULL.height, written / MM / FULL.width + 0.08)
  const pad = 2.2 * MM * scale
  const side = Math.min(25 * MM, height - 2 * pad, written * 0.4)
  drawCode(pdf, tag.code, x + pad, y + (height - side) / 2, side)
  const left = x + side + pad + 2.4 * MM * scale
  const room = written - (left - x) - (sheet.shape === 'cut' ? 11 * MM : 2 * MM)
  const line = (face: Face, size: number, colour: string, at: number, text: string) =>
    pen(face, size * scale, colour, left, y + at * scale * MM, text, room)
  // Nothing that is written reaches into the next tag.
  pdf.save().rect(left, y, room, height).clip()
  line('code', 19, INK, 3, tag.code)
  // A narrow tag has the parents below each other.
  const isNarrow = room < NARROW_MM * MM
  const names = isNarrow
    ? tag.names.map((name, i) => (i < tag.names.length - 1 ? `${name} ×` : name))
    : [tag.names.join(' × ')]
  names.forEach((name, i) => line('bold', 10, INK, 11.2 + i * NAME_MM, name))
  const below = (names.length - 1) * NAME_MM
  const facts = isNarrow ? [dayInWords(tag.day, true), tag.of] : [`${dayInWords(tag.day, true)} · ${tag.of}`]
  facts.forEach((fact, i) => line('text', 8, INK, 16 + below + i * FACT_MM, fact))
  line('text', 7.5, QUIET, 20 + below + (facts.length - 1) * FACT_MM, codeInWords(tag.code))
  pdf.restore()
  if (sheet.height >= WITH_LINE_MM)
    pdf
      .moveTo(left, y + height - 3.5 * MM)
      .lineTo(left + room, y + height - 3.5 * MM)
      .lineWidth(0.4)
      .dash(1, { space: 1.5 })
      .strokeColor(QUIET)
      .stroke()
      .undash()
}

/** Where to cut: square where the code is, round where the tie goes through. */
function cutOutline(pdf: Pdf, x: number, y: number, width: number, height: number): void {
  const round = height / 2
  pdf
    .moveTo(x, y)
    .lineTo(x + width - round, y)
    .bezierCurveTo(x + width - round * 0.45, y, x + width, y + round * 0.45, x + width, y + round)
    .bezierCurveTo(
      x + width,
      y + height - round * 0.45,
      x + width - round * 0.45,
      y + height,
      x + width - round,
      y + height,
    )
    .lineTo(x, y + height)
    .closePath()
    .lineWidth(0.6)
    .strokeColor(QUIET)
    .stroke()
  pdf
    .circle(x + width - 7 * MM, y + height / 2, 2.2 * MM)
    .lineWidth(0.6)
    .stroke()
}

/** A strip whose narrow end goes round the stem and through the slit beside the writing. */
function loopOutline(pdf: Pdf, x: number, y: number, width: number, written: number, height: number): void {
  const [middle, tail] = [y + height / 2, height * 0.28]
  pdf
    .moveTo(x, y)
    .lineTo(x + written, y)
    .lineTo(x + written + 6 * MM, middle - tail)
    .lineTo(x + width - 6 * MM, middle - tail)
    .lineTo(x + width, middle)
    .lineTo(x + width - 6 * MM, middle + tail)
    .lineTo(x + written + 6 * MM, middle + tail)
    .lineTo(x + written, y + height)
    .lineTo(x, y + height)
    .closePath()
    .lineWidth(0.6)
    .strokeColor(QUIET)
    .stroke()
  pdf
    .moveTo(x + written - 1.5 * MM, middle - tail - 1.5)
    .lineTo(x + written - 1.5 * MM, middle + tail + 1.5)
    .lineWidth(0.8)
    .stroke()
}

/** A QR code of the tag code, drawn as bars so that it stays sharp at any size. */
function drawCode(pdf: Pdf, code: string, x: number, y: number, side: number): void {
  const { modules } = QRCode.create(code, { errorCorrectionLevel: 'Q' })
  const step = side / modules.size
  for (let row = 0; row < modules.size; row++) {
    for (let column = 0; column < modules.size; column++) {
      const from = column
      while (column < modules.size && modules.get(row, column)) column++
      if (column > from) pdf.rect(x + from * step, y + row * step, (column - from) * step, step)
    }
  }
  pdf.fillColor('#000000').fill()
}
