/** What a picture of a plant may be, as browsers show it. */
export const PHOTO_TYPES = ['image/jpeg', 'image/png', 'image/webp'] as const
export type PhotoType = (typeof PHOTO_TYPES)[number]

/** A picture is made smaller on the device before it is sent; what comes larger is refused. */
export const MOST_PHOTO_BYTES = 2 * 1024 * 1024
/** The longer side of what is sent, in pixels. */
export const PHOTO_SIDE = 1600

const text = (bytes: Uint8Array, from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to))

/** What a picture is by its first bytes, whatever its name says; null for what is none. */
export function photoTypeOf(bytes: Uint8Array): PhotoType | null {
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg'
  if (text(bytes, 1, 4) === 'PNG' && bytes[0] === 0x89) return 'image/png'
  return text(bytes, 0, 4) === 'RIFF' && text(bytes, 8, 12) === 'WEBP' ? 'image/webp' : null
}
