import { readdirSync } from 'node:fs'

/** Every route of the server, from the files: what is tested of all routes is not a list kept by hand. */
export const routes = readdirSync('server/api', { recursive: true, encoding: 'utf8' })
  .map(file => file.match(/^(.*)\.(get|post|put|patch|delete)\.ts$/))
  .filter(m => m !== null)
  .map(([, file, verb]) => {
    const [method, pattern] = [verb!.toUpperCase(), `/api/${file!.replace(/\/?index$/, '')}`]
    return {
      method,
      name: `${method} ${pattern}`,
      path: pattern.replace('[id]', '00000000-0000-7000-8000-000000000001'),
    }
  })
