import { createHash } from 'node:crypto'
import { mkdirSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { vi } from 'vitest'
import { runCommand } from './commands'

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

/** The command line as people call it, without a process; an object among the words is put into a file. */
export async function virgulta(...words: (string | object)[]): Promise<Said> {
  const typed = words.map(word => (typeof word === 'string' ? word : fileOf(word)))
  const said = { out: '', error: '' }
  const hears = [
    vi.spyOn(console, 'log').mockImplementation(line => void (said.out += `${line}\n`)),
    vi.spyOn(console, 'error').mockImplementation(line => void (said.error += `${line}\n`)),
    vi.spyOn(process.stdout, 'write').mockImplementation(text => {
      said.out += String(text)
      return true
    }),
  ]
  try {
    return { code: await runCommand(typed), ...said }
  } finally {
    for (const one of hears) one.mockRestore()
  }
}
