import { OutOfRange } from '../chance/estimate'

/** How the alleles of a locus show: the first listed hides those behind it, or each genotype looks different. */
export const DOMINANCES = ['complete', 'none'] as const
type Dominance = (typeof DOMINANCES)[number]

/** A place in the genome with the forms it comes in. */
export interface Locus {
  name: string
  /** under complete dominance the first hides the next, and so on */
  alleles: string[]
  dominance: Dominance
  /** linkage group; null: inherited by itself */
  group: string | null
  /** position in its group in centimorgan */
  cM: number | null
}

/**
 * A rule over several loci (epistasis): the first case whose loci, or other rules, look as it says decides; where none
 * fits, `otherwise`.
 */
export interface Rule {
  name: string
  cases: { when: Record<string, string>; is: string }[]
  otherwise: string
}

/** What each locus, and each rule, looks like on one plant. */
export type Phenotype = Record<string, string>

/** The words for a list, for sentences: "P, p". */
const listed = (words: string[]) => words.join(', ')

/**
 * Refuses loci that cannot be.
 *
 * @throws {OutOfRange} with a sentence that names the locus and what is allowed
 */
export function checkLoci(loci: Locus[]): void {
  const names = new Set<string>()
  const lastOf = new Map<string, Locus>()
  for (const locus of loci) {
    const { name, alleles, group, cM } = locus
    if (names.has(name)) throw new OutOfRange(`Two loci are called "${name}"; each needs a name of its own.`)
    names.add(name)
    if (alleles.length < 2) throw new OutOfRange(`The locus "${name}" needs at least two alleles.`)
    if (new Set(alleles).size < alleles.length)
      throw new OutOfRange(`The alleles of "${name}" must differ from each other.`)
    if (cM !== null && !(cM >= 0 && Number.isFinite(cM)))
      throw new OutOfRange(`The position of "${name}" is given in cM, 0 or more, not ${cM}.`)
    if (group === null) continue
    const before = lastOf.get(group)
    if (before && (before.cM === null || cM === null)) {
      throw new OutOfRange(
        `"${before.name}" and "${name}" lie in one linkage group (${group}): both need a position in cM.`,
      )
    }
    if (before && before.cM! > cM!) {
      throw new OutOfRange(
        `In linkage group ${group} the positions must rise in the order of the list: "${name}" at ${cM} cM comes behind "${before.name}" at ${before.cM} cM.`,
      )
    }
    lastOf.set(group, locus)
  }
}

/**
 * Refuses rules that cannot be worked out.
 *
 * @returns the rules in an order in which each comes behind those it asks for
 * @throws {OutOfRange} for a rule that asks for something unknown, for a look that its locus cannot have, or, over others, for itself
 */
export function orderRules(loci: Locus[], rules: Rule[], ploidy: number): Rule[] {
  const looks = new Map(loci.map(locus => [locus.name, looksOf(locus, ploidy)]))
  for (const { name, cases, otherwise } of rules) {
    if (looks.has(name))
      throw new OutOfRange(
        `"${name}" is the name of a locus or of another rule; the rule needs one of its own.`,
      )
    looks.set(name, [...new Set([...cases.map(c => c.is), otherwise])])
  }
  for (const rule of rules) {
    for (const [asked, look] of rule.cases.flatMap(c => Object.entries(c.when))) {
      const known = looks.get(asked)
      if (!known)
        throw new OutOfRange(
          `The rule "${rule.name}" asks for "${asked}", which is neither a locus nor a rule.`,
        )
      if (!known.includes(look))
        throw new OutOfRange(
          `The rule "${rule.name}" asks whether "${asked}" looks "${look}"; it can look: ${listed(known)}.`,
        )
    }
  }
  const byName = new Map(rules.map(rule => [rule.name, rule]))
  const ordered: Rule[] = []
  const visit = (rule: Rule, path: string[]) => {
    if (ordered.includes(rule)) return
    if (path.includes(rule.name))
      throw new OutOfRange(
        `The rules go in a circle: ${[...path.slice(path.indexOf(rule.name)), rule.name].map(n => `"${n}"`).join(' asks for ')}. Take one of these out.`,
      )
    for (const asked of rule.cases.flatMap(c => Object.keys(c.when))) {
      const other = byName.get(asked)
      if (other) visit(other, [...path, rule.name])
    }
    ordered.push(rule)
  }
  for (const rule of rules) visit(rule, [])
  return ordered
}

/** Every way of choosing `count` of the first `kinds` whole numbers with repetition, each in rising order. */
export function multisets(kinds: number, count: number, from = 0): number[][] {
  if (count === 0) return [[]]
  return Array.from({ length: kinds - from }, (_, i) => from + i).flatMap(first =>
    multisets(kinds, count - 1, first).map(rest => [first, ...rest]),
  )
}

/** Index of a look among {@link looksOf}, for alleles given by their index. */
export function lookOf({ alleles, dominance }: Locus, present: number[]): string {
  const sorted = [...present].sort((a, b) => a - b)
  return dominance === 'complete' ? alleles[sorted[0]!]! : sorted.map(i => alleles[i]!).join('')
}

/** All looks that a locus can have, in the order of its alleles. */
export function looksOf(locus: Locus, ploidy: number): string[] {
  return [...new Set(multisets(locus.alleles.length, ploidy).map(alleles => lookOf(locus, alleles)))]
}

/** The loci that a rule asks for, over other rules too; of a locus itself. */
export function lociOf(name: string, rules: Rule[]): string[] {
  const rule = rules.find(r => r.name === name)
  return rule
    ? [...new Set(rule.cases.flatMap(c => Object.keys(c.when)).flatMap(asked => lociOf(asked, rules)))]
    : [name]
}

/** The rules that ask for no other loci than these. */
export const rulesOver = (loci: string[], rules: Rule[]): Rule[] =>
  rules.filter(rule => lociOf(rule.name, rules).every(name => loci.includes(name)))

/** What the rules make of the looks of the loci, added to them. @param ordered as {@link orderRules} returns them */
export function withRules(phenotype: Phenotype, ordered: Rule[]): Phenotype {
  const all = { ...phenotype }
  for (const { name, cases, otherwise } of ordered) {
    all[name] =
      cases.find(({ when }) => Object.entries(when).every(([asked, look]) => all[asked] === look))?.is ??
      otherwise
  }
  return all
}
