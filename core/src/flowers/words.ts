import type { Flower } from './flower'

/** Where a flower stands, in a word. */
export const statusWords: Record<Flower['status'], string> = {
  chosen: 'chosen',
  open: 'anthers out',
  waiting: 'waits',
  ready: 'ready',
  pollinated: 'pollinated',
  taken: 'taken',
  harvested: 'harvested',
  failed: 'failed',
  missed: 'too late',
  lost: 'lost',
}
