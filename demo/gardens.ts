import type { Deed } from '@virgulta/core/log/entry'
import { lakeEntries, lakeWish } from './lake'
import { bayEntries, bayWish } from './bay'

/** A demo garden: how it is made, and its story as log entries once its places have their ids. */
export interface DemoGarden {
  wish: typeof lakeWish
  /** entries in no particular order, and the next free serial of each year's tag codes */
  story: (places: { id: string; name: string }[]) => { entries: Deed[]; serials: [number, number][] }
}

/** The demo gardens that a visitor can open: by a lake in the north, and by the sea in the south. */
export const demoGardens = {
  lake: { wish: lakeWish, story: lakeEntries },
  bay: { wish: bayWish, story: bayEntries },
} satisfies Record<string, DemoGarden>
