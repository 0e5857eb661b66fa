import { OutOfRange } from '../chance/estimate'
import type { Genome } from './genome'
import type { Phenotype } from './locus'
import { looksOf } from './locus'

type ParentRole = 'seedParent' | 'pollenParent'

/** Looks by the name of a locus or a rule: any of those listed will do. */
export type Wanted = Record<string, string[]>

/** True for a plant, or a class of plants, that looks as wanted. */
export const isAmong = (phenotype: Phenotype, wanted: Wanted): boolean =>
  Object.entries(wanted).every(([name, looks]) => looks.includes(phenotype[name]!))

/** A step that makes seed. */
export type Breeding =
  | 'cross'
  /** every plant of the generation selfed, with equal shares */
  | 'self'
  /** random mating within the generation */
  | 'sib'
  | { backcross: ParentRole }
  /** the first step where both parents are one plant */
  | { self: ParentRole }

/** One step of a path: a generation, or a choice among the plants of the last one. */
export type Step =
  | Breeding
  /** only plants that look so go on */
  | { select: Wanted }

/** True for steps that take a season and make seed; a choice among plants does not. */
export const isGeneration = (step: Step): step is Breeding => typeof step === 'string' || !('select' in step)

/** True for a step that a path begins with. */
const isFirst = (step: Step | undefined) => step === 'cross' || (typeof step === 'object' && 'self' in step)

/** A path of two parents that are one plant: its doubt is drawn once, so it is selfed, not crossed. */
export const ofOnePlant = (path: Step[]): Step[] =>
  path.map(step =>
    step === 'cross'
      ? { self: 'seedParent' }
      : typeof step === 'object' && 'backcross' in step
        ? { backcross: 'seedParent' }
        : step,
  )

const lookList = (looks: string[]) => looks.map(l => `"${l}"`).join(', ')

/**
 * Refuses a choice of looks that names something unknown.
 *
 * @param what for the sentence: "The step 3 of the path"
 * @throws {OutOfRange} with what is allowed
 */
function checkWanted(wanted: Wanted, genome: Genome, what: string): void {
  const known = new Map([
    ...genome.loci.map((l): [string, string[]] => [l.name, looksOf(l, genome.ploidy)]),
    ...genome.rules.map((r): [string, string[]] => [
      r.name,
      [...new Set([...r.cases.map(c => c.is), r.otherwise])],
    ]),
  ])
  if (!Object.keys(wanted).length)
    throw new OutOfRange(`${what} chooses nothing: name a locus and how it looks.`)
  for (const [name, looks] of Object.entries(wanted)) {
    const possible = known.get(name)
    if (!possible)
      throw new OutOfRange(`${what} asks for "${name}", which is not among: ${[...known.keys()].join(', ')}.`)
    if (!looks.length)
      throw new OutOfRange(`${what} chooses no look of "${name}"; it can look: ${lookList(possible)}.`)
    const strange = looks.find(l => !possible.includes(l))
    if (strange !== undefined)
      throw new OutOfRange(
        `${what} asks for "${name}" looking "${strange}"; it can look: ${lookList(possible)}.`,
      )
  }
}

/** @throws {OutOfRange} for a path that does not begin with its cross or self, or whose steps name something unknown */
export function checkPath(path: Step[], genome: Genome): void {
  if (!isFirst(path[0]))
    throw new OutOfRange(
      'A path begins with "cross", or with the parent that is selfed: {"self": "seedParent"}.',
    )
  const again = path.findLastIndex(isFirst)
  if (again > 0)
    throw new OutOfRange(
      `Step ${again + 1} of the path is ${path[again] === 'cross' ? '"cross" again' : 'the self of a parent'}; after the first step come "self", "sib", a backcross or a choice.`,
    )
  path.forEach((step, i) => {
    if (typeof step === 'object' && 'select' in step)
      checkWanted(step.select, genome, `Step ${i + 1} of the path`)
  })
}
