/** A table from which one draw takes one of many outcomes, each by its chance and all in the same time. */
export interface AliasTable {
  /** of each slot: below it, out of `full`, its own outcome is taken */
  cuts: number[]
  /** the outcome that is taken else */
  aliases: number[]
}

/**
 * The alias table of outcomes 0, 1, …: a draw takes a slot, each as likely as any other, and a number below `full`.
 *
 * @param chances of the outcomes; they sum to one
 * @param full a whole number; chances are kept to its grain
 * @see Vose (1991), IEEE Transactions on Software Engineering 17:972
 */
export function aliasTable(chances: number[], full: number): AliasTable {
  const cuts = chances.map(() => full)
  const aliases = chances.map((_, slot) => slot)
  /** what is not given away yet, in slots: what one has too much of fills up another */
  const left = chances.map(chance => chance * chances.length)
  const [short, long] = [[] as number[], [] as number[]]
  left.forEach((share, slot) => (share < 1 ? short : long).push(slot))
  while (short.length && long.length) {
    const [little, much] = [short.pop()!, long.at(-1)!]
    cuts[little] = Math.round(left[little]! * full)
    aliases[little] = much
    left[much]! -= 1 - left[little]!
    if (left[much]! < 1) short.push(long.pop()!)
  }
  return { cuts, aliases }
}
