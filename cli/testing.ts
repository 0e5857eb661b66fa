import { execFile } from 'node:child_process'
import { createHash } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'

const folder = join('.cache', 'cli-tests')

interface Said {
  code: number
  out: string
  error: string
}

/** A file with so much in it, called by it: what an object says as JSON, text as it is. */
export function fileOf(contents: object | string): string {
  const isTable = typeof contents === 'string'
  const text = isTable ? contents : JSON.stringify(contents)
  const name = createHash('sha256').update(text).digest('hex').slice(0, 16)
  const file = join(folder, `${name}.${isTable ? 'csv' : 'json'}`)
  mkdirSync(folder, { recursive: true })
  writeFileSync(file, text)
  return file
}

/** The command line as people call it; an object among the words is put into a file. */
export function virgulta(...words: (string | object)[]): Promise<Said> {
  const typed = words.map(word => (typeof word === 'string' ? word : fileOf(word)))
  return new Promise(resolve =>
    execFile(process.execPath, ['--import', 'tsx', 'cli/virgulta.ts', ...typed], (error, out, complaint) =>
      resolve({
        code: typeof error?.code === 'number' ? error.code : 0,
        out,
        error: complaint
          .split('\n')
          .filter(line => !line.startsWith('npm '))
          .join('\n'),
      }),
    ),
  )
}
