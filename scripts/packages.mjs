/**
 * `npm run packages`: what ships with the server, with version and licence; then what the registry knows of its faults.
 * Fails on a licence that is not known to allow use, and on grave faults. Node's own modules only.
 */
import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './lib/paths.mjs'
import { outputOf } from './lib/run.mjs'

const ALLOWED =
  /^(MIT|MIT-0|ISC|BSD-[23]-Clause|0BSD|Apache-2\.0|BlueOak-1\.0\.0|BSL-1\.0|CC0-1\.0|CC-BY-4\.0|Unlicense|OFL-1\.1|Python-2\.0|WTFPL|MPL-2\.0|LGPL-3\.0-or-later)$/
const isAllowed = licence =>
  licence
    .replace(/[()]/g, '')
    .split(/ OR /)
    .some(choice => choice.split(/ AND /).every(part => ALLOWED.test(part.trim())))

/** A package that does not name its licence may bring its text. */
function readLicence(folder) {
  const file = readdirSync(folder).find(name => /^licen[cs]e/i.test(name))
  const text = file ? readFileSync(join(folder, file), 'utf8') : ''
  if (/MIT License|Permission is hereby granted, free of charge/.test(text)) return 'MIT'
  if (/Redistribution and use in source and binary forms/.test(text))
    return /Neither the name/.test(text) ? 'BSD-3-Clause' : 'BSD-2-Clause'
  return 'none'
}

const { packages } = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8'))
const shipped = Object.entries(packages)
  .filter(
    ([path, { dev, link, devOptional }]) => path.startsWith('node_modules/') && !dev && !link && !devOptional,
  )
  // What is optional and of another platform is not installed.
  .filter(([path]) => existsSync(join(root, path, 'package.json')))
  .map(([path]) => {
    const { name, version, license, licenses } = JSON.parse(
      readFileSync(join(root, path, 'package.json'), 'utf8'),
    )
    return {
      name,
      version,
      licence:
        typeof license === 'string'
          ? license
          : (license?.type ?? licenses?.map(l => l.type).join(' OR ') ?? readLicence(join(root, path))),
    }
  })
  .sort((a, b) => a.name.localeCompare(b.name))

for (const { name, version, licence } of shipped)
  console.log(
    `${name.padEnd(48)} ${version.padEnd(16)} ${licence}${isAllowed(licence) ? '' : '   ← look at this'}`,
  )
const astray = shipped.filter(({ licence }) => !isAllowed(licence))
console.log(`\n${shipped.length} packages, ${astray.length} with a licence to look at`)
if (astray.length) process.exitCode = 1

// What comes bundled in another package is held by that one's hash.
const unhashed = Object.entries(packages)
  .filter(
    ([path, { link, integrity, inBundle }]) =>
      path.startsWith('node_modules/') && !link && !integrity && !inBundle,
  )
  .map(([path]) => path)
console.log(
  unhashed.length
    ? `Without a hash in the lock file: ${unhashed.join(', ')}`
    : 'Every package in the lock file has a hash.',
)
if (unhashed.length) process.exitCode = 1

// npm answers with a report even when it finds faults, and with an error where the registry does not know the question.
const report = outputOf('sh', ['-c', 'npm audit --omit=dev --json 2>/dev/null || true'])
const found = report && JSON.parse(report).metadata?.vulnerabilities
if (!found) console.log('The registry does not answer npm audit; ask one that does.')
else {
  console.log(
    `npm audit: ${found.critical} critical, ${found.high} high, ${found.moderate} moderate, ${found.low} low`,
  )
  if (found.critical || found.high) process.exitCode = 1
}
