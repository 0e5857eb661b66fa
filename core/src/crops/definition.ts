import { group } from 'd3-array'
import type { Genetics } from '../odds/genome'
import { isWithinReach } from '../odds/genome'
import type { OwnInheritance, OwnLocus, OwnRule } from '../odds/crop'
import type { Inheritance } from '../odds/kinds'
import { looksOf } from '../odds/locus'
import type { OwnTrait } from '../offspring/ownTrait'
import type { Trait } from '../offspring/trait'
import { classNames } from '../offspring/trait'
import type { CropGuide } from './guide'
import type { Half } from './half'

/** A locus or a rule of a crop, wherever it comes from. */
export type CropLocus = CropGuide['loci'][number] & { isOwn: boolean }
export type CropRule = CropGuide['rules'][number] & { isOwn: boolean }
export type CropTrait = Trait & { isOwn: boolean }

/** What is scored on a crop and how it inherits: the guide's, then the garden's own. */
export interface CropDefinition {
  /** where its days of the year are meant: what was seen of one summer is of one season */
  half: Half
  traits: CropTrait[]
  loci: CropLocus[]
  rules: CropRule[]
  inheritance: Inheritance & {
    /** of what the garden set, so that it can be set anew; null: the guide's */ id: string | null
  }
}

/** What the garden added to its crops. */
export interface OwnDefinitions {
  traits: OwnTrait[]
  loci: OwnLocus[]
  rules: OwnRule[]
  inheritances: OwnInheritance[]
}

/** A crop as its guide and the garden describe it; what was dropped is left out. */
export function definitionOf(guide: CropGuide, own: OwnDefinitions): CropDefinition {
  const living = <T extends { crop: string; droppedOn: unknown }>(things: T[]) =>
    things.filter(t => t.crop === guide.id && !t.droppedOn)
  const fromGuide = { isOwn: false }
  return {
    half: guide.bloom.half,
    traits: [
      ...guide.judging.traits.map(t => ({ ...t, ...fromGuide })),
      ...living(own.traits).map(({ id, trait }) => ({ ...trait, id, isOwn: true })),
    ],
    loci: [
      ...guide.loci.map(l => ({ ...l, ...fromGuide })),
      ...living(own.loci).map(({ crop, droppedOn, ...locus }) => ({ ...locus, isOwn: true })),
    ],
    rules: [
      ...guide.rules.map(r => ({ ...r, ...fromGuide })),
      ...living(own.rules).map(({ crop, droppedOn, ...rule }) => ({ ...rule, isOwn: true })),
    ],
    inheritance: inheritanceOf(guide, own.inheritances),
  }
}

/** How a crop inherits: as the garden set it last, or as its guide says. */
export function inheritanceOf(
  guide: CropGuide,
  inheritances: OwnInheritance[],
): CropDefinition['inheritance'] {
  const [set] = inheritances.filter(i => i.crop === guide.id).sort((a, b) => (a.setAt < b.setAt ? 1 : -1))
  if (!set)
    return { id: null, mating: guide.mating, ploidy: guide.ploidy, map: 'haldane', doubleReduction: 0 }
  const { id, mating, ploidy, map, doubleReduction } = set
  return { id, mating, ploidy, map, doubleReduction }
}

/** Without loci that have too many genotypes, which earlier versions took, and without the rules that ask for them. */
function withinReach({
  loci,
  rules,
  inheritance: { ploidy },
}: CropDefinition): Pick<CropDefinition, 'loci' | 'rules'> {
  const beyond = new Set(loci.filter(locus => !isWithinReach(locus, ploidy)).map(locus => locus.id))
  if (!beyond.size) return { loci, rules }
  for (let before = -1; before !== beyond.size;) {
    before = beyond.size
    for (const rule of rules)
      if (rule.cases.some(c => Object.keys(c.when).some(id => beyond.has(id)))) beyond.add(rule.id)
  }
  return { loci: loci.filter(l => !beyond.has(l.id)), rules: rules.filter(r => !beyond.has(r.id)) }
}

/** How a crop inherits, as the odds take it: loci and rules go by their ids, in the order of their positions. */
export function geneticsOf(definition: CropDefinition): Genetics {
  const { loci, rules } = withinReach(definition)
  const { ploidy, map, doubleReduction } = definition.inheritance
  const placed = [...group(loci, l => l.group ?? l.id).values()].flatMap(together =>
    [...together].sort((a, b) => (a.cM ?? 0) - (b.cM ?? 0)),
  )
  return {
    ploidy,
    map,
    doubleReduction,
    loci: placed.map(({ id, alleles, dominance, group, cM }) => ({
      name: id,
      alleles,
      dominance,
      group,
      cM,
    })),
    rules: rules.map(({ id, cases, otherwise }) => ({ name: id, cases, otherwise })),
  }
}

/** What a locus, or a rule, can look like; what a rule makes of a trait stands in the order of its classes. */
export function possibleLooks(
  id: string,
  { loci, rules, traits, inheritance: { ploidy } }: CropDefinition,
): string[] {
  const locus = loci.find(l => l.id === id)
  if (locus) return looksOf({ ...locus, name: locus.id }, ploidy)
  const rule = rules.find(r => r.id === id)
  if (!rule) return []
  const looks = [...new Set([...rule.cases.map(c => c.is), rule.otherwise])]
  const trait = traits.find(t => t.id === rule.trait)
  return (trait && classNames(trait)?.filter(name => looks.includes(name))) ?? looks
}
