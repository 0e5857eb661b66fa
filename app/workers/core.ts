import { OutOfRange } from '@virgulta/core/chance/estimate'
import { expose } from 'comlink'
import type { AnswerOf, ToldShare, WishOf, WorkName } from '#shared/works'
import { works } from '#shared/works'

/** What a computation comes to, or why there is no answer. */
export type Outcome<W extends WorkName> = { answer: AnswerOf<W> } | { refused: string }

const core = {
  /** @throws {Error} what is not a refusal is a fault, and is told as one */
  async workOut<W extends WorkName>(work: W, wish: WishOf<W>, progress: ToldShare): Promise<Outcome<W>> {
    try {
      return { answer: (await works[work](wish as never, progress)) as AnswerOf<W> }
    } catch (error) {
      if (error instanceof OutOfRange) return { refused: error.message }
      throw error
    }
  },
}
/** The core in a thread of its own. */
export type CoreThread = typeof core

expose(core)
