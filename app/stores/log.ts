import type { Deed, Entry } from '@virgulta/core/log/entry'
import { wordsOf } from '@virgulta/core/log/entry'
import { SETTLEABLE } from '@virgulta/core/flowers/flower'
import type { ISODate } from '@virgulta/core/time/days'
import { v7 } from 'uuid'
import type { Problem } from '#shared/entries'

/** A deed as a screen hands it over: who and when are added here. */
export type Draft = { [K in Deed['kind']]: Pick<Extract<Deed, { kind: K }>, 'kind' | 'subjectId' | 'payload'> }[Deed['kind']]

/** The sentence for the person behind a failed request. */
export function problemOf(error: unknown): Problem {
  const data = (error as { data?: { data?: Problem } }).data?.data
  return data ?? { code: 'no-answer', sentence: 'The garden’s server does not answer. What you typed is still here; try again in a moment.' }
}

/** Writes into the garden's log, and takes back. */
export const useLogStore = defineStore('log', () => {
  const gardenStore = useGardenStore()

  /** grows with every change of the log; what is on screen is fetched anew */
  const revision = ref(0)
  /** what the undo bar offers to take back */
  const last = ref<{ words: string, ids: string[] } | null>(null)
  const problem = ref<Problem | null>(null)

  /** what was refused because it does not go together with other notes; it can be noted all the same */
  const refused = ref<Entry[] | null>(null)

  async function send(entries: Entry[], anyway = false): Promise<boolean> {
    problem.value = null
    refused.value = null
    try {
      // A demo garden has a clock of its own, which the telephone cannot get wrong.
      const sentAt = gardenStore.garden?.isDemo ? undefined : new Date().toISOString()
      await $fetch('/api/entries', { method: 'POST', body: { entries, anyway, sentAt }, retry: 2 })
      revision.value++
      return true
    }
    catch (error) {
      problem.value = problemOf(error)
      if (SETTLEABLE.includes(problem.value.code)) refused.value = entries
      return false
    }
  }

  /** Notes what was refused all the same; what does not go together is then for a person to settle. */
  const noteAnyway = async () => refused.value !== null && send(refused.value, true)

  /**
   * Notes what was done, all or nothing.
   *
   * @param drafts deeds in the order in which they were done
   * @param day on which they were done; absent: now
   * @returns false when the log refused; `problem` says why
   */
  async function note(drafts: Draft[], day?: ISODate): Promise<boolean> {
    const happenedAt = gardenStore.instantOn(day ?? gardenStore.today)
    const deeds = drafts.map(draft => ({ ...draft, id: v7(), happenedAt }) as Deed)
    if (!await send(deeds)) return false
    last.value = { words: deeds.length > 2 ? `${deeds.length} entries noted` : deeds.map(wordsOf).join(', '), ids: deeds.map(d => d.id) }
    return true
  }

  /** Takes entries back. */
  async function undo(ids: string[]): Promise<boolean> {
    const happenedAt = gardenStore.instantOn(gardenStore.today)
    const isDone = await send([...ids].reverse().map(voids => ({ id: v7(), kind: 'voided', voids, happenedAt })))
    if (isDone) last.value = null
    return isDone
  }

  /**
   * Notes deeds that tie fresh tags; a code is never given out twice.
   *
   * @param count tag codes that are needed
   * @param drafts the deeds, made with the codes
   * @returns the codes; null when nothing was noted, `problem` says why
   */
  async function noteTagged(count: number, drafts: (codes: string[]) => Draft[], day?: ISODate): Promise<string[] | null> {
    problem.value = null
    try {
      const { codes } = await $fetch('/api/tags/fresh', { method: 'POST', body: { count } })
      return await note(drafts(codes), day) ? codes : null
    }
    catch (error) {
      problem.value = problemOf(error)
      return null
    }
  }

  return { revision, last, problem, refused, note, noteAnyway, noteTagged, undo }
})
