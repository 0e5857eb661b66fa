import { isKeepable } from '@virgulta/core/log/kind'
import * as v from 'valibot'

/** What people search for. */
export const Sought = v.pipe(
  v.string(),
  v.maxLength(100, 'Search for at most 100 characters.'),
  v.check(isKeepable, 'This cannot be searched for.'),
)

export const FindQuery = v.object({ q: Sought })

/** Something the find box leads to. */
export interface Found {
  what: 'aim' | 'plant' | 'cross' | 'flower' | 'packet' | 'tray' | 'batch' | 'tube'
  code: string
  name: string
  to: string
}

/** The way up and the page of a list that is asked for in pages. */
export const paged = {
  order: v.optional(v.picklist(['asc', 'desc']), 'asc'),
  page: v.optional(v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1)), '1'),
  size: v.optional(
    v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1), v.maxValue(10_000)),
    '25',
  ),
}
