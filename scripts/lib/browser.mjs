/** The browser of tests, pictures and measurements: Debian's Chromium. Node's own modules only. */
import { existsSync } from 'node:fs'
import { installFromDebian } from './install.mjs'

/** Without windows first: it takes two thirds of the time. */
const programs = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium']
const [withoutWindows] = programs

/** Makes sure that it is there; where nothing may be installed, the one with windows will do. */
export async function installBrowser() {
  if (existsSync(withoutWindows)) return
  try {
    await installFromDebian(
      ['chromium-headless-shell'],
      'Chromium is not installed and this user may not install it.',
    )
  } catch (error) {
    if (!programs.some(existsSync)) throw error
  }
}

/** How it is launched. */
export const launchOptions = () => ({
  executablePath: programs.find(existsSync),
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    // Letters stand where they stand in a window.
    '--font-render-hinting=none',
  ],
})
