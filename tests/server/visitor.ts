/** A visitor of the server for tests: keeps its cookie, speaks JSON. */
import type { Deed, Entry } from '@virgulta/core/log/entry'
import { v7 } from 'uuid'
import type { Noted } from '../../shared/entries'
import type { Role } from '../../shared/people'
import { lane } from './lane'
import type { Demo } from '../../shared/demos'

export interface Answer<T> {
  status: number
  body: T
}
interface Refused {
  data: { code: string; sentence: string; field?: string }
}

let visitors = 0

export class Visitor {
  private readonly jar = new Map<string, string>()
  get cookie() {
    return [...this.jar]
      .filter(([, value]) => value)
      .map(([name, value]) => `${name}=${value}`)
      .join('; ')
  }

  set cookie(text: string) {
    this.jar.clear()
    for (const pair of text.split('; ')) this.keep(pair)
  }

  private keep(pair: string) {
    const [name, value] = pair.split(/=(.*)/s) as [string, string]
    this.jar.set(name, value)
  }

  private readonly number = ++visitors
  readonly email = `visitor-${process.pid}-${this.number}@garden.example`
  readonly password = 'four words for the test'
  /** what is sent beside the cookie; each visitor comes from an address of their own */
  headers: Record<string, string> = {
    'x-forwarded-for': `10.${process.pid % 250}.${this.number >> 8}.${this.number & 255}`,
  }

  constructor(private readonly address = lane.address) {}

  /** The same person on another device: signed in anew. */
  async onAnotherDevice(): Promise<Visitor> {
    const other = new Visitor(this.address)
    await other.signIn(this)
    return other
  }

  signIn({ email, password }: { email: string; password: string } = this) {
    return this.ask('POST', '/api/session', { email, password })
  }

  /** Sends a request; the body is whatever the server answers. */
  async ask<T = Refused>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
    const response = await fetch(this.address + path, {
      method,
      redirect: 'manual',
      headers: {
        cookie: this.cookie,
        // A test that waits for a command meanwhile would come back to a connection that the server has let go.
        connection: 'close',
        ...this.headers,
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      body: body === undefined ? undefined : typeof body === 'string' ? body : JSON.stringify(body),
    })
    for (const cookie of response.headers.getSetCookie()) this.keep(cookie.split(';')[0]!)
    const isJson = response.headers.get('content-type')?.includes('json')
    return {
      status: response.status,
      body: (isJson ? await response.json() : Buffer.from(await response.arrayBuffer())) as T,
    }
  }

  /** Sends bytes instead of JSON. */
  async askBytes(method: string, path: string, body: Buffer): Promise<{ status: number }> {
    const { status } = await fetch(this.address + path, {
      method,
      headers: { 'cookie': this.cookie, 'content-type': 'application/octet-stream', ...this.headers },
      body: new Uint8Array(body),
    })
    return { status }
  }

  /** A file as it comes, also one of JSON. */
  async file(path: string): Promise<{ status: number; bytes: Buffer }> {
    const answer = await fetch(this.address + path, { headers: { cookie: this.cookie, ...this.headers } })
    return { status: answer.status, bytes: Buffer.from(await answer.arrayBuffer()) }
  }

  async get<T>(path: string): Promise<T> {
    const { status, body } = await this.ask<T>('GET', path)
    if (status !== 200) throw new Error(`GET ${path} answered ${status}: ${JSON.stringify(body)}`)
    return body
  }

  async openDemo(demo: Demo = 'lake'): Promise<this> {
    const { status } = await this.ask('POST', '/api/session/demo', { demo })
    if (status !== 200) throw new Error(`The demo garden was not opened: ${status}.`)
    return this
  }

  async signUp(name = 'Una Sedge'): Promise<this> {
    await this.ask('POST', '/api/account', { name, email: this.email, password: this.password })
    return this
  }

  /** With an account, in a garden of their own. */
  async startGarden(
    name = 'Test beds',
    site: { latitude: number; longitude: number } | null = { latitude: 53, longitude: -8 },
  ): Promise<this> {
    await this.signUp()
    await this.ask('POST', '/api/gardens', { name, zone: 'Europe/Dublin', site })
    return this
  }

  /** Somebody of this visitor's garden, invited and joined. */
  async withMember(role: Role, name = `A ${role}`): Promise<Visitor> {
    const { body } = await this.ask<{ link: string }>('POST', '/api/invitations', { role, email: null })
    const other = await new Visitor(this.address).signUp(name)
    await other.ask('POST', '/api/invitations/take', { secret: body.link.split('#')[1] })
    return other
  }

  send(...entries: Entry[]) {
    return this.ask<Refused & Noted>('POST', '/api/entries', { entries })
  }

  async codes(count = 1): Promise<string[]> {
    return (await this.ask<{ codes: string[] }>('POST', '/api/tags/fresh', { count })).body.codes
  }
}

/** A deed that happened some days before now. */
export function entry<K extends Deed['kind']>(
  kind: K,
  subjectId: string,
  payload: Extract<Deed, { kind: K }>['payload'],
  daysAgo = 0,
  id = v7(),
): Deed {
  return {
    id,
    kind,
    subjectId,
    payload,
    happenedAt: new Date(Date.now() - daysAgo * 86_400_000 - 1000).toISOString(),
  } as Deed
}

/** Takes an entry back. */
export const undoing = (voids: string): Entry => ({
  id: v7(),
  kind: 'voided',
  voids,
  happenedAt: new Date().toISOString(),
})

/** What is told of a line of chilli as it is added. */
export const lineNamed = (name: string, code: string) => ({
  name,
  code,
  crop: 'chilli',
  plantKind: 'line' as const,
  placeId: null,
  note: null,
  seedParentId: null,
  pollenParentId: null,
})

/** Two chilli plants, a cross and a chosen flower in the visitor's own garden, as entries that were accepted. */
export async function plantedCross(visitor: Visitor) {
  const [a, b, c, d] = (await visitor.codes(4)) as [string, string, string, string]
  const ids = { seedParent: v7(), pollenParent: v7(), cross: v7(), flower: v7() }
  const plant = (id: string, name: string, code: string) =>
    entry('plantAdded', id, lineNamed(name, code), 200)
  const entries = {
    seedParent: plant(ids.seedParent, 'Test Ember', a),
    pollenParent: plant(ids.pollenParent, 'Test Lantern', b),
    cross: entry(
      'crossPlanned',
      ids.cross,
      {
        code: c,
        crop: 'chilli',
        seedParentId: ids.seedParent,
        pollenParentId: ids.pollenParent,
        selfMeant: false,
        aim: 'low and purple',
        flowersPlanned: 4,
        keepersWanted: 1,
      },
      190,
    ),
    flower: entry(
      'flowerChosen',
      ids.flower,
      {
        code: d,
        crossId: ids.cross,
        seedParentId: ids.seedParent,
        pollenParentId: ids.pollenParent,
        blooms: 1,
      },
      180,
    ),
  }
  const { status, body } = await visitor.send(...Object.values(entries))
  if (status !== 200) throw new Error(JSON.stringify(body))
  return { ids, entries, codes: { flower: d, cross: c } }
}

/** What raises plants with tags from a packet of a planted cross: sown, up, each with its code. */
export const raising = (
  { seedParent, pollenParent, cross }: Awaited<ReturnType<typeof plantedCross>>['ids'],
  from: { lotId: string; placeId?: string; plants: string[]; codes: string[] },
  daysAgo: number,
) => {
  const [tray, [code, ...codes]] = [v7(), from.codes]
  return [
    entry(
      'sown',
      tray,
      { code: code!, lotId: from.lotId, crossId: cross, seeds: 12, container: 'tray', placeId: null },
      daysAgo,
    ),
    entry('seedlingsUp', tray, { count: from.plants.length }, daysAgo - 10),
    entry(
      'seedlingsRaised',
      tray,
      {
        plants: from.plants.map((id, i) => ({ id, code: codes[i]! })),
        crop: 'chilli',
        crossId: cross,
        seedParentId: seedParent,
        pollenParentId: pollenParent,
        placeId: from.placeId ?? null,
      },
      daysAgo - 30,
    ),
  ]
}
