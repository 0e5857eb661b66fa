/**
 * `npm run docs`: writes docs/openapi.json and docs/backup.schema.json from the schemas that check what is sent and read.
 * A test compares them.
 */
import { readdirSync, writeFileSync } from 'node:fs'
import { toJsonSchema } from '@valibot/to-json-schema'
import type { GenericSchema } from 'valibot'
import { BackupFile } from '../shared/backup'

/** A route as its file declares it. */
interface Declared {
  asks: 'anybody' | 'a person' | 'an account' | 'guest' | 'hand' | 'keeper'
  does: string
  body?: GenericSchema
  query?: GenericSchema
  takesBytes?: boolean
  tries?: string
}

const jsonSchema = (schema: GenericSchema) => {
  const { $schema: _, ...rest } = toJsonSchema(schema, { errorMode: 'ignore', typeMode: 'input' })
  return rest
}

/** In a route's file these build handlers; here they hand out what the file declares. */
Object.assign(globalThis, {
  openRoute: (spec: object) => ({ asks: 'anybody', ...spec }),
  personRoute: (spec: object) => ({ asks: 'a person', ...spec }),
  accountRoute: (spec: object) => ({ asks: 'an account', ...spec }),
  gardenRoute: (role: string, spec: object) => ({ asks: role, ...spec }),
})

async function declared() {
  const files = readdirSync('server/api', { recursive: true, encoding: 'utf8' }).sort()
  return Promise.all(
    files.flatMap(file => {
      const [, path, method] = file.match(/^(.*)\.(get|post|put|delete)\.ts$/) ?? []
      if (!path || !method) return []
      return [
        import(`../server/api/${file}`).then(({ default: route }) => ({
          path: `/api/${path.replace(/\/?index$/, '').replace('[id]', '{id}')}`,
          method,
          route: route as Declared,
        })),
      ]
    }),
  )
}

const problem = (description: string) => ({
  description,
  content: { 'application/json': { schema: { $ref: '#/components/schemas/Problem' } } },
})

function operationOf(path: string, { asks, does, body, query, takesBytes, tries }: Declared) {
  const isOfGarden = ['guest', 'hand', 'keeper'].includes(asks)
  const fields = query && (jsonSchema(query) as { properties?: Record<string, object>; required?: string[] })
  const parameters = [
    ...(path.includes('{id}')
      ? [{ name: 'id', in: 'path', required: true, schema: { type: 'string' } }]
      : []),
    ...Object.entries(fields?.properties ?? {}).map(([name, schema]) => ({
      name,
      in: 'query',
      required: fields?.required?.includes(name) ?? false,
      schema,
    })),
  ]
  return {
    summary: does,
    description: isOfGarden
      ? `Takes a ${asks} of the open garden.`
      : asks === 'anybody'
        ? 'Open to anybody.'
        : `Takes ${asks === 'a person' ? 'somebody who is signed in' : 'an account'}.`,
    ...(isOfGarden
      ? { security: [{ token: [] }, { session: [] }] }
      : asks === 'anybody'
        ? { security: [] }
        : { security: [{ session: [] }] }),
    ...(parameters.length ? { parameters } : {}),
    ...(body
      ? { requestBody: { required: true, content: { 'application/json': { schema: jsonSchema(body) } } } }
      : {}),
    ...(takesBytes
      ? {
          requestBody: {
            required: true,
            content: { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } },
          },
        }
      : {}),
    responses: {
      200: { description: 'Done; the answer.' },
      ...(body || query ? { 400: problem('What was sent is not as it should be.') } : {}),
      ...(asks !== 'anybody' ? { 401: problem('Not signed in, or no garden open.') } : {}),
      ...(['hand', 'keeper', 'an account'].includes(asks) ? { 403: problem('This person may not.') } : {}),
      ...(path.includes('{id}') ? { 404: problem('There is no such thing in the garden.') } : {}),
      ...(body ? { 422: problem('It does not fit what is there.') } : {}),
      ...(tries ? { 429: problem('Tried too often; Retry-After says how long to wait.') } : {}),
      503: problem('The database does not answer.'),
    },
  }
}

/** The description of all routes. */
export async function openApi() {
  const paths: Record<string, Record<string, object>> = {}
  for (const { path, method, route } of await declared())
    (paths[path] ??= {})[method] = operationOf(path, route)
  return {
    openapi: '3.1.0',
    info: {
      title: 'Virgulta',
      version: '1',
      description:
        'Notes work in a garden’s log and reads what follows from it. Programs send an access token, made in Garden › Data; it opens one garden.',
    },
    paths,
    components: {
      securitySchemes: {
        token: { type: 'http', scheme: 'bearer' },
        session: { type: 'apiKey', in: 'cookie', name: 'virgulta' },
      },
      schemas: {
        Problem: {
          type: 'object',
          required: ['statusCode', 'data'],
          properties: {
            statusCode: { type: 'integer' },
            data: {
              type: 'object',
              required: ['code', 'sentence'],
              properties: {
                code: { type: 'string' },
                sentence: { type: 'string', description: 'What is wrong, and what is allowed' },
                field: { type: 'string' },
              },
            },
          },
        },
      },
    },
  }
}

/** What the file of a backup looks like. */
export const backupSchema = () => ({
  $schema: 'http://json-schema.org/draft-07/schema#',
  title: 'A garden of Virgulta, backed up',
  ...jsonSchema(BackupFile),
})

const written = (value: object) => `${JSON.stringify(value, null, 1)}\n`
if (process.argv[1]?.endsWith('docs.ts')) {
  writeFileSync('docs/openapi.json', written(await openApi()))
  writeFileSync('docs/backup.schema.json', written(backupSchema()))
}
