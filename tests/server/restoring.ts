/** A garden taken out and brought back over the wire. */
import { setTimeout as wait } from 'node:timers/promises'
import { v7 } from 'uuid'
import { expect } from 'vitest'
import type { Job } from '../../shared/jobs'
import { PIECE_BYTES } from '../../shared/jobs'
import type { Visitor } from './visitor'

/** A garden's backup. */
export const backupOf = async (visitor: Visitor): Promise<Buffer> =>
  (await visitor.file('/api/garden/backup')).bytes

/** Uploads a file in its pieces. */
export async function upload(visitor: Visitor, file: Buffer): Promise<{ uploadId: string; pieces: number }> {
  const uploadId = v7()
  const pieces = Math.ceil(file.length / PIECE_BYTES)
  for (let piece = 0; piece < pieces; piece++) {
    const { status } = await visitor.askBytes(
      'PUT',
      `/api/uploads/${uploadId}?piece=${piece}`,
      file.subarray(piece * PIECE_BYTES, (piece + 1) * PIECE_BYTES),
    )
    expect(status).toBe(200)
  }
  return { uploadId, pieces }
}

export const restoreJob = async (visitor: Visitor, id: string) =>
  (await visitor.get<Job[]>('/api/jobs')).find(j => j.id === id)!

/** A work once it has ended. */
export async function ended(visitor: Visitor, id: string): Promise<Job> {
  for (;;) {
    const job = await restoreJob(visitor, id)
    if (job.state !== 'waiting' && job.state !== 'working') return job
    await wait(100)
  }
}

/** Brings a garden back from a file. */
export async function restored(visitor: Visitor, file: Buffer) {
  const { body } = await visitor.ask<{ id: string }>(
    'POST',
    '/api/gardens/restore',
    await upload(visitor, file),
  )
  return ended(visitor, body.id)
}
