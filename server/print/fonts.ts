import bold from '@expo-google-fonts/atkinson-hyperlegible-next/700Bold/AtkinsonHyperlegibleNext_700Bold.ttf'
import text from '@expo-google-fonts/atkinson-hyperlegible-next/400Regular/AtkinsonHyperlegibleNext_400Regular.ttf'
import code from '@expo-google-fonts/spline-sans-mono/600SemiBold/SplineSansMono_600SemiBold.ttf'
import PDFDocument from 'pdfkit'

/** The font file of each face, part of the build; the PDF library reads TrueType files much faster than packed ones. */
const FILES = { text, bold, code }

export type Face = keyof typeof FILES
export const FACES = Object.keys(FILES) as Face[]

/** The font file of a face. */
export const fontFile = (face: Face): Buffer => Buffer.from(FILES[face])

/** Signs that only join others: they are never seen by themselves. */
const isJoiner = (letter: string) => letter === '\u200D' || letter === '\uFE0F'
const isUnseen = (letter: string) => isJoiner(letter) || letter.trim() === ''

/** What the PDF library's own reader of fonts knows of a face. */
interface Opened {
  _font: { font: { hasGlyphForCodePoint: (point: number) => boolean } }
}

/** Letters of a text, each once, that a face has no sign for: they would vanish from the paper. */
function lettersWithout(pdf: InstanceType<typeof PDFDocument>, face: Face, text: string): string[] {
  const { font } = (pdf.font(face) as unknown as Opened)._font
  return [...new Set(text.normalize('NFC'))].filter(
    letter => !isUnseen(letter) && !font.hasGlyphForCodePoint(letter.codePointAt(0)!),
  )
}

/** A text with a question mark for each letter that cannot be printed. */
export function printable(pdf: InstanceType<typeof PDFDocument>, face: Face, text: string): string {
  const missing = new Set(lettersWithout(pdf, face, text))
  return missing.size
    ? [...text.normalize('NFC')]
        .filter(letter => !isJoiner(letter))
        .map(letter => (missing.has(letter) ? '?' : letter))
        .join('')
    : text
}

/** The letters of some names that no tag can show, so that this is said before it is printed. */
export function unprintable(names: string[]): string[] {
  const pdf = new PDFDocument({ font: '' })
  pdf.registerFont('bold', fontFile('bold'))
  return lettersWithout(pdf, 'bold', names.join(''))
}
