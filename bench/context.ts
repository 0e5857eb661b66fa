import type { Browser, BrowserContext } from '@playwright/test'

/** A window of the desk's size, signed in by a visitor's cookie. */
export async function signedIn(browser: Browser, address: string, cookie: string): Promise<BrowserContext> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
  await context.addCookies(
    cookie.split('; ').map(one => {
      const [name, value] = one.split(/=(.*)/s) as [string, string]
      return { name, value, url: address }
    }),
  )
  return context
}
