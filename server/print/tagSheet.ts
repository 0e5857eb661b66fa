import { codeInWords } from '@virgulta/core/tags/code'
import { dayInWords } from '@virgulta/core/time/days'
import PDFDocument from 'pdfkit'
import QRCode from 'qrcode'
import type { PrintedTag } from '../db/queries/tags'
import type { Face } from './fonts'
import { FACES, fontFiles } from './fonts'

/** One millimetre in the points of a PDF. */
const MM = 72 / 25.4

const PAGE = { width: 210 * MM, height: 297 * MM, margin: 9 * MM }
const TAG = { width: 94 * MM, height: 32 * MM, gap: 3 * MM, columns: 2, rows: 8 }
const INK = '#1F2A24'
const QUIET = '#5A645D'

/**
 * A sheet of tags to print and cut, A4: a scannable code, seed parent × pollen parent, the date, the code in words
 * and a line for the pencil.
 *
 * @returns the PDF file
 */
export async function tagSheet(tags: PrintedTag[], gardenName: string): Promise<Buffer> {
  const faces = new Map(await Promise.all(FACES.map(async face => [face, await fontFiles(face)] as const)))
  const pdf = new PDFDocument({ size: 'A4', margin: 0, font: faces.get('text')![0] as never, info: { Title: `Tags, ${gardenName}`, Creator: 'Virgulta' } })
  const parts: Buffer[] = []
  pdf.on('data', part => parts.push(part))
  const ended = new Promise<Buffer>(resolve => pdf.on('end', () => resolve(Buffer.concat(parts))))
  const pen = penFor(pdf, faces)

  const perPage = TAG.columns * TAG.rows
  for (const [i, tag] of tags.entries()) {
    if (i > 0 && i % perPage === 0) pdf.addPage()
    const place = i % perPage
    await drawTag(pdf, pen, tag, {
      x: PAGE.margin + (place % TAG.columns) * (TAG.width + TAG.gap),
      y: PAGE.margin + Math.floor(place / TAG.columns) * (TAG.height + TAG.gap),
    })
  }
  if (!tags.length) pen('text', 12, INK, PAGE.margin, PAGE.margin, 'No flower of this cross hangs on the plant; choose a flower first.', PAGE.width - 2 * PAGE.margin)
  pdf.end()
  return ended
}

type Pdf = InstanceType<typeof PDFDocument>
type Pen = (face: Face, size: number, colour: string, x: number, y: number, text: string, width: number) => void

/** Writes one line: each stretch in the first file of the face that has its letters, shrunk until it fits. */
function penFor(pdf: Pdf, faces: Map<Face, Buffer[]>): Pen {
  for (const [face, files] of faces) files.forEach((file, i) => pdf.registerFont(`${face}-${i}`, file))
  const runsOf = (face: Face, text: string) => {
    const runs: { font: string, text: string }[] = []
    for (const letter of text) {
      const isExtended = letter.codePointAt(0)! > 0xFF && !'–—‘’“”…×·'.includes(letter)
      const font = `${face}-${isExtended && faces.get(face)!.length > 1 ? 1 : 0}`
      if (runs.at(-1)?.font === font) runs.at(-1)!.text += letter
      else runs.push({ font, text: letter })
    }
    return runs
  }
  return (face, size, colour, x, y, text, width) => {
    const runs = runsOf(face, text)
    const widthAt = (points: number) => runs.reduce((sum, run) => sum + pdf.font(run.font).fontSize(points).widthOfString(run.text), 0)
    const points = Math.max(5, Math.min(size, size * width / Math.max(widthAt(size), 1)))
    let left = x
    for (const run of runs) {
      pdf.font(run.font).fontSize(points).fillColor(colour).text(run.text, left, y, { lineBreak: false })
      left += pdf.widthOfString(run.text)
    }
  }
}

async function drawTag(pdf: Pdf, pen: Pen, tag: PrintedTag, { x, y }: { x: number, y: number }): Promise<void> {
  const { width, height } = TAG
  const round = height / 2
  // The label's outline is where to cut: square where the code is, round where the tie goes through.
  pdf.moveTo(x, y).lineTo(x + width - round, y)
    .bezierCurveTo(x + width - round * 0.45, y, x + width, y + round * 0.45, x + width, y + round)
    .bezierCurveTo(x + width, y + height - round * 0.45, x + width - round * 0.45, y + height, x + width - round, y + height)
    .lineTo(x, y + height).closePath().lineWidth(0.6).strokeColor(QUIET).stroke()
  pdf.circle(x + width - 7 * MM, y + height / 2, 2.2 * MM).lineWidth(0.6).stroke()

  const side = 25 * MM
  await drawCode(pdf, tag.code, x + 3 * MM, y + (height - side) / 2, side)
  const left = x + side + 6 * MM
  const room = width - side - 19 * MM
  pen('code', 19, INK, left, y + 3 * MM, tag.code, room)
  pen('bold', 10, INK, left, y + 11.2 * MM, `${tag.seedParent} × ${tag.pollenParent}`, room)
  pen('text', 8, INK, left, y + 16 * MM, `${dayInWords(tag.day, true)} · cross ${tag.crossCode}`, room)
  pen('text', 7.5, QUIET, left, y + 20 * MM, codeInWords(tag.code), room)
  pdf.moveTo(left, y + 28.5 * MM).lineTo(left + room, y + 28.5 * MM).lineWidth(0.4).dash(1, { space: 1.5 }).strokeColor(QUIET).stroke().undash()
}

/** A QR code of the tag code, drawn as squares so that it stays sharp at any size. */
async function drawCode(pdf: Pdf, code: string, x: number, y: number, side: number): Promise<void> {
  const { modules } = QRCode.create(code, { errorCorrectionLevel: 'Q' })
  const step = side / modules.size
  for (let row = 0; row < modules.size; row++) {
    for (let column = 0; column < modules.size; column++) {
      if (modules.get(row, column)) pdf.rect(x + column * step, y + row * step, step, step)
    }
  }
  pdf.fillColor('#000000').fill()
}
