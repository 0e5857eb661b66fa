import { randomUUID } from 'node:crypto'
import { desc } from 'drizzle-orm'
import type { Letter } from '../../shared/people'
import type { Database } from '../db/connection'
import { letters } from '../db/schema'

/** Sends letters. */
export interface Mail {
  send: (letter: Pick<Letter, 'to' | 'subject' | 'text'>) => Promise<void>
}

/** The simulated post that ships: a tray that shows what would have been sent. Another one is put in its place here. */
export const mail = (db: Database): Mail => ({
  async send(letter) {
    await db.insert(letters).values({ id: randomUUID(), ...letter })
  },
})

/** The letters in the tray, the latest first. */
export function lettersIn(db: Database): Promise<Letter[]> {
  return db.select().from(letters).orderBy(desc(letters.sentAt)).limit(100)
}
