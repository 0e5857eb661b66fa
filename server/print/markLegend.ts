import type { MarkKind } from '@virgulta/core/tags/marks'
import { markInWords } from '@virgulta/core/tags/marks'
import PDFDocument from 'pdfkit'
import { fontFile } from './fonts'

const MM = 72 / 25.4
const INK = '#1F2A24'

/**
 * The legend of a plant's marks, on a card that fits a label by the stem: the mark drawn, in words, and whose pollen it means.
 *
 * @returns the PDF file
 */
export async function markLegend(
  plant: string,
  of: MarkKind,
  marks: { mark: string; name: string }[],
): Promise<Buffer> {
  const [width, row, top] = [105 * MM, 11 * MM, 18 * MM]
  const pdf = new PDFDocument({
    size: [width, top + Math.max(3, marks.length) * row + 8 * MM],
    margin: 0,
    font: '',
    info: { Title: `Marks, ${plant}`, Creator: 'Virgulta' },
  })
  const parts: Buffer[] = []
  pdf.on('data', part => parts.push(part))
  const ended = new Promise<Buffer>(resolve => pdf.on('end', () => resolve(Buffer.concat(parts))))
  pdf.registerFont('text', fontFile('text')).registerFont('bold', fontFile('bold'))
  pdf
    .font('bold')
    .fontSize(13)
    .fillColor(INK)
    .text(plant, 7 * MM, 6 * MM, { lineBreak: false })
  for (const [i, { mark, name }] of marks.entries()) {
    const y = top + i * row + 3 * MM
    let x = 8 * MM
    pdf
      .moveTo(x, y)
      .lineTo(45 * MM, y)
      .lineWidth(0.8)
      .strokeColor(INK)
      .stroke()
      .circle(x, y, 1.8 * MM)
      .lineWidth(0.6)
      .stroke()
    x += 6 * MM
    for (const group of mark.split('-').map(Number)) {
      for (let piece = 0; piece < group; piece++, x += 3.6 * MM) {
        if (of === 'beads')
          pdf
            .circle(x, y, 1.4 * MM)
            .fillColor(INK)
            .fill()
        else
          pdf
            .moveTo(x, y - 2.4 * MM)
            .lineTo(x, y + 2.4 * MM)
            .lineWidth(1.6)
            .stroke()
      }
      x += 4 * MM
    }
    pdf
      .font('bold')
      .fontSize(10)
      .fillColor(INK)
      .text(name, 49 * MM, y - 4 * MM, { lineBreak: false })
    pdf
      .font('text')
      .fontSize(7.5)
      .text(markInWords(mark, of), 49 * MM, y + 0.4 * MM, { lineBreak: false })
  }
  pdf.end()
  return ended
}
