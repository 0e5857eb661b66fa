import { randomUUID } from 'node:crypto'
import { and, desc, eq, notInArray } from 'drizzle-orm'
import type { PrintedTag, Printout } from '../../shared/tags'
import type { Database } from '../db/connection'
import type { Garden } from '../db/garden'
import { printouts } from '../db/schema'

/** A printer of single labels. */
export interface LabelPrinter {
  name: string
  isSimulated: boolean
  print: (db: Database, garden: Garden, tags: PrintedTag[]) => Promise<void>
  /** what came out of late, the latest first */
  tray: (db: Database, garden: Garden) => Promise<Printout[]>
}

/** Labels that stay in the tray of the simulated printer. */
const TRAY = 60

/** The printer that ships: what it would have printed lies in its tray, on the screen. */
const simulatedPrinter: LabelPrinter = {
  name: 'Simulated label printer',
  isSimulated: true,
  async print(db, garden, tags) {
    const at = Date.parse(garden.now)
    // One after the other, so that the tray keeps their order.
    await db.insert(printouts).values(
      tags.map((tag, i) => ({
        gardenId: garden.id,
        id: randomUUID(),
        tag,
        printedAt: new Date(at + i).toISOString(),
      })),
    )
    const kept = db
      .select({ id: printouts.id })
      .from(printouts)
      .where(eq(printouts.gardenId, garden.id))
      .orderBy(desc(printouts.printedAt), desc(printouts.id))
      .limit(TRAY)
    await db.delete(printouts).where(and(eq(printouts.gardenId, garden.id), notInArray(printouts.id, kept)))
  },
  async tray(db, garden) {
    const rows = await db
      .select()
      .from(printouts)
      .where(eq(printouts.gardenId, garden.id))
      .orderBy(desc(printouts.printedAt), desc(printouts.id))
      .limit(TRAY)
    return rows.map(({ id, tag, printedAt }) => ({ id, tag, printedAt: new Date(printedAt).toISOString() }))
  },
}

/** The label printer of a garden. */
export const printerOf = (_: Garden): LabelPrinter => simulatedPrinter
