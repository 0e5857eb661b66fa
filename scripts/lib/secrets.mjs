/** What nobody else may know. Node's own modules only. */
import { randomBytes } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

/** The secrets of this installation, made once: the database's password and the key that seals session cookies. */
export function secretsIn(dataDir) {
  mkdirSync(dataDir, { recursive: true, mode: 0o755 })
  const file = join(dataDir, 'secrets.json')
  if (!existsSync(file)) {
    const secret = () => randomBytes(32).toString('hex')
    writeFileSync(file, JSON.stringify({ database: secret(), session: secret() }), { mode: 0o600 })
  }
  return JSON.parse(readFileSync(file, 'utf8'))
}
