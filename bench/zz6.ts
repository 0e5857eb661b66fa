import pg from 'pg'
import { sql } from 'drizzle-orm'
import { findPrograms, startPostgres } from '../scripts/lib/postgres.mjs'
import { serverRoleOf } from '../scripts/lib/serverRole.mjs'
import { inGarden, open } from '../server/db/connection'
import { gardenFor } from '../server/db/rows/garden'
import { crossPage, crossRows } from '../server/db/pages/crosses'
import { dayRound } from '../server/db/pages/round'
import { heldGarden } from '../server/db/held/heldGarden'
findPrograms()
const postgres = await startPostgres('/tmp/benchdir')
const server = open(serverRoleOf(postgres.url).url)
const owner = open(postgres.url)
const { id, person_id } = ((await owner.db.execute(sql`select g.id, m.person_id from gardens g join members m on m.garden_id = g.id where g.name = 'Wide fields' limit 1`)).rows as any[])[0]
const lines: [string, number][] = []
let log = false
const original = pg.Client.prototype.query
;(pg.Client.prototype as any).query = function (...args: any[]) {
  const b = performance.now()
  const text = typeof args[0] === 'string' ? args[0] : args[0]?.text
  const r = (original as any).apply(this, args)
  if (log && r?.then) r.then(() => lines.push([text.replace(/\s+/g, ' ').slice(0, 120), performance.now() - b]))
  return r
}
const within = <T>(work: (tx: any, g: any) => Promise<T>) => inGarden(server.db, id, async tx => work(tx, (await gardenFor(tx, id, person_id, null))!.garden))
let b = performance.now()
await within((tx, g) => heldGarden(tx, g)); console.log('held', performance.now() - b)
b = performance.now(); const rows = await within((tx, g) => crossRows(tx, g)); console.log('rows', performance.now() - b)
b = performance.now(); await within((tx, g) => crossPage(tx, g, rows[0]!.cross.id)); console.log('first cross', performance.now() - b)
for (let i = 0; i < 40; i++) await within((tx, g) => crossPage(tx, g, rows[i * 7 + 3]!.cross.id))
log = true
const { Session } = await import('node:inspector/promises'); const ss = new Session(); ss.connect(); await ss.post('Profiler.enable'); await ss.post('Profiler.setSamplingInterval', { interval: 200 }); await ss.post('Profiler.start')
const times: number[] = []
for (let i = 0; i < 20; i++) { lines.length = 0; const b = performance.now(); await within((tx, g) => crossPage(tx, g, rows[(i * 11 + 1)]!.cross.id)); times.push(performance.now() - b) }
(await import('node:fs')).writeFileSync('/tmp/x/c2.cpuprofile', JSON.stringify((await ss.post('Profiler.stop')).profile))
for (const [t, ms] of lines) console.log(ms.toFixed(1), t)
console.log(times.map(Math.round).join(' '))
await postgres.stop(); process.exit(0)
