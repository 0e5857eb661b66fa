import { longDatabase } from '../db/connection'
import { keepBy } from '../db/held/kept'
import { keepAnswers } from '../db/held/keptAnswers'
import { holdAgain, rememberHeld } from '../heldAgain'

const MINUTE_MS = 60_000
/** Who waited for the start comes first, with answers that were kept: a large garden takes all there is for seconds. */
const FIRST_MS = 3000

/**
 * Gardens that were held as the server ended are held again once it runs; what was learnt of them is not learnt
 * again, and what was answered last not worked out again.
 */
export default defineNitroPlugin(nitro => {
  keepBy({ db: longDatabase(), build: useRuntimeConfig().app.buildId })
  const answering = setInterval(keepAnswers, MINUTE_MS).unref()
  nitro.hooks.hook('close', async () => {
    clearInterval(answering)
    await keepAnswers()
  })
  const file = process.env.VIRGULTA_HELD
  if (!file) return
  let isOver = false
  let keeping: ReturnType<typeof setInterval> | undefined
  const remember = () =>
    rememberHeld(file).catch((error: { code?: string }) => {
      serverLog.error({ problem: 'held gardens are not remembered', code: error.code })
      clearInterval(keeping)
    })
  const hold = async () => {
    const heldAgain = await holdAgain(longDatabase(), file, () => isOver)
    serverLog.info({ heldAgain })
    // Not earlier: what the last server left would be lost.
    if (!isOver) keeping = setInterval(remember, MINUTE_MS).unref()
  }
  const holding = setTimeout(hold, FIRST_MS)
  nitro.hooks.hook('close', async () => {
    isOver = true
    clearTimeout(holding)
    if (keeping) await remember()
    clearInterval(keeping)
  })
})
