/** When a screen has come to rest, without waiting half a second each time as for a quiet network. */
import type { Page, Request } from '@playwright/test'
import { expect } from '@playwright/test'

/** Looks in a row at which nothing is under way, and how far apart: between an answer and what is asked because of it lies less. */
const [QUIET_LOOKS, APART_MS] = [4, 25]

const watched = new WeakMap<Page, Set<Request>>()

/** What a page asks of the server, followed from now on. */
function watch(page: Page): Set<Request> {
  const underWay = new Set<Request>()
  watched.set(page, underWay)
  page.on('request', request => underWay.add(request))
  page.on('requestfinished', request => underWay.delete(request))
  page.on('requestfailed', request => underWay.delete(request))
  return underWay
}

/** Waits until all that was asked of the server is answered, and what follows from it is on the screen. */
export async function settled(page: Page): Promise<void> {
  const known = watched.get(page)
  const underWay = known ?? watch(page)
  // What was asked before anybody followed it is over when the network is quiet.
  await page.waitForLoadState(known ? 'load' : 'networkidle')
  // A window behind another one draws nothing, yet its clock goes on.
  const turn = () => page.evaluate(ms => new Promise(done => setTimeout(done, ms)), APART_MS)
  await expect
    .poll(
      async () => {
        for (let i = 0; i < QUIET_LOOKS; i++) {
          if (underWay.size) return [...underWay].map(request => request.url())
          await turn()
        }
        return []
      },
      { intervals: [50] },
    )
    .toEqual([])
}
