/** Where each face lies among the server's bundled assets; Latin and extended Latin come as separate files. */
const FILES = {
  text: ['atkinson:atkinson-hyperlegible-next-latin-400-normal.woff', 'atkinson:atkinson-hyperlegible-next-latin-ext-400-normal.woff'],
  bold: ['atkinson:atkinson-hyperlegible-next-latin-700-normal.woff', 'atkinson:atkinson-hyperlegible-next-latin-ext-700-normal.woff'],
  code: ['spline:spline-sans-mono-latin-600-normal.woff'],
} as const

export type Face = keyof typeof FILES
export const FACES = Object.keys(FILES) as Face[]

/** The font files of a face, first choice first. */
export async function fontFiles(face: Face): Promise<Buffer[]> {
  return Promise.all(FILES[face].map(async (path) => {
    const file = await useStorage('assets').getItemRaw<Uint8Array>(path)
    if (!file) throw new Error(`The font ${path} is missing from the build.`)
    return Buffer.from(file)
  }))
}
