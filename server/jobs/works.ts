import { Refusal } from '@virgulta/core/log/refusal'
import { reaches } from '../../shared/people'
import type { Compared, JobKind, Restored } from '../../shared/jobs'
import { restore } from '../db/backup'
import type { Database } from '../db/connection'
import { enterGarden } from '../db/rows/garden'
import { bytesOf, forgetFile } from '../db/rows/jobs'
import { rebuild } from '../db/rows/log'

/** Told how much is done, of how much. */
export type Report = (done: number, of: number) => void

/** One kind of long work. What it throws as a refusal is told to the person; anything else is tried again. */
type Work<Wish> = (db: Database, personId: string, wish: Wish, report: Report) => Promise<object>

const restoring: Work<{ uploadId: string }> = async (
  db,
  personId,
  { uploadId },
  report,
): Promise<Restored> => {
  const garden = await restore(db, bytesOf(db, personId, uploadId), personId, report)
  await forgetFile(db, personId, uploadId)
  return garden
}

const comparing: Work<{ gardenId: string }> = (db, personId, { gardenId }, report) =>
  db.transaction(async (tx): Promise<Compared> => {
    const access = await enterGarden(tx, gardenId, personId, null)
    if (!access || !reaches(access.role, 'keeper'))
      throw new Refusal('not-allowed', 'You are no longer a keeper of this garden.')
    const { subjects, differed } = await rebuild(tx, access.garden, report)
    return { subjects, differed: differed.length }
  })

/** A work that somebody asked for. */
export interface LongWork {
  personId: string
  kind: JobKind
  wish: never
}

export const jobWorks = { restore: restoring, compare: comparing } as Record<JobKind, Work<never>>
