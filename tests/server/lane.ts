/** Where the tests of this process work: each of the processes that run side by side has a database and a server of its own. */
import { inject } from 'vitest'

export interface Lane {
  /** of the database, with the user that owns its tables */
  databaseUrl: string
  /** of the server on it */
  address: string
}

const own = () => inject('lanes')[Number(process.env.VITEST_POOL_ID) - 1]!

/** Asked when it is needed: who drives a server of their own (the soak) shares the visitors, and has none. */
export const lane: Lane = {
  get databaseUrl() {
    return own().databaseUrl
  },
  get address() {
    return own().address
  },
}
