import type { Remote } from 'comlink'
import { proxy, wrap } from 'comlink'
import type { AnswerOf, WishOf, WorkName } from '#shared/works'
import type { CoreThread, Outcome } from '../workers/core'

/** No sooner is something shown as under way: most answers are there before. */
const SHOWN_AFTER_MS = 250

/**
 * A computation in a worker, done anew when its wish changes. The last answer stays until the next one is there; the
 * screen stays usable, and the work can be stopped.
 *
 * @param work which one
 * @param wish what it is done for; null: nothing
 */
export function useWork<W extends WorkName>(work: W, wish: () => WishOf<W> | null) {
  const answer = shallowRef<AnswerOf<W> | null>(null)
  const refused = ref<string | null>(null)
  /** from 0 to 1 while something is under way for more than a moment */
  const progress = ref<number | null>(null)
  const isStopped = ref(false)
  let thread: { worker: Worker; core: Remote<CoreThread> } | null = null
  let asked = 0
  let done = 0
  const { start: showLater, stop: showNot } = useTimeoutFn(() => (progress.value = done), SHOWN_AFTER_MS, {
    immediate: false,
  })

  function started() {
    const worker = new Worker(new URL('../workers/core.ts', import.meta.url), { type: 'module' })
    return { worker, core: wrap<CoreThread>(worker) }
  }
  function end() {
    thread?.worker.terminate()
    thread = null
    settled()
  }
  function settled() {
    showNot()
    progress.value = null
  }
  async function begin() {
    const wanted = wish()
    // A thread in the middle of something cannot hear: it is ended, and another takes over.
    if (asked && (progress.value !== null || !wanted)) end()
    isStopped.value = false
    const id = ++asked
    if (!wanted) {
      answer.value = null
      return
    }
    thread ??= started()
    done = 0
    showLater()
    const hear = (now: number) => {
      if (id !== asked) return
      done = now
      if (progress.value !== null) progress.value = now
    }
    // Vue's proxies cannot be sent.
    const sent = JSON.parse(JSON.stringify(wanted)) as WishOf<W>
    try {
      // The types of a thread's functions do not keep what they are generic in.
      const outcome = (await thread.core.workOut(work, sent, proxy(hear))) as unknown as Outcome<W>
      if (id !== asked) return
      refused.value = 'refused' in outcome ? outcome.refused : null
      answer.value = 'answer' in outcome ? outcome.answer : null
    } finally {
      if (id === asked) settled()
    }
  }
  function stop() {
    end()
    asked++
    isStopped.value = true
  }
  watchDebounced(wish, begin, { immediate: true, deep: true, debounce: 80 })
  onBeforeUnmount(end)
  return { answer, refused, progress, isStopped, stop, again: begin }
}
