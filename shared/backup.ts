import { entryWith } from '@virgulta/core/log/entry'
import { Id, words } from '@virgulta/core/log/kind'
import * as v from 'valibot'
import { roles } from './people'

/** Version of the backup's format; a file of a later one is refused. */
export const BACKUP_VERSION = 2

const moment = v.pipe(v.string(), v.isoTimestamp())

/** What a backup says before its entries: everything of the garden that is described rather than done. */
export const BackupHead = v.strictObject({
  format: v.literal('virgulta-garden'),
  version: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(BACKUP_VERSION)),
  madeAt: moment,
  garden: v.strictObject({ id: Id, name: words(80), zone: v.string(), latitude: v.number(), longitude: v.optional(v.nullable(v.number()), null), isDemo: v.boolean(), clockAt: v.nullable(moment) }),
  people: v.array(v.strictObject({ id: Id, name: words(80) })),
  members: v.array(v.strictObject({ personId: Id, role: v.picklist(roles), leftAt: v.optional(v.nullable(moment), null) })),
  places: v.array(v.strictObject({ id: Id, name: words(60), position: v.number() })),
  /** files of version 1 hold the built-in guides; they come with Virgulta now, and a garden's own are entries */
  crops: v.optional(v.array(v.unknown())),
  tagSerials: v.array(v.strictObject({ year: v.number(), next: v.number() })),
  /** how many entries follow */
  count: v.number(),
})
export type BackupHead = v.InferOutput<typeof BackupHead>

/** When and by whom an entry of a backup was recorded; the entry itself is as clients send it. */
export const Recorded = v.object({ recordedAt: moment, recordedBy: Id })

/** A whole backup, as `docs/backup.schema.json` describes it. */
export const BackupFile = v.object({
  ...BackupHead.entries,
  entries: v.array(entryWith(Recorded.entries)),
  /** SHA-256 of all bytes before it, from the first brace to the closing bracket of the entries */
  sum: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/)),
})
