import { closeDatabase, longDatabase } from '../db/connection'
import { closeThreads } from '../heavy/pool'
import { askForClearing, leaveWorks, takeWorks } from '../jobs/queue'

const HOUR_MS = 3_600_000
const AGAIN_MS = 5000

/** Takes long works from the queue while the server runs; at its end lets them, and the requests under way, come to theirs. */
export default defineNitroPlugin(nitro => {
  let isClosing = false
  const begin = async () => {
    try {
      await takeWorks(process.env.DATABASE_URL!, longDatabase(), error =>
        serverLog.error({ problem: 'queue', code: (error as { code?: string }).code }),
      )
      await askForClearing()
    } catch (error) {
      serverLog.error({
        problem: 'queue does not run yet',
        code: (error as { code?: string }).code,
        at: framesOf(error),
      })
      if (!isClosing) setTimeout(begin, AGAIN_MS).unref()
    }
  }
  void begin()
  const clearing = setInterval(() => askForClearing().catch(() => {}), HOUR_MS)
  nitro.hooks.hook('close', async () => {
    isClosing = true
    clearInterval(clearing)
    await leaveWorks()
    await closeThreads()
    await closeDatabase()
  })
})
