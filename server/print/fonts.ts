/** Where each face lies among the server's bundled assets; the PDF library reads TrueType files much faster than packed ones. */
const FILES = {
  text: 'atkinson:400Regular:AtkinsonHyperlegibleNext_400Regular.ttf',
  bold: 'atkinson:700Bold:AtkinsonHyperlegibleNext_700Bold.ttf',
  code: 'spline:600SemiBold:SplineSansMono_600SemiBold.ttf',
} as const

export type Face = keyof typeof FILES
export const FACES = Object.keys(FILES) as Face[]

/** The font file of a face. */
export async function fontFile(face: Face): Promise<Buffer> {
  const file = await useStorage('assets').getItemRaw<Uint8Array>(FILES[face])
  if (!file) throw new Error(`The font ${FILES[face]} is missing from the build.`)
  return Buffer.from(file)
}
