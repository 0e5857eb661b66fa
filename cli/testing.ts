import { execFile } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll } from 'vitest'

const folder = mkdtempSync(join(tmpdir(), 'virgulta-cli-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

interface Said {
  code: number
  out: string
  error: string
}

/** A file with so much in it: what an object says as JSON, text as it is. */
export function fileOf(contents: object | string): string {
  const file = join(folder, `${Math.random()}.${typeof contents === 'string' ? 'csv' : 'json'}`)
  writeFileSync(file, typeof contents === 'string' ? contents : JSON.stringify(contents))
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
