import { and, eq, isNotNull, or } from 'drizzle-orm'
import { open } from './connection'
import { lastingGardens } from './queries/garden'
import { rebuild } from './queries/log'
import { gardens, modelsVersion } from './schema'

/** Grows when the core folds entries to states of another shape, or the demo garden tells another story. */
export const MODELS_VERSION = 7

/**
 * Brings what is kept beside the log up to the rules of this version: all read models. The demo garden and its visitors' copies are dropped; the demo is then loaded anew, as this version tells it.
 *
 * @param ownerUrl of the database, as the owner of the tables
 * @param onGarden is told the name of each garden that is rebuilt
 * @throws {Refusal} if the log of a garden does not fit together; everything is left as it was then
 */
export async function renewModels(ownerUrl: string, onGarden: (name: string) => void = () => {}): Promise<void> {
  const { db, close } = open(ownerUrl)
  try {
    await db.transaction(async (tx) => {
      const [kept] = await tx.select().from(modelsVersion)
      if (kept?.version === MODELS_VERSION) return
      await tx.delete(gardens).where(and(eq(gardens.isDemo, true), or(eq(gardens.isTemplate, true), isNotNull(gardens.expiresAt))))
      for (const garden of await lastingGardens(tx)) {
        onGarden(garden.name)
        await rebuild(tx, garden)
      }
      await tx.insert(modelsVersion).values({ version: MODELS_VERSION }).onConflictDoUpdate({ target: modelsVersion.isOnly, set: { version: MODELS_VERSION } })
    })
  }
  finally {
    await close()
  }
}
