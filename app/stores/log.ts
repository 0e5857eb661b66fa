import type { Deed, Draft, Entry } from '@virgulta/core/log/entry'
import { wordsOf } from '@virgulta/core/log/entry'
import type { Names } from '@virgulta/core/log/kind'
import { SETTLEABLE } from '@virgulta/core/flowers/flower'
import type { ISODate } from '@virgulta/core/time/days'
import { isDay } from '@virgulta/core/time/days'
import { rollups } from 'd3-array'
import { v7 } from 'uuid'
import type { FreshPlace, Noted, Problem } from '#shared/entries'

/** What the server asks about before it takes it: it can be noted all the same. */
const ASKED = [...SETTLEABLE, 'twice', 'unlikely']

/** Notes that are sent at once; more wait for the next turn. */
const MOST_AT_ONCE = 200
/** Steps back that are remembered. */
const MOST_STEPS = 200

/** What was noted with one press. */
interface NotedStep {
  words: string
  ids: string[]
}

/** Waits between tries while the server does not answer, growing. */
const [FIRST_WAIT_MS, LONGEST_WAIT_MS] = [1500, 30_000]

/** The entries of a try that was never answered: the same thing noted again is the same entries, which count once. */
interface Unanswered {
  drafts: string
  day: ISODate | undefined
  entries: Deed[]
}

/**
 * Writes into the garden's log, and takes back.
 *
 *      note ──► POST ──► noted, or refused with a sentence           (a form waits for its answer)
 *      later ─► waiting: e7 e8 e9 ──► POST all of them together       (keys in haste wait for nothing)
 *
 * Invariants: what waits has its id and its moment from the press on and is sent in the order of the presses; nothing leaves
 * `waiting` but by an answer.
 */
export const useLogStore = defineStore('log', () => {
  const gardenStore = useGardenStore()

  /** grows with every change of the log; what is on screen is fetched anew */
  const revision = ref(0)
  /** what the line at the edge offers to take back */
  const last = ref<NotedStep | null>(null)
  /** what was noted here and can be taken back step by step, the latest last */
  const steps = ref<NotedStep[]>([])
  /** what was taken back last */
  const takenBack = ref('')
  function offer(step: NotedStep): void {
    last.value = step
    takenBack.value = ''
    steps.value = [...steps.value.slice(1 - MOST_STEPS), step]
  }
  const problem = ref<Problem | null>(null)
  /** what was asked about before it is taken, exactly as it was meant */
  const refused = ref<Entry[] | null>(null)
  let isMeant = false

  /** What was asked is asked no more: something else is going on. */
  function clear(): void {
    problem.value = null
    refused.value = null
  }

  /** what became of what was noted last: screens show it before they ask anew */
  const noted = shallowRef<Noted | null>(null)

  async function post(entries: Entry[], anyway: boolean, places: FreshPlace[] = []): Promise<void> {
    // A demo garden has a clock of its own, which the telephone cannot get wrong.
    const sentAt = gardenStore.garden?.isDemo ? undefined : new Date().toISOString()
    noted.value = await $fetch<Noted>('/api/entries', {
      method: 'POST',
      body: { entries, anyway, sentAt, places },
      retry: 2,
    })
    await gardenStore.follow(noted.value, places.length > 0)
  }

  async function send(entries: Entry[], anyway = false, places: FreshPlace[] = []): Promise<boolean> {
    clear()
    try {
      await post(entries, anyway || isMeant, places)
      revision.value++
      return true
    } catch (error) {
      problem.value = problemOf(error)
      if (ASKED.includes(problem.value.code)) refused.value = entries
      return false
    } finally {
      isMeant = false
    }
  }

  /** Notes what was asked about all the same, as it was meant then. */
  const noteAnyway = async () => refused.value !== null && send(refused.value, true)
  /** The next note is meant, whatever is asked about it: a form is sent again as it stands. */
  function meanIt(): void {
    isMeant = true
  }

  /** What traits and loci are called; the first crop that knows one names it. */
  const names: Names = {
    trait: id => gardenStore.garden?.crops.flatMap(c => c.definition.traits).find(t => t.id === id),
    locus: id => gardenStore.garden?.crops.flatMap(c => c.definition.loci).find(l => l.id === id)?.name,
  }
  /** What was noted, in a line: what was done to many alike is said once. */
  function inWords(deeds: Deed[], of = names): string {
    const said = rollups(
      deeds,
      alike => alike.length,
      deed => wordsOf(deed, of),
    )
    if (said.length > 2) return `${deeds.length} entries noted`
    return said.map(([words, times]) => (times > 1 ? `${words} (${times} times)` : words)).join(', ')
  }

  let unanswered: Unanswered | null = null
  function entriesFor(drafts: Draft[], day: ISODate | undefined): Deed[] {
    const key = JSON.stringify(drafts)
    if (unanswered?.drafts === key && unanswered.day === day) return unanswered.entries
    const moment = gardenStore.momentOn(day ?? gardenStore.today)
    const entries = drafts.map(draft => ({ ...draft, id: v7(), ...moment }) as Deed)
    unanswered = { drafts: key, day, entries }
    return entries
  }

  /** True for a day that can be noted on; says at its field what is wrong where it is none. */
  function isNoted(day: ISODate | undefined): boolean {
    if (day === undefined || isDay(day)) return true
    clear()
    problem.value = { code: 'no-day', sentence: 'Give the day on which it happened.', field: 'happenedAt' }
    return false
  }

  /**
   * Notes what was done, all or nothing.
   *
   * @param drafts deeds in the order in which they were done
   * @param day on which they were done; absent: now
   * @param places that are made with them
   * @returns false when the log refused; `problem` says why
   */
  async function note(drafts: Draft[], day?: ISODate, places: FreshPlace[] = []): Promise<boolean> {
    if (!isNoted(day)) return false
    const deeds = entriesFor(drafts, day)
    const isDone = await send(deeds, false, places)
    if (isDone || problem.value?.code !== NO_ANSWER) unanswered = null
    if (isDone) offer({ words: inWords(deeds), ids: deeds.map(d => d.id) })
    return isDone
  }

  /** Takes entries back; what was never sent is let go, and the answer to what is under way is waited for. */
  async function undo(ids: string[]): Promise<boolean> {
    const unsent = waiting.value
      .map(w => w.deed)
      .filter(deed => ids.includes(deed.id) && !posted.has(deed.id))
    leave(unsent)
    await flush()
    if (waiting.value.some(w => ids.includes(w.deed.id))) {
      problem.value = {
        code: NO_ANSWER,
        sentence: 'This is still on its way, and no answer has come. Take it back once it is noted.',
      }
      return false
    }
    const noted = ids.filter(id => !unsent.some(deed => deed.id === id))
    if (!noted.length) revision.value++
    const isDone =
      !noted.length ||
      (await send(
        [...noted].reverse().map(voids => ({
          id: v7(),
          kind: 'voided',
          voids,
          happenedAt: gardenStore.momentOn(gardenStore.today).happenedAt,
        })),
      ))
    if (isDone) {
      takenBack.value = steps.value.find(s => s.ids.some(id => ids.includes(id)))?.words ?? ''
      steps.value = steps.value
        .map(s => ({ ...s, ids: s.ids.filter(id => !ids.includes(id)) }))
        .filter(s => s.ids.length)
      last.value = null
    }
    return isDone
  }

  /** Takes back what was noted last, then what was noted before it, as long as this page is open. */
  async function stepBack(): Promise<void> {
    const step = steps.value.at(-1)
    if (step) await undo(step.ids)
  }

  /** Codes that were given out for a try that was never answered: the same try takes them again. */
  let unusedCodes: string[] = []

  /**
   * Notes deeds that tie fresh tags; a code is never given out twice.
   *
   * @param count tag codes that are needed
   * @param drafts the deeds, made with the codes; their ids belong to the form, so that sent twice they are one
   * @returns the codes; null when nothing was noted, `problem` says why
   */
  async function noteTagged(
    count: number,
    drafts: (codes: string[]) => Draft[],
    day?: ISODate,
    places: FreshPlace[] = [],
  ): Promise<string[] | null> {
    if (!isNoted(day)) return null
    clear()
    try {
      const isAgain =
        unusedCodes.length === count &&
        unanswered !== null &&
        JSON.stringify(drafts(unusedCodes)) === unanswered.drafts
      const codes = isAgain
        ? unusedCodes
        : (await $fetch<{ codes: string[] }>('/api/tags/fresh', { method: 'POST', body: { count } })).codes
      unusedCodes = codes
      return (await note(drafts(codes), day, places)) ? codes : null
    } catch (error) {
      problem.value = problemOf(error)
      return null
    }
  }

  // Always a new list: what waits is not watched deed by deed.
  const waiting = useSessionStorage<{ gardenId: string; deed: Deed }[]>('virgulta-waiting', [], {
    shallow: true,
  })
  /** what the server may have, though its answer has not come: it is let go by an answer alone */
  const posted = new Set(waiting.value.map(w => w.deed.id))
  const isLate = ref(false)
  let sending: Promise<void> | null = null
  let wait = FIRST_WAIT_MS
  const { start: sendLater } = useTimeoutFn(
    () => flush(),
    () => wait,
    { immediate: false },
  )

  /**
   * Notes without waiting for an answer: it counts at once, and is sent together with what is noted meanwhile.
   *
   * @param day on which it was done; absent: today
   * @returns the deeds as they were noted; none where the day is none, which is said at its field
   */
  function later(drafts: Draft[], of = names, day = gardenStore.today): Deed[] {
    clear()
    if (!isNoted(day)) return []
    const moment = gardenStore.momentOn(day)
    const deeds = drafts.map(draft => ({ ...draft, id: v7(), ...moment }) as Deed)
    waiting.value = [...waiting.value, ...deeds.map(deed => ({ gardenId: gardenStore.garden!.id, deed }))]
    offer({ words: inWords(deeds, of), ids: deeds.map(d => d.id) })
    void flush()
    return deeds
  }

  const leave = (sent: Deed[]) =>
    (waiting.value = waiting.value.filter(w => !sent.some(deed => deed.id === w.deed.id)))

  /** Sends what waits, as much of it as there is at a time; whoever asks meanwhile waits for the same. */
  const flush = (): Promise<void> => (sending ??= sendAll().finally(() => (sending = null)))

  async function sendAll(): Promise<void> {
    try {
      for (let turn = nextTurn(); turn.length; turn = nextTurn()) {
        await sendTurn(turn)
        wait = FIRST_WAIT_MS
        isLate.value = false
        revision.value++
      }
    } catch (error) {
      const told = problemOf(error)
      isLate.value = true
      if (told.code !== NO_ANSWER) problem.value = told
      wait = Math.min(wait * 2, LONGEST_WAIT_MS)
      sendLater()
    }
  }
  const nextTurn = () =>
    waiting.value
      .filter(w => w.gardenId === gardenStore.garden?.id)
      .slice(0, MOST_AT_ONCE)
      .map(w => w.deed)

  /** Sends some of what waits; what is refused among them is told, and the rest is taken. */
  async function sendTurn(turn: Deed[]): Promise<void> {
    for (const deed of turn) posted.add(deed.id)
    try {
      await post(turn, false)
      leave(turn)
    } catch (error) {
      if (!isRefusal(error)) throw error
      if (turn.length > 1) {
        for (const deed of turn) await sendTurn([deed])
        return
      }
      leave(turn)
      problem.value = {
        ...problemOf(error),
        field: undefined,
        sentence: `Not noted: ${inWords(turn)}. ${problemOf(error).sentence}`,
      }
    }
  }
  useEventListener('online', () => void flush())
  watch(
    () => gardenStore.garden?.id,
    id => {
      steps.value = []
      if (id && waiting.value.length) void flush()
    },
  )

  return {
    revision,
    noted,
    last,
    steps,
    takenBack,
    problem,
    refused,
    waiting,
    isLate,
    clear,
    note,
    later,
    noteAnyway,
    meanIt,
    noteTagged,
    undo,
    stepBack,
  }
})
