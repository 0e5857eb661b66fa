import { sum } from 'd3-array'

/** What marks are made of: beads on the tie, or strokes of ink on the stalk. */
export const MARK_KINDS = ['beads', 'strokes'] as const
export type MarkKind = (typeof MARK_KINDS)[number]

/**
 * A mark for a flower that is too small for a tag: groups of beads or strokes with a gap between, read from the flower down. Two
 * marks differ by count or by where the gap lies; no colour is needed to tell them apart.
 */
export type Mark = number[]

/** The most of them that a thumb-wide stalk holds. */
const MOST = 6

const isMirrored = (mark: Mark) => mark.every((group, i) => group === mark[mark.length - 1 - i])

/**
 * All marks, the easiest to read first: fewest pieces, then fewest gaps. Those that read the same from either end come before
 * those that do not.
 */
export const MARKS: Mark[] = Array.from({ length: MOST }, (_, i) => i + 1).flatMap(total =>
  compositions(total)
    .filter(groups => groups.length <= 3 && groups.every(group => group <= 4))
    .sort((a, b) => a.length - b.length || Number(isMirrored(b)) - Number(isMirrored(a))),
)

/** Ways of writing a number as groups in order. */
function compositions(total: number): Mark[] {
  if (total === 0) return [[]]
  return Array.from({ length: total }, (_, i) => i + 1).flatMap(first =>
    compositions(total - first).map(rest => [first, ...rest]),
  )
}

/** A mark as it is written: `2-1`. */
export const markCode = (mark: Mark): string => mark.join('-')

/** The first mark of which nothing on this plant has the same; null when a plant has them all. */
export function freeMark(used: string[]): string | null {
  const taken = new Set(used)
  const free = MARKS.find(mark => !taken.has(markCode(mark)))
  return free ? markCode(free) : null
}

const WORDS = ['no', 'one', 'two', 'three', 'four']

/** A mark as it is called: "two beads, gap, one"; read from the flower down. */
export function markInWords(code: string, kind: MarkKind): string {
  const groups = code.split('-').map(Number)
  const [first, ...rest] = groups.map(group => WORDS[group] ?? String(group))
  const what = kind === 'beads' ? 'bead' : 'stroke'
  return [`${first} ${sum(groups.slice(0, 1)) === 1 ? what : `${what}s`}`, ...rest].join(', gap, ')
}

/** True for a code of a mark. */
export const isMark = (code: string): boolean => MARKS.some(mark => markCode(mark) === code)
