import { OutOfRange } from '@virgulta/core/chance/estimate'
import type { Work } from '#shared/works'
import { works } from '#shared/works'

/** What the screen sends, and what comes back: progress any number of times, then the answer or why there is none. */
export interface Asked {
  id: number
  work: Work
  wish: never
}
export type Said = { id: number } & (
  { progress: number } | { answer: unknown } | { refused: string } | { broke: string }
)

self.onmessage = ({ data: { id, work, wish } }: MessageEvent<Asked>) => {
  const say = (said: Said) => self.postMessage(said)
  try {
    say({ id, answer: works[work](wish, progress => say({ id, progress })) })
  } catch (error) {
    say(error instanceof OutOfRange ? { id, refused: error.message } : { id, broke: String(error) })
  }
}
