import type { AnswerOf, WishOf, Work } from '#shared/works'
import type { Said } from '../workers/core'

/** No sooner is something shown as under way: most answers are there before. */
const SHOWN_AFTER_MS = 250

/**
 * A computation in a worker, done anew when its wish changes. The last answer stays until the next one is there; the
 * screen stays usable, and the work can be stopped.
 *
 * @param work which one
 * @param wish what it is done for; null: nothing
 */
export function useWork<W extends Work>(work: W, wish: () => WishOf<W> | null) {
  const answer = shallowRef<AnswerOf<W> | null>(null)
  const refused = ref<string | null>(null)
  /** from 0 to 1 while something is under way for more than a moment */
  const progress = ref<number | null>(null)
  const isStopped = ref(false)
  let worker: Worker | null = null
  let asked = 0
  let done = 0
  const { start: showLater, stop: showNot } = useTimeoutFn(() => (progress.value = done), SHOWN_AFTER_MS, {
    immediate: false,
  })

  function end() {
    worker?.terminate()
    worker = null
    showNot()
    progress.value = null
  }
  function hear({ data }: MessageEvent<Said>) {
    if (data.id !== asked) return
    if ('progress' in data) {
      done = data.progress
      if (progress.value !== null) progress.value = done
      return
    }
    showNot()
    progress.value = null
    if ('broke' in data) throw new Error(data.broke)
    refused.value = 'refused' in data ? data.refused : null
    answer.value = 'answer' in data ? (data.answer as AnswerOf<W>) : null
  }
  function begin() {
    const wanted = wish()
    // A worker in the middle of something cannot hear: it is ended, and another takes over.
    if (asked && (progress.value !== null || !wanted)) end()
    isStopped.value = false
    if (!wanted) {
      answer.value = null
      return
    }
    if (!worker) {
      worker = new Worker(new URL('../workers/core.ts', import.meta.url), { type: 'module' })
      worker.onmessage = hear
    }
    done = 0
    showLater()
    // Vue's proxies cannot be sent.
    worker.postMessage({ id: ++asked, work, wish: JSON.parse(JSON.stringify(wanted)) })
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
