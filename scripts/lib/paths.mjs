/** Where things lie. Node's own modules only: this runs before anything is installed. */
import { dirname, join, resolve } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = resolve(dirname(fileURLToPath(import.meta.url)), '../..')

/** Holds the database cluster and the secrets; tests use a folder of their own. */
export const dataDir = process.env.VIRGULTA_DATA ? resolve(process.env.VIRGULTA_DATA) : join(root, '.data')

/** The program of an installed package. */
export const program = name => join(root, 'node_modules', '.bin', name)
