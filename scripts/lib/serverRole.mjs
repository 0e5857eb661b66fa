/** The role the web server works as in the database. Node's own modules only. */
import { createHmac } from 'node:crypto'
import { dataDir } from './paths.mjs'
import { secretsIn } from './secrets.mjs'

/**
 * The server's role for a database: it owns nothing and is bound by row-level security. Name and password follow from
 * the owner's address, so that every copy of the server that is given that address comes to the same; where that holds
 * no password, which nobody may guess then, from the secret in the data folder.
 *
 * @param {string} ownerUrl address with the user that owns the tables
 * @returns {{ role: string, password: string, url: string }} the role, its password, and the address that uses them
 */
export function serverRoleOf(ownerUrl) {
  const url = new URL(ownerUrl)
  const role = `virgulta_server_${decodeURIComponent(url.pathname.slice(1)).replace(/[^a-z0-9_]/gi, '_')}`
    .slice(0, 60)
    .toLowerCase()
  const password = createHmac('sha256', decodeURIComponent(url.password) || secretsIn(dataDir).database)
    .update(role)
    .digest('hex')
  url.username = role
  url.password = password
  return { role, password, url: url.href }
}
