import { Id } from '@virgulta/core/log/kind'
import * as v from 'valibot'

/** Work that takes longer than a request: bringing a garden back from its backup; comparing a garden with its log. */
export const jobKinds = ['restore', 'compare'] as const
export type JobKind = (typeof jobKinds)[number]

export const jobStates = ['waiting', 'working', 'done', 'failed', 'cancelled'] as const

/** A file is sent in pieces of this size, the last one shorter. */
export const PIECE_BYTES = 4 * 1024 * 1024
/** The most pieces of one file: a gigabyte. */
const MOST_PIECES = 256

export const PieceQuery = v.object({
  piece: v.pipe(
    v.string(),
    v.transform(Number),
    v.integer(),
    v.minValue(0),
    v.maxValue(MOST_PIECES - 1, 'The file is too large; at most a gigabyte is taken.'),
  ),
})
export const RestoreWish = v.object({
  uploadId: Id,
  pieces: v.pipe(
    v.number(),
    v.integer(),
    v.minValue(1),
    v.maxValue(MOST_PIECES, 'The file is too large; at most a gigabyte is taken.'),
  ),
})

/** Long work as the person sees it. */
export interface Job {
  id: string
  kind: JobKind
  state: (typeof jobStates)[number]
  done: number
  total: number
  result: unknown
  problem: string | null
  madeAt: string
}

/** What a restoring made. */
export interface Restored {
  id: string
  name: string
  entries: number
}
/** What a comparison found: how many subjects there are, and how many were not as their log says. */
export interface Compared {
  subjects: number
  differed: number
}
