/**
 * `npm run soak [-- MINUTES]`: many visitors walk, note, break off, upload and restore, 30 minutes if not told otherwise.
 * Passes when nothing answers at or above 500, memory ends where it was once everybody had come (at most a tenth more), every
 * entry that was acknowledged is there once, and what is kept is as the log says.
 */
import { rmSync } from 'node:fs'
import { connect } from 'node:net'
import { setTimeout as wait } from 'node:timers/promises'
import { counted } from '@virgulta/core/formats/counted'
import type { Entry } from '@virgulta/core/log/entry'
import { rollup } from 'd3-array'
import { randomLcg } from 'd3-random'
import { sql } from 'drizzle-orm'
import { v7 } from 'uuid'
import { buildIfNeeded } from '../scripts/lib/build.mjs'
import { installPostgres } from '../scripts/lib/install.mjs'
import { findPrograms, startPostgres } from '../scripts/lib/postgres.mjs'
import { open, rowsOf } from '../server/db/connection'
import { prepareDatabase } from '../server/db/prepare'
import { lastingGardens } from '../server/db/rows/garden'
import { rebuild } from '../server/db/rows/log'
import type { Job, Restored } from '../shared/jobs'
import { serve } from '../tests/server/serving'
import { temporaryFolder } from '../tests/server/setup'
import { Visitor, entry, plantedCross, undoing } from '../tests/server/visitor'

const VISITORS = 50
/** Flowers that a garden has at once; for each new one the oldest is taken back. */
const KEPT_FLOWERS = 12
const MINUTE_MS = 60_000
const minutes = Number(process.argv[2] ?? 30)
/** By then everybody has come and done everything once; what is in memory is what stays. */
const WARM_SHARE = 0.2
/** Between two deeds of one visitor, on average. */
const THINKS_MS = 1500

const random = randomLcg(0.42)
const oneOf = <T>(things: T[]): T => things[Math.floor(random() * things.length)]!

const answers: { what: string; status: number }[] = []
const acknowledged = new Map<string, string>()
let isOver = false

/** Somebody with a garden of their own, and what they do in it. */
class Gardener {
  readonly visitor: Visitor
  private readonly known: { ids: Record<string, string>; gardenId: string }
  /** flowers that stand, each with what was noted of it */
  private readonly noted: Entry[][] = []
  /** noted, but nobody said whether it arrived */
  private unsure: Entry[] = []

  private constructor(
    private readonly address: string,
    visitor: Visitor,
    known: Gardener['known'],
  ) {
    this.visitor = visitor
    this.known = known
  }

  static async come(address: string, n: number): Promise<Gardener> {
    const visitor = await new Visitor(address).startGarden(`Soaked beds ${n}`)
    const { ids } = await plantedCross(visitor)
    const { id: gardenId } = await visitor.get<{ id: string }>('/api/garden')
    return new Gardener(address, visitor, { ids, gardenId })
  }

  private async ask<T>(what: string, method: string, path: string, body?: unknown): Promise<T> {
    const { status, body: answer } = await this.visitor.ask<T>(method, path, body)
    answers.push({ what, status })
    return answer
  }

  async walk() {
    for (const path of [
      '/api/round',
      '/api/season',
      '/api/crosses',
      `/api/crosses/${this.known.ids.cross}`,
      '/api/plants',
      `/api/plants/${this.known.ids.seedParent}/genes`,
      '/api/pollen',
      '/api/bloom?from=2026-01-01&to=2026-12-31',
    ])
      await this.ask('walk', 'GET', path)
  }

  /** Some notes; now and then the line breaks before the answer, and they are sent again later. */
  async note(mayBreak = true) {
    const { ids } = this.known
    const codes = await this.visitor.codes(1)
    const flower = v7()
    const fresh = [
      entry('flowerChosen', flower, {
        code: codes[0]!,
        crossId: ids.cross!,
        seedParentId: ids.seedParent!,
        pollenParentId: ids.pollenParent!,
        blooms: 1,
      }),
      entry('emasculated', flower, {}),
      entry('scored', ids.seedParent!, { trait: 'height', value: 20 + Math.floor(random() * 60) }),
    ]
    this.noted.push(fresh)
    // A garden stays as large as it is: what the server's memory holds of it, too.
    const gone = this.noted.length > KEPT_FLOWERS ? this.noted.shift()! : []
    const entries = [...this.unsure, ...fresh, ...gone.reverse().map(one => undoing(one.id))]
    if (mayBreak && random() < 0.2) {
      this.breakOff('POST', '/api/entries', JSON.stringify({ entries }))
      this.unsure = entries
      return
    }
    const { status, body } = await this.visitor.ask<{ recorded: number; known: number }>(
      'POST',
      '/api/entries',
      { entries },
    )
    answers.push({ what: 'note', status })
    if (status !== 200) throw new Error(`A note was refused: ${JSON.stringify(body)}`)
    this.unsure = []
    for (const { id } of entries) acknowledged.set(id, this.known.gardenId)
  }

  /** Asks, and leaves before the answer is whole. */
  private breakOff(method: string, path: string, body = '') {
    const { hostname, port } = new URL(this.address)
    const socket = connect(Number(port), hostname).on('error', () => {})
    socket.once('data', piece =>
      answers.push({ what: 'broken off', status: Number(String(piece).split(' ')[1]) }),
    )
    const head = [
      `${method} ${path} HTTP/1.1`,
      `host: ${hostname}:${port}`,
      `cookie: ${this.visitor.cookie}`,
      `x-forwarded-for: ${this.visitor.headers['x-forwarded-for']}`,
      ...(body ? ['content-type: application/json', `content-length: ${Buffer.byteLength(body)}`] : []),
    ]
    socket.write(`${head.join('\r\n')}\r\n\r\n${body}`)
    setTimeout(() => socket.destroy(), 5 + random() * 60)
  }

  async leave() {
    this.breakOff(
      'GET',
      oneOf([
        '/api/garden/backup',
        `/api/crosses/${this.known.ids.cross}/tags.pdf`,
        '/api/round',
        '/api/entries?size=500',
      ]),
    )
  }

  async print() {
    await this.ask('print', 'GET', `/api/crosses/${this.known.ids.cross}/tags.pdf`)
  }

  /** A piece of a file that is never finished. */
  async upload() {
    const { status } = await this.visitor.askBytes(
      'PUT',
      `/api/uploads/${v7()}?piece=0`,
      Buffer.alloc(100_000, 'x'),
    )
    answers.push({ what: 'upload', status })
  }

  /** Takes the garden out, brings it back as a second one, and deletes that again. */
  async restore() {
    const { status, bytes } = await this.visitor.file('/api/garden/backup')
    answers.push({ what: 'back up', status })
    if (status !== 200) return
    const uploadId = v7()
    const piece = await this.visitor.askBytes('PUT', `/api/uploads/${uploadId}?piece=0`, bytes)
    answers.push({ what: 'upload', status: piece.status })
    if (piece.status !== 200) return
    const { id } = await this.ask<{ id?: string }>('restore', 'POST', '/api/gardens/restore', {
      uploadId,
      pieces: 1,
    })
    if (!id) return
    for (;;) {
      const job = (await this.ask<Job[]>('restore', 'GET', '/api/jobs')).find(j => j.id === id)!
      if (job.state === 'done') {
        const { id: gardenId, name } = job.result as Restored
        await this.ask('restore', 'PUT', '/api/session/garden', { gardenId })
        await this.ask('restore', 'DELETE', '/api/garden', { name })
        await this.ask('restore', 'PUT', '/api/session/garden', { gardenId: this.known.gardenId })
        return
      }
      if (job.state === 'failed') throw new Error(`A garden was not brought back: ${job.problem}`)
      await wait(500)
    }
  }

  async live() {
    const deeds = [
      ...Array.from({ length: 8 }, () => () => this.walk()),
      ...Array.from({ length: 8 }, () => () => this.note()),
      () => this.leave(),
      () => this.leave(),
      () => this.print(),
      () => this.upload(),
      () => this.restore(),
    ]
    while (!isOver) {
      await oneOf(deeds)()
      await wait(-Math.log(1 - random()) * THINKS_MS)
    }
    // What was left unsure is sent once more, as a telephone does.
    await this.note(false)
  }
}

/** Memory of the server after its garbage was collected, in MB. */
async function megabytesOf(server: Awaited<ReturnType<typeof serve>>): Promise<number> {
  const told = () => server.log().filter(line => 'left' in line)
  const before = told().length
  server.signal('SIGUSR2')
  while (told().length === before) await wait(50)
  return (told().at(-1)!.left as number) / 1024 / 1024
}

await installPostgres(() => findPrograms() !== null)
await buildIfNeeded()
const folder = temporaryFolder()
const postgres = await startPostgres(folder)
const owner = open(postgres.url)
let server: Awaited<ReturnType<typeof serve>> | undefined
try {
  await prepareDatabase(postgres.url)
  server = await serve(postgres.url, {}, ['./bench/heapTold.mjs'])
  const { address } = server
  const gardeners = await Promise.all(Array.from({ length: VISITORS }, (_, n) => Gardener.come(address, n)))
  console.error(`${counted(VISITORS, 'visitor')}, ${counted(minutes, 'minute')} …`)
  const living = Promise.all(gardeners.map(gardener => gardener.live()))
  const memory: number[] = []
  const minute = async () => {
    memory.push(await megabytesOf(server!))
    console.error(
      `${memory.at(-1)!.toFixed(1)} MB, ${answers.length} answers, ${acknowledged.size} entries acknowledged`,
    )
  }
  await wait(minutes * WARM_SHARE * MINUTE_MS)
  await minute()
  for (let i = 0; i < 4; i++) {
    await Promise.race([living, wait(((minutes * (1 - WARM_SHARE)) / 4) * MINUTE_MS)])
    await minute()
  }
  isOver = true
  await living
  // What runs for visitors who left comes to its end.
  await wait(5000)
  const atEnd = await megabytesOf(server)

  const faults = rollup(
    server.log().filter(line => line.level === 'error'),
    of => of.length,
    line =>
      [line.route, line.problem, line.code, line.error, (line.at as string[] | undefined)?.[0]].join(' · '),
  )
  for (const [words, times] of faults) console.log(`${times} × ${words}`)
  const byStatus = rollup(
    answers,
    of => of.length,
    a => a.what,
    a => a.status,
  )
  for (const [what, counts] of byStatus)
    console.log(
      `${what.padEnd(12)} ${[...counts]
        .sort(([a], [b]) => a - b)
        .map(([status, n]) => `${status}: ${n}`)
        .join('  ')}`,
    )
  const there = new Set(
    (await rowsOf<{ id: string }>(owner.db, sql`select id from entries`)).map(row => row.id),
  )
  const missing = [...acknowledged.keys()].filter(id => !there.has(id))
  let differed = 0
  for (const garden of await lastingGardens(owner.db))
    differed += (await rebuild(owner.db, garden)).differed.length
  const failures = answers.filter(a => a.status >= 500).length
  const change = (atEnd - memory[0]!) / memory[0]!
  const checks: [string, boolean][] = [
    [`${counted(failures, 'answer')} of ${answers.length} at or above 500`, failures === 0],
    [
      `memory ${memory[0]!.toFixed(1)} MB once all had come, ${atEnd.toFixed(1)} MB at the end (${(change * 100).toFixed(1)} %)`,
      change <= 0.1,
    ],
    [
      `${missing.length} of ${counted(acknowledged.size, 'acknowledged entry', 'acknowledged entries')} missing`,
      missing.length === 0,
    ],
    [`${counted(differed, 'subject')} not as the log says`, differed === 0],
  ]
  for (const [words, isMet] of checks) console.log(`${isMet ? 'met' : 'NOT'}  ${words}`)
  process.exitCode = checks.every(([, isMet]) => isMet) ? 0 : 1
} finally {
  await server?.kill()
  await owner.close()
  await postgres.stop()
  rmSync(folder, { recursive: true, force: true })
}
