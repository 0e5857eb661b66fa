import { Refusal } from '@virgulta/core/log/refusal'
import { and, eq, isNotNull, or } from 'drizzle-orm'
import { open } from './connection'
import { lastingGardens } from './rows/garden'
import { rebuild } from './rows/log'
import { gardens, modelsVersion } from './schema'

/** Grows when the core folds entries to states of another shape, or the demo garden tells another story. */
export const MODELS_VERSION = 17

/**
 * Brings what is kept beside the log up to the rules of this version: all read models, a garden at a time. One whose log does not fit
 * together stays shut with the reason, and is tried again at the next start; the others do not wait for it. The demo garden and its
 * visitors' copies are dropped; the demo is then loaded anew, as this version tells it.
 *
 * @param ownerUrl of the database, as the owner of the tables
 * @param onGarden is told the name of each garden that is rebuilt, and why it could not be
 */
export async function renewModels(
  ownerUrl: string,
  onGarden: (name: string, fault: string | null) => void = () => {},
): Promise<void> {
  const { db, close } = open(ownerUrl)
  try {
    const [kept] = await db.select().from(modelsVersion)
    const isRenewed = kept?.version === MODELS_VERSION
    if (!isRenewed)
      await db
        .delete(gardens)
        .where(and(eq(gardens.isDemo, true), or(eq(gardens.isTemplate, true), isNotNull(gardens.expiresAt))))
    for (const garden of (await lastingGardens(db)).filter(g => !isRenewed || g.fault !== null)) {
      const fault = await rebuild(db, garden).then(
        () => null,
        error => {
          if (!(error instanceof Refusal)) throw error
          return error.message
        },
      )
      await db.update(gardens).set({ fault }).where(eq(gardens.id, garden.id))
      onGarden(garden.name, fault)
    }
    await db
      .insert(modelsVersion)
      .values({ version: MODELS_VERSION })
      .onConflictDoUpdate({ target: modelsVersion.isOnly, set: { version: MODELS_VERSION } })
  } finally {
    await close()
  }
}
