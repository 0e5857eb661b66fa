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
