/** The production server as a process of the tests. */
import { spawn } from 'node:child_process'
import { createServer } from 'node:net'
import { setTimeout as wait } from 'node:timers/promises'
import { serverFile } from '../../scripts/lib/build.mjs'
import { serverRoleOf } from '../../scripts/lib/serverRole.mjs'

/**
 * As behind a proxy, so that every visitor comes from an address of their own; with cheap password hashes; both doors
 * open.
 */
const settings = {
  HOST: '127.0.0.1',
  VIRGULTA_PROXY: '1',
  VIRGULTA_DEMO: 'open',
  VIRGULTA_MAIL_TRAY: 'open',
  NUXT_SESSION_PASSWORD: 'only-for-tests-only-for-tests-only-for-tests',
  NUXT_HASH_SCRYPT_COST: '1024',
}

export const freePort = () =>
  new Promise<number>(resolve => {
    const probe = createServer()
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })

/**
 * Starts a server on a database, and resolves when it answers.
 *
 * @param ownerUrl of the database; the server works as its own role
 * @param preload scripts that Node runs before the server
 */
export async function serve(ownerUrl: string, env: Record<string, string> = {}, preload: string[] = []) {
  const port = await freePort()
  const address = `http://127.0.0.1:${port}`
  const child = spawn(process.execPath, [...preload.flatMap(script => ['--import', script]), serverFile], {
    env: {
      ...process.env,
      ...settings,
      DATABASE_URL: serverRoleOf(ownerUrl).url,
      PORT: String(port),
      ...env,
    },
    stdio: ['ignore', 'pipe', 'inherit'],
  })
  let logged = ''
  child.stdout.on('data', (text: Buffer) => (logged += text))
  const ended = new Promise<number | null>(resolve => child.once('exit', resolve))
  for (const until = Date.now() + 30_000; Date.now() < until; await wait(25)) {
    if (
      await fetch(`${address}/api/health`).then(
        r => r.ok,
        () => false,
      )
    )
      break
  }
  return {
    address,
    /** resolves with the exit code */
    ended,
    /** the lines of its log */
    log: () =>
      logged
        .split('\n')
        .filter(line => line.startsWith('{'))
        .map(line => JSON.parse(line) as Record<string, unknown>),
    text: () => logged,
    signal: (signal: NodeJS.Signals) => child.kill(signal),
    async kill() {
      child.kill('SIGKILL')
      await ended
    },
  }
}
