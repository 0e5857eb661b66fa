import type { Lineage } from './genets'
import { UNKNOWN } from './pedigree'

/** Words of a cross with the number of crossings in them; the last crossing is written with the most strokes. */
interface Words {
  text: string
  crossings: number
}

/** The mark of the n-th crossing: one stroke, two, and from the third on its number between two. */
const stroke = (n: number) => (n === 1 ? '/' : n === 2 ? '//' : `/${n}/`)

/** No deeper than this: beyond it nobody reads on. */
const MOST_CROSSINGS = 12

/**
 * A genet's descent in the words of plant breeders: the seed parent of each crossing to the left, the strokes counting the crossings,
 * and a parent that was crossed back to with a star and how often it was used: "A/B", "A/B//C", "A/3*B". Selfing changes nothing.
 *
 * @param nameOf what a genet is called; null: it has no name of its own, and its parents are written instead
 * @returns null where it has a known parent no more than its name says
 * @see Purdy, Loegering, Konzak, Peterson & Allan (1968), Crop Science 8:405
 */
export function crossInWords(
  { parents }: Lineage,
  genet: number,
  nameOf: (genet: number) => string | null,
): string | null {
  const stem = (from: number): number => {
    let at = from
    while (parents.seed[at] !== UNKNOWN && parents.seed[at] === parents.pollen[at] && nameOf(at) === null)
      at = parents.seed[at]!
    return at
  }
  const called = (at: number): Words => ({ text: nameOf(at) ?? 'unknown', crossings: 0 })

  function words(from: number, isAsked: boolean, depth: number): Words {
    if (from === UNKNOWN) return { text: 'unknown', crossings: 0 }
    // What is asked about is written out by its parents, though it has a name, and so is what it was selfed from.
    const at = isAsked ? selfedFrom(from) : stem(from)
    const [seed, pollen] = [parents.seed[at]!, parents.pollen[at]!]
    const isOpen = depth < MOST_CROSSINGS && (isAsked || nameOf(at) === null)
    if (!isOpen || (seed === UNKNOWN && pollen === UNKNOWN) || seed === pollen) return called(at)
    return (
      crossedBack(seed, pollen, depth) ??
      crossed(words(seed, false, depth + 1), words(pollen, false, depth + 1))
    )
  }
  const selfedFrom = (from: number): number => {
    let at = from
    while (parents.seed[at] !== UNKNOWN && parents.seed[at] === parents.pollen[at]) at = parents.seed[at]!
    return at
  }
  /** A crossing of one with its own parent, and of that with it again: the parent with the number of times it was used. */
  function crossedBack(seed: number, pollen: number, depth: number): Words | null {
    for (const [young, back] of [
      [seed, pollen],
      [pollen, seed],
    ] as const) {
      if (young === UNKNOWN || back === UNKNOWN) continue
      let [at, doses] = [stem(young), 1]
      let first: { seed: number; pollen: number } | null = null
      while (nameOf(at) === null) {
        const [s, p] = [parents.seed[at]!, parents.pollen[at]!]
        if (s === p || (s !== back && p !== back)) break
        doses++
        first = { seed: s, pollen: p }
        const other = s === back ? p : s
        if (other === UNKNOWN) break
        at = stem(other)
      }
      if (!first) continue
      const donor = words(first.seed === back ? first.pollen : first.seed, false, depth + 1)
      const recurrent = words(back, false, depth + 1)
      const crossings = 1 + Math.max(donor.crossings, recurrent.crossings)
      return first.seed === back
        ? { text: `${recurrent.text}*${doses}${stroke(crossings)}${donor.text}`, crossings }
        : { text: `${donor.text}${stroke(crossings)}${doses}*${recurrent.text}`, crossings }
    }
    return null
  }
  function crossed(one: Words, other: Words): Words {
    const crossings = 1 + Math.max(one.crossings, other.crossings)
    return { text: `${one.text}${stroke(crossings)}${other.text}`, crossings }
  }
  const found = words(genet, true, 0)
  return found.crossings ? found.text : null
}
