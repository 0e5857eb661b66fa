import { Refusal } from '@virgulta/core/log/refusal'
import { and, asc, eq, gt, sql } from 'drizzle-orm'
import { MOST_PHOTO_BYTES, photoTypeOf } from '../../../shared/photos'
import type { Database } from '../connection'
import type { Garden } from '../garden'
import { photos } from '../schema'

/** What all pictures of a garden may take of the disk, in MB; a visitor's copy of the demo garden has less. */
const roomOf = ({ expiresAt }: Pick<Garden, 'expiresAt'>): number =>
  expiresAt ? 20 : Number(process.env.VIRGULTA_MOST_PHOTOS_MB ?? 2048)

/** Each picture takes at least that much, so that nobody fills the disk with tiny ones. */
const LEAST_BYTES = 4096

/** Bytes that all pictures of a garden are counted as. */
async function bytesOf(db: Database, gardenId: string): Promise<number> {
  const [row] = await db
    .select({ bytes: sql<string>`coalesce(sum(octet_length(${photos.bytes}) + ${LEAST_BYTES}::int), 0)` })
    .from(photos)
    .where(eq(photos.gardenId, gardenId))
  return Number(row!.bytes)
}

/**
 * Keeps a picture; sent again, the first stays.
 *
 * @throws {Refusal} for what is no picture, or too large, or where there is no more room
 */
export async function keepPhoto(
  db: Database,
  garden: Pick<Garden, 'id' | 'expiresAt'>,
  id: string,
  bytes: Buffer,
): Promise<void> {
  const type = photoTypeOf(bytes)
  if (!type) throw new Refusal('no-picture', 'This is no picture; a JPEG, PNG or WebP file is one.')
  if (bytes.length > MOST_PHOTO_BYTES)
    throw new Refusal('too-large', `The picture is larger than ${MOST_PHOTO_BYTES / 1024 / 1024} MB.`)
  const room = roomOf(garden)
  if ((await bytesOf(db, garden.id)) + bytes.length + LEAST_BYTES > room * 1024 * 1024)
    throw new Refusal(
      'no-room',
      `The pictures of this garden may take ${room} MB on this server, and they do. Whoever runs the server can give them more room.`,
    )
  await db.insert(photos).values({ gardenId: garden.id, id, type, bytes }).onConflictDoNothing()
}

/** One picture of a garden; null where it did not arrive. */
export async function photoById(db: Database, gardenId: string, id: string) {
  const [row] = await db
    .select({ type: photos.type, bytes: photos.bytes })
    .from(photos)
    .where(and(eq(photos.gardenId, gardenId), eq(photos.id, id)))
  return row ?? null
}

/** The pictures of a garden one after the other, in the order of their ids: no two are held at once. */
export async function* photosOf(
  db: Database,
  gardenId: string,
): AsyncGenerator<{ id: string; type: string; bytes: Buffer }> {
  for (let last: string | null = null; ;) {
    const [row]: { id: string; type: string; bytes: Buffer }[] = await db
      .select({ id: photos.id, type: photos.type, bytes: photos.bytes })
      .from(photos)
      .where(and(eq(photos.gardenId, gardenId), last ? gt(photos.id, last) : undefined))
      .orderBy(asc(photos.id))
      .limit(1)
    if (!row) return
    yield row
    last = row.id
  }
}
