import { entryWith } from '@virgulta/core/log/entry'
import { Id, amount, name } from '@virgulta/core/log/kind'
import { SERIALS_PER_YEAR } from '@virgulta/core/tags/code'
import { Moment, millisecondsOf, nearestMoment } from '@virgulta/core/time/moment'
import * as v from 'valibot'
import { Latitude, Longitude } from './bloom'
import { Zone } from './garden'
import { roles } from './people'
import { MOST_PHOTO_BYTES, PHOTO_TYPES } from './photos'

/** Version of the backup's format; a file of a later one is refused. */
export const BACKUP_VERSION = 4

/** Everything in the head is bounded: what is computed from it must come to an end. */
const MOST = { people: 10_000, places: 5000, years: 300, entries: 50_000_000 }

/** The clock of a demo garden, near enough to our days that what is foretold and remembered from it stays short. */
const DemoClock = v.pipe(
  Moment,
  v.check(at => at >= '2000' && at < '2100', 'The clock of a demo garden stands in the years 2000 to 2099.'),
)

/** A moment at which something was noted; some that earlier versions took lie outside the years that count and are brought to their edge. */
const NotedMoment = v.pipe(
  v.string(),
  v.isoTimestamp(),
  v.check(text => !Number.isNaN(millisecondsOf(text)), 'This is no moment.'),
  v.transform(text => nearestMoment(millisecondsOf(text))),
)

/** What a backup says before its entries: everything of the garden that is described rather than done. */
export const BackupHead = v.strictObject({
  format: v.literal('virgulta-garden'),
  version: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(BACKUP_VERSION)),
  madeAt: Moment,
  garden: v.strictObject({
    id: Id,
    name: name(80),
    zone: Zone,
    latitude: Latitude,
    longitude: v.optional(v.nullable(Longitude), null),
    siteTold: v.optional(v.boolean(), false),
    stationOn: v.optional(v.boolean(), false),
    isDemo: v.boolean(),
    clockAt: v.nullable(DemoClock),
  }),
  people: v.pipe(v.array(v.strictObject({ id: Id, name: name(80) })), v.maxLength(MOST.people)),
  members: v.pipe(
    v.array(
      v.strictObject({ personId: Id, role: v.picklist(roles), leftAt: v.optional(v.nullable(Moment), null) }),
    ),
    v.maxLength(MOST.people),
  ),
  places: v.pipe(
    v.array(
      v.strictObject({
        id: Id,
        name: name(60),
        position: amount(0, 1_000_000),
        isClosed: v.optional(v.boolean(), false),
        mergedInto: v.optional(v.nullable(Id), null),
      }),
    ),
    v.maxLength(MOST.places),
  ),
  /** files of version 1 hold the built-in guides; they come with Virgulta now, and a garden's own are entries */
  crops: v.optional(v.pipe(v.array(v.unknown()), v.maxLength(1000))),
  tagSerials: v.pipe(
    v.array(v.strictObject({ year: amount(1900, 2199), next: amount(0, SERIALS_PER_YEAR) })),
    v.maxLength(MOST.years),
  ),
  /** how many entries follow */
  count: amount(0, MOST.entries),
})
export type BackupHead = v.InferOutput<typeof BackupHead>

/** When and by whom an entry of a backup was recorded, and when it happened; for the rest it is as clients send it. */
export const Recorded = v.object({ recordedAt: NotedMoment, recordedBy: Id, happenedAt: NotedMoment })

/** A picture of a plant, as a backup holds it. */
export const KeptPhoto = v.strictObject({
  id: Id,
  type: v.picklist(PHOTO_TYPES),
  bytes: v.pipe(v.string(), v.base64(), v.maxLength(Math.ceil((MOST_PHOTO_BYTES * 4) / 3) + 4)),
})
export type KeptPhoto = v.InferOutput<typeof KeptPhoto>

/** A whole backup, as `docs/backup.schema.json` describes it. */
export const BackupFile = v.object({
  ...BackupHead.entries,
  entries: v.array(entryWith(Recorded.entries)),
  /** pictures of plants; files of versions before 4 hold none */
  photos: v.optional(v.array(KeptPhoto)),
  /** SHA-256 of all bytes before it, from the first brace to the closing bracket before it */
  sum: v.pipe(v.string(), v.regex(/^[0-9a-f]{64}$/)),
})
