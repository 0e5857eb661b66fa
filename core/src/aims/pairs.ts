import { deviation, group, range, sum } from 'd3-array'
import { tabulatedCdf } from '../chance/distributions'
import type { CropTrait } from '../crops/definition'
import { counted } from '../formats/counted'
import type { Relation } from '../lineage/genets'
import { lineageOf } from '../lineage/genets'
import { closeness, kinshipOf, offspringInbreedingOf } from '../lineage/kinship'
import type { Possible } from '../odds/carriers'
import { exactGenerations, known } from '../odds/generations'
import type { Genetics, Genotype, MATINGS } from '../odds/genome'
import { genomeOf } from '../odds/genome'
import { lociOf, rulesOver } from '../odds/locus'
import { listClasses } from '../odds/odds'
import type { Step } from '../odds/path'
import { classNames } from '../offspring/trait'
import type { BenchRow, Summaries } from './bench'
import { FAULT, benchOf, wholeTraits } from './bench'
import type { TraitSummary } from '../offspring/summary'
import type { Wish } from './kinds'
import { chanceIn, stretchesOf, wishedClasses } from './nearness'
import { ASSUMED_HERITABILITY } from '../merit/heritability'
import type { FamilySpread } from './spreads'

/** A plant that may become a parent. */
export interface Candidate {
  id: string
  name: string
  plantKind: Relation['plantKind']
  /** sets of chromosomes */
  sets: number
  summaries: Summaries
  /** what it may be, for each of the sets of loci that were worked out together */
  possible: Possible[]
  /** why it is not to be a parent; null: it may be one */
  struckOff: string | null
  /** fruits on it, and flowers that may still become fruits */
  carrying: number
  /** flowers of it as a seed parent that took, of those known */
  takes: { successes: number; tries: number }
}

/** How two plants did when they were crossed before. */
export interface Tried {
  seedParentId: string
  pollenParentId: string
  crosses: number
  pollinated: number
  taken: number
}

/** All that pairs are ranked from; plain data, so that it can be handed to a worker. */
export interface PairTable {
  wishes: Wish[]
  traits: CropTrait[]
  mating: (typeof MATINGS)[number]
  /** most fruits a plant carries without harm; null: not known */
  fruitLoad: number | null
  genetics: Genetics
  /** rules that make a trait, by their name among the genetics */
  makes: { rule: string; trait: string }[]
  /** loci of each set that was worked out together */
  blocks: string[][]
  candidates: Candidate[]
  /** the candidates with all their ancestors */
  relations: Relation[]
  tried: Tried[]
  /** how much plants of one family differ, by trait, and how far it is handed on */
  spreads: Record<string, FamilySpread>
}

/** Why a pair needs a second thought, or cannot be. */
export interface Warning {
  kind: 'struck-off' | 'same-clone' | 'sets' | 'relatives' | 'sickly' | 'load' | 'tried'
  isBar: boolean
  words: string
}

/** What is to be expected of one wish in the offspring of a pair. */
export interface PairWish {
  /** which of the parents fulfil it */
  covers: 'both' | 'seed parent' | 'pollen parent' | 'neither' | 'not scored'
  /** share of the family that fulfils it; null: not known */
  chance: number | null
  /** what the chance rests on */
  from: 'genes' | 'scores' | null
  /** how far the trait is handed on where the chance rests on scores, and how many families told it; null: by genes, or swatches */
  handedOn: HandedOn | null
  /** the family's classes with their shares, or the middle and the range of four plants in five */
  classes: { name: string; share: number }[] | null
  range: { mean: number; low: number; high: number } | null
}

interface HandedOn {
  share: number
  /** 0: it is assumed */
  families: number
}

export interface RankedPair {
  seedParentId: string
  pollenParentId: string
  /** wishes that a plant of the family fulfils, on average, by their weight; null: nothing is known */
  worth: number | null
  /** share of the family that fulfils all that it must, as far as is known; null: nothing must be, or is known */
  musts: number | null
  /** what the offspring would be inbred by */
  inbreeding: number
  wishes: PairWish[]
  warnings: Warning[]
  /** why this one carries the fruit */
  direction: string
}

/** Kin as close as half sibs, and closer, are warned of. */
const CLOSE = 0.25

const Z80 = 1.2816

/** The generation in which a family is judged: crosses of selfing stocks look alike and split when they are selfed. */
export const familyPath = (mating: PairTable['mating']): Step[] =>
  mating === 'selfing' ? ['cross', 'self'] : ['cross']

/** What the offspring of two plants look like in one trait. */
interface TraitFamily {
  from: 'genes' | 'scores'
  handedOn?: HandedOn
  /** chance that a plant of the family fulfils the wish; NaN where a parent was not scored */
  chance: (i: number, j: number) => number
  /** the same, with a parent that was not scored taken as the crop's mean: nobody rises by not being looked at; NaN where nobody was */
  expected: (i: number, j: number) => number
  /** what is expected of one parent with every later one, written into a row: a hundred thousand pairs are ranked by rows */
  row: (i: number, chances: Float64Array) => void
  classes: (i: number, j: number) => { name: string; share: number }[] | null
  range: (i: number, j: number) => { mean: number; low: number; high: number } | null
}

const keyOf = (genotype: Genotype) =>
  Object.values(genotype)
    .map(alleles => alleles.join(' '))
    .join(' | ')

/** A wish whose trait is made by a rule, as far as genes tell of it. */
interface MadeWish {
  rule: string
  /** names of the classes that are wished */
  wished: string[]
  /** which of the sets of loci that were worked out together it hangs on */
  block: number
}

/** How genes make what is wished; null where they do not tell. */
function madeBy(wish: Wish, trait: CropTrait, table: PairTable): MadeWish | null {
  const rule = table.makes.find(m => m.trait === trait.id)?.rule
  if (!rule) return null
  // Of a class that no rule makes the genes say nothing: the scores do.
  const own = table.genetics.rules.find(r => r.name === rule)
  const made = own && [...own.cases.map(c => c.is), own.otherwise]
  const wished = wishedClasses(trait, wish)?.map(c => classNames(trait)![c]!) ?? []
  if (made && wished.some(name => !made.includes(name))) return null
  const needed = lociOf(rule, table.genetics.rules)
  const block = table.blocks.findIndex(loci => needed.every(name => loci.includes(name)))
  return block < 0 ? null : { rule, wished, block }
}

/** What candidates may be at the loci of a block, by the numbers of genotypes, and what families of two genotypes look like. */
function familiesAt(block: number, table: PairTable) {
  const loci = table.blocks[block]!
  const genome = genomeOf({
    ...table.genetics,
    loci: table.genetics.loci.filter(l => loci.includes(l.name)),
    rules: rulesOver(loci, table.genetics.rules),
  })
  const genotypes = [
    ...new Map(
      table.candidates.flatMap(c => c.possible[block]!).map(p => [keyOf(p.genotype), p.genotype]),
    ).values(),
  ]
  const numbers = new Map(genotypes.map((g, i) => [keyOf(g), i]))
  const weights = table.candidates.map(c =>
    c.possible[block]!.map(({ genotype, probability }) => ({
      at: numbers.get(keyOf(genotype))!,
      probability,
    })),
  )
  const path = familyPath(table.mating)
  return {
    genotypes,
    weights,
    /** classes of a family by the looks of some rules */
    classes: (one: number, other: number, rules: string[]) =>
      listClasses(
        exactGenerations(genome, known(genotypes[one]!), known(genotypes[other]!), path, rules).at(-1)!,
      ),
    /** both parents with the weight of what they may be; a plant with itself is one plant, not two that are alike */
    couples: (i: number, j: number) =>
      i === j
        ? weights[i]!.map(({ at, probability }) => ({ one: at, other: at, probability }))
        : weights[i]!.flatMap(one =>
            weights[j]!.map(other => ({
              one: one.at,
              other: other.at,
              probability: one.probability * other.probability,
            })),
          ),
  }
}

/** Shares of the classes of a trait in families of every two genotypes that candidates may have. */
function byGenes(wish: Wish, trait: CropTrait, table: PairTable): TraitFamily | null {
  const made = madeBy(wish, trait, table)
  if (!made) return null
  const { genotypes, weights, classes, couples } = familiesAt(made.block, table)
  const names = classNames(trait)!
  const shares = genotypes.map(() => [] as Float64Array[])
  genotypes.forEach((_, one) => {
    for (let other = one; other < genotypes.length; other++) {
      const found = new Float64Array(names.length)
      for (const { phenotype, probability } of classes(one, other, [made.rule]))
        found[names.indexOf(phenotype[made.rule]!)]! += probability
      shares[one]![other] = shares[other]![one] = found
    }
  })
  const wished = wishedClasses(trait, wish)!
  // For each candidate, what it makes with each genotype: a pair then costs one sum.
  const chances = weights.map(own =>
    Float64Array.from(genotypes, (_, other) =>
      sum(own, w => w.probability * sum(wished, c => shares[w.at]![other]![c]!)),
    ),
  )
  const shareOf = (i: number, j: number, c: number) =>
    sum(couples(i, j), ({ one, other, probability }) => probability * shares[one]![other]![c]!)
  const chance = (i: number, j: number) => {
    if (i === j) return sum(wished, c => shareOf(i, j, c))
    const [own, other] = [weights[i]!, chances[j]!]
    let total = 0
    for (let k = 0; k < own.length; k++) total += own[k]!.probability * other[own[k]!.at]!
    return total
  }
  return {
    from: 'genes',
    chance,
    expected: chance,
    row: (i, found) => {
      for (let j = i + 1; j < found.length; j++) found[j] = chance(i, j)
    },
    classes: (i, j) =>
      names.map((name, c) => ({ name, share: shareOf(i, j, c) })).filter(c => c.share > 1e-6),
    range: () => null,
  }
}

/** The share of a family that fulfils several wishes of one block together: what one locus makes goes together. */
function jointly(wishes: MadeWish[], table: PairTable): (i: number, j: number) => number {
  const { classes, couples } = familiesAt(wishes[0]!.block, table)
  const rules = [...new Set(wishes.map(w => w.rule))]
  const found = new Map<string, number>()
  const share = (one: number, other: number) => {
    const key = `${Math.min(one, other)} ${Math.max(one, other)}`
    const kept =
      found.get(key) ??
      sum(classes(one, other, rules), ({ phenotype, probability }) =>
        wishes.every(w => w.wished.includes(phenotype[w.rule]!)) ? probability : 0,
      )
    found.set(key, kept)
    return kept
  }
  return (i, j) => sum(couples(i, j), ({ one, other, probability }) => probability * share(one, other))
}

/**
 * What candidates are worth as parents in a trait: their scores drawn towards the crop's mean by how far the trait is handed on, and
 * how often each was seen. The best of many by their scores are in part the luckiest.
 *
 * @returns for each candidate what its offspring are expected to be around, and the variance of our not knowing it: the crop's own where
 *   it was not scored, NaN where nobody was; and the spread within a family
 * @see Falconer & Mackay (1996), Introduction to Quantitative Genetics, ch. 10 (one individual's own performance, repeated)
 */
function breedingValues(own: (TraitSummary | undefined)[], spread: FamilySpread | undefined) {
  const scored = own.flatMap(s => (typeof s?.mean === 'number' ? [s] : []))
  const centre = scored.length ? sum(scored, s => s.mean!) / scored.length : NaN
  const heritability = spread?.heritability ?? ASSUMED_HERITABILITY
  const ofScores = deviation(scored, s => s.mean!) ?? 0
  // Plants of families differ by what lies within them and half of what is handed on between them.
  const variance = Math.max(ofScores ** 2, spread ? spread.deviation ** 2 / (1 - heritability / 2) : 0)
  const reliabilities = own.map(s => {
    if (typeof s?.mean !== 'number' || !variance) return 0
    const ofLooks = s.standardError === null ? variance / 2 : s.standardError ** 2 * s.occasions
    const repeatable = Math.min(0.95, Math.max(heritability, 1 - ofLooks / variance))
    return (s.occasions * heritability) / (1 + (s.occasions - 1) * repeatable)
  })
  return {
    means: Float64Array.from(own, (s, i) =>
      typeof s?.mean === 'number' ? centre + reliabilities[i]! * (s.mean - centre) : centre,
    ),
    errors: Float64Array.from(reliabilities, reliability => heritability * variance * (1 - reliability)),
    within: spread?.deviation ?? Math.sqrt(variance * (1 - heritability / 2)),
    // One family alone tells nothing of what lies between families.
    handedOn: { share: heritability, families: spread && spread.families > 1 ? spread.families : 0 },
  }
}

/** Around the mean of the parents, as wide as families of this crop are, and as the parents are uncertain. */
function byScores(wish: Wish, trait: CropTrait, { candidates, spreads }: PairTable): TraitFamily {
  const names = classNames(trait)
  const own = candidates.map(c => c.summaries[trait.id])
  const wished = wishedClasses(trait, wish)
  if (trait.scale === 'colour') {
    const share = own.map(s => (s ? sum(wished!, c => s.shares![c]!) : NaN))
    const scored = share.filter(s => !Number.isNaN(s))
    const taken = share.map(s => (Number.isNaN(s) ? sum(scored) / scored.length : s))
    const expected = (i: number, j: number) => (taken[i]! + taken[j]!) / 2
    return {
      from: 'scores',
      chance: (i, j) => (share[i]! + share[j]!) / 2,
      expected,
      range: () => null,
      row: (i, found) => {
        for (let j = i + 1; j < found.length; j++) found[j] = expected(i, j)
      },
      classes: (i, j) =>
        own[i] && own[j]
          ? names!
              .map((name, c) => ({ name, share: (own[i]!.shares![c]! + own[j]!.shares![c]!) / 2 }))
              .filter(c => c.share > 0)
          : null,
    }
  }
  const { means, errors, within, handedOn } = breedingValues(own, spreads[trait.id])
  const isScored = own.map(s => typeof s?.mean === 'number')
  const stretches = stretchesOf(trait, wish)
  // One plant with itself hands on its own doubt whole, two hand on half of each.
  const spread = (i: number, j: number) =>
    Math.sqrt(within ** 2 + (i === j ? errors[i]! : (errors[i]! + errors[j]!) / 4))
  const meanOf = (i: number, j: number) => (isScored[i] && isScored[j] ? (means[i]! + means[j]!) / 2 : NaN)
  const chance = (i: number, j: number) => {
    const mean = meanOf(i, j)
    return Number.isNaN(mean) ? NaN : chanceIn(stretches, mean, spread(i, j))
  }
  return {
    from: 'scores',
    handedOn,
    chance,
    expected: (i, j) => {
      const mean = (means[i]! + means[j]!) / 2
      return Number.isNaN(mean) ? NaN : chanceIn(stretches, mean, spread(i, j))
    },
    row: (i, found) => {
      for (let j = i + 1; j < found.length; j++) {
        const mean = (means[i]! + means[j]!) / 2
        const of = spread(i, j)
        if (!(of > 0)) {
          found[j] = Number.isNaN(mean) ? NaN : chanceIn(stretches, mean, of)
          continue
        }
        let sum = 0
        for (let k = 0; k < stretches.length; k++)
          sum += tabulatedCdf((stretches[k]!.to - mean) / of) - tabulatedCdf((stretches[k]!.from - mean) / of)
        found[j] = sum
      }
    },
    classes: (i, j) => {
      const mean = meanOf(i, j)
      return !names || Number.isNaN(mean)
        ? null
        : names
            .map((name, c) => ({
              name,
              share: chanceIn(
                [{ from: c === 0 ? -Infinity : c - 0.5, to: c === names.length - 1 ? Infinity : c + 0.5 }],
                mean,
                spread(i, j),
              ),
            }))
            .filter(c => c.share > 0.005)
    },
    range: (i, j) => {
      const mean = meanOf(i, j)
      return names || Number.isNaN(mean)
        ? null
        : { mean, low: Math.max(0, mean - Z80 * spread(i, j)), high: mean + Z80 * spread(i, j) }
    },
  }
}

/** Told how much is done, from 0 to 1. */
type Progress = (done: number) => void

/**
 * Pairs that cannot be, with the reason; and what else speaks against a pair.
 *
 * @param isOneGenet the one was multiplied from the other, or both from a third
 */
function barOf(a: Candidate, b: Candidate, mating: PairTable['mating'], isOneGenet: boolean): Warning | null {
  const struck = [a, b].find(c => c.struckOff !== null)
  if (struck)
    return { kind: 'struck-off', isBar: true, words: `${struck.name} was struck off: ${struck.struckOff}.` }
  const isSameClone =
    isOneGenet ||
    (a.plantKind === 'clone' &&
      b.plantKind === 'clone' &&
      a.name.trim().toLowerCase() === b.name.trim().toLowerCase())
  if (isSameClone && mating === 'selfIncompatible')
    return {
      kind: 'same-clone',
      isBar: true,
      words: 'One clone cannot set seed with itself in this crop: choose another clone.',
    }
  if (a.sets !== b.sets)
    return {
      kind: 'sets',
      isBar: true,
      words: `${a.name} has ${a.sets} sets of chromosomes, ${b.name} ${b.sets}: their offspring are seldom fertile.`,
    }
  return isSameClone
    ? { kind: 'same-clone', isBar: false, words: 'This is a self: one plant, or one clone, is both parents.' }
    : null
}

/** The bench of an aim, ready to judge pairs. */
export function pairsOf(table: PairTable) {
  const { candidates, wishes, traits, mating, fruitLoad } = table
  const byId = new Map(candidates.map((c, i) => [c.id, i]))
  const rows: BenchRow[] = benchOf(wishes, traits, new Map(candidates.map(c => [c.id, c.summaries])))
  const traitOf = new Map(traits.map(t => [t.id, t]))
  const families = wishes.map(
    wish => byGenes(wish, traitOf.get(wish.trait)!, table) ?? byScores(wish, traitOf.get(wish.trait)!, table),
  )
  const made = wishes.map(wish => madeBy(wish, traitOf.get(wish.trait)!, table))
  /** Those that must be, together where they hang on one block: the rest is as good as independent. */
  const mustsOf = [...group(wishes.keys(), w => made[w]?.block ?? `alone ${w}`).values()].flatMap(
    together => {
      const must = together.filter(w => wishes[w]!.must)
      return must.length
        ? [
            must.length > 1
              ? jointly(
                  must.map(w => made[w]!),
                  table,
                )
              : families[must[0]!]!.chance,
          ]
        : []
    },
  )
  const lineage = lineageOf(table.relations, table.genetics)
  const [kinship, inbreedingOf] = [kinshipOf(lineage), offspringInbreedingOf(lineage)]
  const genets = candidates.map(({ id }) => lineage.numberOf.get(id) ?? id)
  const barAt = (i: number, j: number) =>
    barOf(candidates[i]!, candidates[j]!, mating, genets[i] === genets[j])
  const triedOf = group(table.tried, t => [t.seedParentId, t.pollenParentId].sort().join(' '))
  const whole = wholeTraits(traits)

  /** Wishes that the family of one parent with every later one fulfils, by their weight; NaN where nothing is known. */
  function worthsOf(i: number, worths: Float64Array): void {
    const [chances, known] = [new Float64Array(worths.length), new Float64Array(worths.length)]
    worths.fill(0)
    wishes.forEach(({ weight }, w) => {
      families[w]!.row(i, chances)
      for (let j = i + 1; j < worths.length; j++) {
        if (Number.isNaN(chances[j]!)) continue
        worths[j]! += weight * chances[j]!
        known[j]! += weight
      }
    })
    for (let j = i + 1; j < worths.length; j++) worths[j]! /= known[j]!
  }

  const faults = (i: number) =>
    rows[i]!.whole.flatMap((cell, w) => (cell && cell.good <= FAULT ? [whole[w]!.name] : []))
  const health = (i: number) => {
    const scored = rows[i]!.whole.flatMap(cell => (cell ? [cell.good] : []))
    return scored.length ? sum(scored) / scored.length : null
  }
  const isFull = (i: number) => fruitLoad !== null && candidates[i]!.carrying >= fruitLoad

  /** Which of two carries the fruit, and why. */
  function direction(i: number, j: number): { seed: number; pollen: number; why: string } {
    const take = (k: number) => (candidates[k]!.takes.successes + 2) / (candidates[k]!.takes.tries + 4)
    const facts: [number, (better: string, worse: string) => string][] = [
      [
        Number(isFull(j)) - Number(isFull(i)),
        (better, worse) => `${worse} carries as many fruits as it should; ${better} has room.`,
      ],
      [
        faults(j).length - faults(i).length,
        (better, worse) =>
          `${better} is the sounder plant to carry fruit; ${worse} falls short in ${[...faults(i), ...faults(j)].join(', ')}.`,
      ],
      [
        Math.abs((health(i) ?? 0.5) - (health(j) ?? 0.5)) > 0.15
          ? (health(i) ?? 0.5) - (health(j) ?? 0.5)
          : 0,
        better => `${better} is the stronger plant, and the seed parent has to carry the fruit.`,
      ],
      [
        Math.abs(take(i) - take(j)) > 0.1 ? take(i) - take(j) : 0,
        (better, worse) => {
          const [own, other] = take(i) > take(j) ? [i, j] : [j, i]
          const { successes, tries } = candidates[own]!.takes
          if (tries)
            return `${better} has taken better as a seed parent: ${successes} of ${counted(tries, 'flower')}.`
          const { successes: few, tries: many } = candidates[other]!.takes
          return `${worse} took badly as a seed parent: ${few} of ${counted(many, 'flower')}.`
        },
      ],
    ]
    const deciding = facts.find(([lead]) => lead !== 0)
    if (!deciding) return { seed: i, pollen: j, why: 'Nothing that is known speaks for either direction.' }
    const [seed, pollen] = deciding[0] > 0 ? [i, j] : [j, i]
    return { seed, pollen, why: deciding[1](candidates[seed]!.name, candidates[pollen]!.name) }
  }

  /** All that is to be said of a pair, in the direction given. */
  function pairOf(seedParentId: string, pollenParentId: string, why?: string): RankedPair {
    const [i, j] = [byId.get(seedParentId)!, byId.get(pollenParentId)!]
    const seedParent = candidates[i]!
    const advised = direction(i, j)
    const expected = wishes.map((_, w): PairWish => {
      const [one, other] = [rows[i]!.cells[w], rows[j]!.cells[w]]
      const chance = families[w]!.chance(i, j)
      const isKnown = !Number.isNaN(chance)
      const meets = [one, other].map(cell => (cell ? cell.meets >= 0.5 : null))
      return {
        covers: meets.includes(null)
          ? 'not scored'
          : meets[0] && meets[1]
            ? 'both'
            : meets[0]
              ? 'seed parent'
              : meets[1]
                ? 'pollen parent'
                : 'neither',
        chance: isKnown ? chance : null,
        from: isKnown ? families[w]!.from : null,
        handedOn: (isKnown && families[w]!.handedOn) || null,
        classes: isKnown ? families[w]!.classes(i, j) : null,
        range: isKnown ? families[w]!.range(i, j) : null,
      }
    })
    const must = mustsOf.map(chance => chance(i, j)).filter(chance => !Number.isNaN(chance))
    const scored = wishes.flatMap(({ weight }, w) => {
      const taken = families[w]!.expected(i, j)
      return Number.isNaN(taken) ? [] : [{ weight, chance: taken }]
    })
    const worth = scored.length ? sum(scored, s => s.weight * s.chance) / sum(scored, s => s.weight) : null
    const inbreeding = inbreedingOf(seedParentId, pollenParentId)
    const bar = barAt(i, j)
    const warnings: Warning[] = bar ? [bar] : []
    if (i !== j && closeness(kinship(seedParentId, pollenParentId), lineage) >= CLOSE)
      warnings.push({
        kind: 'relatives',
        isBar: false,
        words: `Close relatives: the offspring are inbred by ${Math.round(inbreeding * 100)} %.`,
      })
    const faulty = faults(i)
    if (faulty.length)
      warnings.push({
        kind: 'sickly',
        isBar: false,
        words: `${seedParent.name} falls short in ${faulty.join(', ')}: a weak plant carries fruit badly.`,
      })
    if (isFull(i))
      warnings.push({
        kind: 'load',
        isBar: false,
        words: `${seedParent.name} carries ${counted(seedParent.carrying, 'fruit or flower', 'fruits and flowers')}; ${fruitLoad} are enough for one plant.`,
      })
    for (const t of triedOf.get([seedParentId, pollenParentId].sort().join(' ')) ?? []) {
      const how = t.pollinated
        ? `${t.taken} of ${counted(t.pollinated, 'flower')} took`
        : 'no flower was pollinated yet'
      warnings.push({
        kind: 'tried',
        isBar: false,
        words: `Tried before${t.seedParentId === seedParentId ? '' : ', the other way round'}, in ${counted(t.crosses, 'cross', 'crosses')}: ${how}.`,
      })
    }
    return {
      seedParentId,
      pollenParentId,
      worth,
      inbreeding,
      wishes: expected,
      warnings,
      musts: must.length ? must.reduce((product, chance) => product * chance, 1) : null,
      direction: why ?? (advised.seed === i ? advised.why : `Better the other way round. ${advised.why}`),
    }
  }

  /**
   * The best of all pairs that may be, each in the direction that is advised.
   *
   * @param most how many are wanted
   * @returns the pairs, how many there were to choose from, and how many cannot be
   */
  function ranked(
    most = 200,
    onProgress: Progress = () => {},
  ): { pairs: RankedPair[]; considered: number; barred: number } {
    const n = candidates.length
    const count = (n * (n - 1)) / 2
    const worths = new Float64Array(count)
    const ones = new Int32Array(count)
    const others = new Int32Array(count)
    let at = 0
    let barred = 0
    const row = new Float64Array(n)
    for (let i = 0; i < n; i++) {
      worthsOf(i, row)
      for (let j = i + 1; j < n; j++) {
        if (barAt(i, j)?.isBar) {
          barred++
          continue
        }
        worths[at] = Number.isNaN(row[j]!) ? -1 : row[j]!
        ones[at] = i
        others[at++] = j
      }
      if (i % 20 === 0) onProgress(i / n)
    }
    const order = Uint32Array.from({ length: at }, (_, k) => k).sort((a, b) => worths[b]! - worths[a]!)
    const pairs = [...order.slice(0, most)].map(k => {
      const { seed, pollen, why } = direction(ones[k]!, others[k]!)
      return pairOf(candidates[seed]!.id, candidates[pollen]!.id, why)
    })
    onProgress(1)
    return { pairs, considered: at, barred }
  }

  /**
   * For each candidate its best partners, of pairs that may be; each pair once, in the direction that is advised.
   *
   * @param each how many partners of one
   */
  function partners(each: number): { seedParentId: string; pollenParentId: string; worth: number }[] {
    const n = candidates.length
    const worths = new Float64Array(n * n).fill(NaN)
    const row = new Float64Array(n)
    for (let i = 0; i < n; i++) {
      worthsOf(i, row)
      for (let j = i + 1; j < n; j++) {
        const bar = barAt(i, j)
        // Two plants of one clone are a self, whatever the crop makes of it.
        if (!bar?.isBar && bar?.kind !== 'same-clone') worths[i * n + j] = worths[j * n + i] = row[j]!
      }
    }
    const found = new Map<number, number>()
    for (let i = 0; i < n; i++) {
      const of = range(n).filter(j => worths[i * n + j]! > 0)
      for (const j of of.sort((a, b) => worths[i * n + b]! - worths[i * n + a]!).slice(0, each))
        found.set(Math.min(i, j) * n + Math.max(i, j), worths[i * n + j]!)
    }
    return [...found].map(([at, worth]) => {
      const { seed, pollen } = direction(Math.floor(at / n), at % n)
      return { seedParentId: candidates[seed]!.id, pollenParentId: candidates[pollen]!.id, worth }
    })
  }

  return {
    pairOf,
    ranked,
    partners,
    direction: (one: string, other: string) => direction(byId.get(one)!, byId.get(other)!),
  }
}
