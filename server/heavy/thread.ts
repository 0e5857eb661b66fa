import { Refusal } from '@virgulta/core/log/refusal'
import type { Tasks } from './tasks'
import { heavyTasks } from './tasks'

/** What a thread is asked to do. */
export interface Order {
  name: keyof Tasks
  input: unknown[]
}

/** What it answers: a refusal is no error, for its class would be lost on the way. */
export type ThreadAnswer =
  { answer: unknown } | { refused: { code: string; sentence: string; field?: string } }

/** Does one task in this thread. */
export default async function ({ name, input }: Order): Promise<ThreadAnswer> {
  try {
    return { answer: await (heavyTasks[name] as (...input: unknown[]) => unknown)(...input) }
  } catch (error) {
    if (error instanceof Refusal)
      return { refused: { code: error.code, sentence: error.message, field: error.field } }
    throw error
  }
}
