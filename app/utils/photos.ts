import { MOST_PHOTO_BYTES, PHOTO_SIDE } from '#shared/photos'

/** Where a picture of a plant lies. */
export const photoAddress = (id: string) => `/api/photos/${id}`

/**
 * A picture as it is sent: turned upright, no larger than is needed on a screen, and without what a camera writes into it, such as
 * where it stood.
 *
 * @returns the picture, or why there is none, in words
 */
export async function sendablePhoto(file: File): Promise<{ blob: Blob } | { why: string }> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null)
  if (!picture)
    return { why: `${file.name} is no picture that can be read; a JPEG, PNG or WebP file is one.` }
  const scale = Math.min(1, PHOTO_SIDE / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(picture.width * scale))
  canvas.height = Math.max(1, Math.round(picture.height * scale))
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  for (const quality of [0.85, 0.6, 0.4]) {
    const blob = await new Promise<Blob | null>(done => canvas.toBlob(done, 'image/jpeg', quality))
    if (blob && blob.size <= MOST_PHOTO_BYTES) return { blob }
  }
  return { why: `${file.name} could not be made small enough to be sent.` }
}
