import type { Reading } from '@virgulta/core/stores/aging'
import { simulatedReadings } from '@virgulta/core/stores/simulatedStore'
import type { Store } from '@virgulta/core/stores/store'

/** A temperature logger that stands in a store. */
export interface ColdLogger {
  name: string
  isSimulated: boolean
  /** what it measured between two moments in milliseconds */
  readings: (from: number, to: number) => Reading[]
}

/** The simulated logger that ships: doors open on some mornings, and once a year the power is gone. Another one is put in its place here. */
export const loggerIn = (store: Store): ColdLogger | null =>
  store.isLogged
    ? {
        name: 'Simulated cold-store logger',
        isSimulated: true,
        readings: (from, to) => simulatedReadings(store, from, to),
      }
    : null
