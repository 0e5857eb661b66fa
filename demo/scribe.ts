import type { Stream } from '@virgulta/core/chance/stream'
import type { Deed } from '@virgulta/core/log/entry'
import { tagCodes } from '@virgulta/core/tags/code'
import type { ISODate, Instant } from '@virgulta/core/time/days'
import { instantAt, yearOf } from '@virgulta/core/time/days'
import { v7 } from 'uuid'

/** Where and when a demo garden stands. */
export interface Standpoint {
  zone: string
  now: Instant
}

/** The lakeside garden: 12 June, early morning. */
export const ZONE = 'Europe/Dublin'
export const NOW: Instant = instantAt('2026-06-12', 5.75, ZONE)

/** Writes down what the people of a demo garden did. What lies after the garden's present moment is dropped. */
export class Scribe {
  readonly entries: Deed[] = []
  private sequence = 0

  /** @param serials next free one of each year's tag codes */
  constructor(
    readonly random: Stream,
    readonly serials = new Map<number, number>(),
    readonly standpoint: Standpoint = { zone: ZONE, now: NOW },
  ) {}

  /** An id that was made on that day; the same story gives the same ids. */
  id(day: ISODate): string {
    const bytes = Uint8Array.from({ length: 16 }, () => Math.floor(this.random.uniform() * 256))
    return v7({
      msecs: Date.parse(instantAt(day, 0, this.standpoint.zone)),
      seq: this.sequence++,
      random: bytes,
    })
  }

  /** A fresh tag code of the day's year. */
  code(day: ISODate): string {
    const year = yearOf(day)
    const { codes, next } = tagCodes(year, this.serials.get(year) ?? 0, 1)
    this.serials.set(year, next)
    return codes[0]!
  }

  /** Notes a deed. @returns false when it lies ahead of the garden's present */
  note<K extends Deed['kind']>(
    day: ISODate,
    hour: number,
    kind: K,
    subjectId: string,
    payload: Extract<Deed, { kind: K }>['payload'],
  ): boolean {
    const { zone, now } = this.standpoint
    const happenedAt = instantAt(day, hour, zone)
    if (happenedAt > now) return false
    this.entries.push({ id: this.id(day), kind, subjectId, payload, happenedAt } as Deed)
    return true
  }

  chance(share: number): boolean {
    return this.random.uniform() < share
  }

  pick<T>(list: readonly T[]): T {
    return list[Math.floor(this.random.uniform() * list.length)]!
  }

  /** A whole number from `low` to `high`. */
  between(low: number, high: number): number {
    return low + Math.floor(this.random.uniform() * (high - low + 1))
  }

  /** An index drawn by the given shares. */
  draw(shares: number[]): number {
    let left = this.random.uniform() * shares.reduce((sum, share) => sum + share, 0)
    return Math.max(
      0,
      shares.findIndex(share => (left -= share) < 0),
    )
  }
}
