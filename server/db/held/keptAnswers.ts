import type { Database } from '../connection'
import type { Garden } from '../garden'
import type { KeptAnswer } from './kept'
import { keep, kept } from './kept'
import { hourOf } from './remembered'

/** Answers that were worked out since answers were kept last, by garden and name. */
const unkept = new Map<string, { garden: Pick<Garden, 'id'>; name: string; one: KeptAnswer }>()

/**
 * The answer to what is asked as it was kept before a start; null where it was worked out of another revision of
 * the log, or for another hour.
 *
 * @param name under which the newest answer is kept
 */
export async function keptAnswer<T>(
  db: Database,
  garden: Garden,
  name: string,
  what: string,
): Promise<T | null> {
  const [one] = await kept(db, garden, 'answer', name)
  const isSame = one?.what === what && one.revision === garden.revision && one.hour === hourOf(garden)
  return isSame ? (one.answer as T) : null
}

/** Has an answer kept the next time that answers are. */
export const keepLater = (garden: Garden, name: string, what: string, answer: unknown): void =>
  void unkept.set(`${garden.id} ${name}`, {
    garden,
    name,
    one: { what, revision: garden.revision, hour: hourOf(garden), answer },
  })

/** Keeps what was worked out since it was called last. */
export async function keepAnswers(): Promise<void> {
  const all = [...unkept.values()]
  unkept.clear()
  for (const { garden, name, one } of all) await keep(garden, 'answer', [[name, one]])
}
