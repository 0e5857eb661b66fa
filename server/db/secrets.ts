import { createHash, randomBytes } from 'node:crypto'

/** A secret for a link or a program: 43 letters that nobody guesses. */
export const newSecret = (): string => randomBytes(32).toString('base64url')

/** What is kept of a secret: who reads the database cannot use it. */
export const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex')
