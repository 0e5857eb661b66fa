import PDFDocument from 'pdfkit'
import type { Face } from './fonts'
import { FACES, fontFile, printable } from './fonts'

export const MM = 72 / 25.4
export const [INK, QUIET, BAR] = ['#1F2A24', '#5B665F', '#235E49']
export const [LEFT, RIGHT] = [18 * MM, 192 * MM]
const [TOP, FOOT] = [18 * MM, 279 * MM]

/** Writes down an A4 page, and on to the next. */
export class Writing {
  readonly pdf: PDFKit.PDFDocument
  /** where the next line goes, in points from the top */
  y = TOP
  private readonly parts: Buffer[] = []
  private readonly ended: Promise<Buffer>

  constructor(title: string) {
    this.pdf = new PDFDocument({
      size: 'A4',
      margin: 0,
      font: '',
      info: { Title: title, Creator: 'Virgulta' },
    })
    this.pdf.on('data', part => this.parts.push(part))
    this.ended = new Promise<Buffer>(resolve => this.pdf.on('end', () => resolve(Buffer.concat(this.parts))))
    for (const face of FACES) this.pdf.registerFont(face, fontFile(face))
  }

  /** Room for so much, on this page or the next. */
  room(height: number): void {
    if (this.y + height <= FOOT) return
    this.pdf.addPage()
    this.y = TOP
  }

  /** Text from `x` to the right margin, and a gap below it. */
  write(
    text: string,
    face: Face,
    size: number,
    { colour = INK, x = LEFT, to = RIGHT, gap = 1.6 * MM } = {},
  ): void {
    const written = printable(this.pdf, face, text)
    this.pdf.font(face).fontSize(size)
    const height = this.pdf.heightOfString(written, { width: to - x })
    this.room(height)
    this.pdf.fillColor(colour).text(written, x, this.y, { width: to - x })
    this.y += height + gap
  }

  /** @returns the PDF file, once all is written */
  end(): Promise<Buffer> {
    this.pdf.end()
    return this.ended
  }
}
