import type { VERDICTS } from '@virgulta/core/offspring/kinds'

/** What can be decided on an offspring, in the order of its keys. */
export type VerdictWord = (typeof VERDICTS)[number]
export const VERDICT_WORDS: readonly VerdictWord[] = ['keep', 'watch', 'discard']
