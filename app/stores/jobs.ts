import type { Job } from '#shared/jobs'
import { PIECE_BYTES } from '#shared/jobs'
import { v7 } from 'uuid'

const ASKED_EVERY_MS = 700

/** The person's long works: what runs is asked for until it has ended. */
export const useJobsStore = defineStore('jobs', () => {
  const jobs = ref<Job[]>([])
  /** share of a file that is sent; null while none is */
  const sent = ref<number | null>(null)
  const isOpen = (job: Job) => job.state === 'waiting' || job.state === 'working'

  async function load(): Promise<void> {
    jobs.value = await $fetch<Job[]>('/api/jobs')
    if (!jobs.value.some(isOpen)) asking.pause()
  }
  const asking = useIntervalFn(() => load().catch(() => {}), ASKED_EVERY_MS, { immediate: false })

  async function begin(path: string, body?: object): Promise<void> {
    await $fetch<unknown>(path, { method: 'POST', body })
    await load()
    asking.resume()
  }

  /** Sends a backup in pieces, and has the garden brought back from it. */
  async function restore(file: File): Promise<void> {
    const uploadId = v7()
    const pieces = Math.ceil(file.size / PIECE_BYTES)
    try {
      for (let piece = 0; piece < pieces; piece++) {
        sent.value = piece / pieces
        await $fetch<unknown>(`/api/uploads/${uploadId}?piece=${piece}`, {
          method: 'PUT',
          body: file.slice(piece * PIECE_BYTES, (piece + 1) * PIECE_BYTES),
          headers: { 'content-type': 'application/octet-stream' },
        })
      }
      await begin('/api/gardens/restore', { uploadId, pieces })
    } finally {
      sent.value = null
    }
  }

  async function stop(id: string): Promise<void> {
    await $fetch<unknown>(`/api/jobs/${id}`, { method: 'DELETE' })
    await load()
  }

  return {
    jobs,
    sent,
    isOpen,
    restore,
    stop,
    load: () => load().then(() => jobs.value.some(isOpen) && asking.resume()),
    compare: () => begin('/api/garden/compare'),
    again: (id: string) => begin(`/api/jobs/${id}/again`),
  }
})
