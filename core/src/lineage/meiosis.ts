/** How plants hand on what they have, as far as descent goes. */
export interface Meiosis {
  /** sets of chromosomes, of which a gamete has half; allopolyploids count as 2 */
  ploidy: number
  /** how often two chromosomes of a gamete are copies of one */
  doubleReduction: number
}

export const DIPLOID = { ploidy: 2, doubleReduction: 0 } as const satisfies Meiosis

/** What follows from descent for plants that hand on so. */
export interface DescentRules {
  /**
   * relation of a plant with itself, where that of a founder is one; two plants are related by as many kinships as
   * there are sets
   */
  self: (inbreeding: number) => number
  /** inbreeding of the offspring of two that are kin so far; a parent nobody knows is null, and related to nobody */
  offspring: (one: number | null, other: number | null, kinship: number) => number
  /** what an offspring has that the inbreeding of its known parents does not tell, of its relation with itself */
  own: (one: number | null, other: number | null) => number
}

/**
 * The rules of descent for plants with so many sets of chromosomes, which pair off by chance.
 * Inbreeding is the chance that two alleles of a plant are copies of one ancestor's. With two sets one comes from
 * each parent; with more a gamete brings several, and they may be copies of one already.
 *
 * @see Kerr, Li, Tier, Dutkowski & McRae (2012), Theoretical and Applied Genetics 124:1271
 */
export function descentRules({ ploidy, doubleReduction }: Meiosis): DescentRules {
  const couples = ((ploidy / 2) * (ploidy / 2 - 1)) / 2
  const doubled = couples ? doubleReduction / couples : 0
  /** the chance that two chromosomes of one gamete are copies */
  const gamete = (inbreeding: number | null) =>
    inbreeding === null ? 0 : doubled + (1 - doubled) * inbreeding
  const self = (inbreeding: number) => 1 + (ploidy - 1) * inbreeding
  // Of all couples of a plant's alleles, those that one parent brought.
  const [within, between] = [(ploidy / 2 - 1) / (2 * (ploidy - 1)), ploidy / 2 / (ploidy - 1)]
  const told = (parent: number | null) =>
    parent === null ? 0 : ((ploidy - 2) * gamete(parent) - self(parent)) / 4
  return {
    self,
    offspring: (one, other, kinship) => within * (gamete(one) + gamete(other)) + between * kinship,
    own: (one, other) => 1 + told(one) + told(other),
  }
}
