import type { MessagePort } from 'node:worker_threads'
import type { Relative, Worked } from '@virgulta/core/odds/carriers'
import { conditionally, genotypesOf } from '@virgulta/core/odds/carriers'
import type { Descended } from '@virgulta/core/odds/phases'
import { selfsOfFamily } from '@virgulta/core/offspring/familySelfs'
import type { Lineage } from '@virgulta/core/lineage/genets'
import type { SeenScore, TraitMerit } from '@virgulta/core/merit/traitMerit'
import { traitMerit } from '@virgulta/core/merit/traitMerit'
import { OutOfRange } from '@virgulta/core/chance/estimate'
import type { Genome } from '@virgulta/core/odds/genome'
import { longDatabase } from '../db/connection'
import type { LongWork } from '../jobs/works'
import { jobWorks } from '../jobs/works'
import { unprintable } from '../print/fonts'
import { familySheet } from '../print/familySheet'
import { markLegend } from '../print/markLegend'
import { plantSheet } from '../print/plantSheet'
import { tagSheet } from '../print/tagSheet'

/**
 * What would keep the server from answering others. It is done in a thread of its own, so what goes in and comes out is
 * data.
 */
export const heavyTasks = {
  tagSheet,
  markLegend,
  familySheet,
  plantSheet,
  unprintable,
  genotypes: (relatives: Relative[], genome: Genome): Worked[] => genotypesOf(relatives, genome),
  conditionally: (relatives: Relative[], genome: Genome, worked: Worked[], two: [string, string]) =>
    conditionally(relatives, genome, worked, two),
  selfs: (relatives: Relative[], genome: Genome, parents: [Descended, Descended], family: string[]) =>
    selfsOfFamily(relatives, genome, parents, family),
  /** what keeps merit from being told is an answer, too */
  merit: (
    lineage: Lineage,
    scores: SeenScore[],
    classes: number | null,
    given?: number,
  ): TraitMerit | { why: string } => {
    try {
      return traitMerit(lineage, scores, classes, given)
    } catch (error) {
      if (error instanceof OutOfRange) return { why: error.message }
      throw error
    }
  },
  longWork: ({ kind, personId, wish }: LongWork, progress: MessagePort): Promise<object> =>
    jobWorks[kind](longDatabase(), personId, wish, (done, of) => progress.postMessage({ done, of })),
}

export type Tasks = typeof heavyTasks
