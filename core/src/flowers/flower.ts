import { counted, plural } from '../formats/counted'
import type { LoggedDeed } from '../log/entry'
import { momentOf } from '../log/entry'
import { Refusal } from '../log/refusal'
import type { ISODate, Instant } from '../time/days'
import { dayInWords } from '../time/days'
import type { COVERS, DONOR_STAGES, GRAINS, LOOKS, STAGES } from './kinds'
import type { School } from './schools'

/** Where a flower stands. The last five are ends: no step at the flower follows. */
type FlowerStatus =
  | 'chosen'
  | 'open'
  | 'waiting'
  | 'ready'
  | 'pollinated'
  | 'taken'
  | 'harvested'
  | 'failed'
  | 'missed'
  | 'lost'

/** One pass of pollen. */
interface Pollination {
  /** null: visitors brought it, or it was a bulk */
  pollenParentId: string | null
  /** a bulk of so many plants; null: of one */
  bulkOf: number | null
  /** the tool was at another plant or pollen before */
  isAfterAnother: boolean
  on: ISODate
  /** null: only the day is known */
  at: Instant | null
  tool: School<'transfer'> | null
  isToolClean: boolean | null
  grains: (typeof GRAINS)[number] | null
  source: School<'source'> | null
  /** of a cluster or head: how many of its flowers it reached, where that was counted */
  reached: number | null
  /** the tube it came from; null: fresh from the plant */
  tubeId: string | null
  /** how far the flower was that gave it fresh, and whether it stood covered until then; null: nobody said */
  donorStage: (typeof DONOR_STAGES)[number] | null
  donorCovered: boolean | null
}

/** A note that does not go together with what was noted before it in the order of time; a person settles it. */
interface Conflict {
  entryId: string
  on: ISODate
  code: string
  sentence: string
  field: string | null
}

/** Whatever one tag is tied to, with all that was done to it. */
export interface Flower {
  id: string
  code: string
  crossId: string
  seedParentId: string
  /** the pollen parent the cross was planned with */
  pollenParentId: string | null
  blooms: number
  stage: (typeof STAGES)[number] | null
  chosenOn: ISODate
  chosenAt: Instant
  thinnedOn: ISODate | null
  petalsOffOn: ISODate | null
  /** what came off then */
  partsOff: Exclude<School<'petals'>, 'on'>
  emasculatedOn: ISODate | null
  emasculation: { school: School<'emasculation'> | null; count: number | null } | null
  washes: Instant[]
  /** when it was washed last; null: never, or only the day is known */
  washedAt: Instant | null
  lens: 'clean' | 'anthersLeft' | null
  anthersLeft: number | null
  /** the day on which an anther was found that had been there while it was pollinated */
  lateAntherOn: ISODate | null
  /** the cover it waited in for its pollen */
  isolation: { way: (typeof COVERS)[number]; on: ISODate } | null
  silksCutOn: ISODate | null
  looks: {
    look: (typeof LOOKS)[number]
    on: ISODate
    /** null: only the day is known */ at: Instant | null
  }[]
  /** of a cluster: how many of its flowers were ready when they were counted last, and would be on the day after */
  seen: { on: ISODate; ready: number; tomorrow: number } | null
  pollinations: Pollination[]
  /** the first day on which the sign after pollination showed */
  signOn: ISODate | null
  coveredAgainOn: ISODate | null
  uncoveredOn: ISODate | null
  /** days on which it could not yet be told whether it took */
  takeLooks: ISODate[]
  takenOn: ISODate | null
  /** how many of a cluster had failed while it could not be told of the others */
  failedSoFar: number
  /** how many of a cluster took, where it was counted */
  fruits: number | null
  nettedOn: ISODate | null
  /** of a grain: the day on which it was whole, and began to dry */
  filledOn: ISODate | null
  /** days on which its fruit was looked at and was not ripe */
  fruitLooks: ISODate[]
  failed: { on: ISODate; reason: string } | null
  lost: { on: ISODate; reason: string } | null
  harvest: {
    on: ISODate
    lotId: string
    fruits: number
    cue: School<'harvest'> | null
    /** cut before it was ripe */ isEarly: boolean
  } | null
  status: FlowerStatus
  /** what makes its seed doubtful, in words */
  doubts: string[]
  /** set once what made its seed doubtful was looked into */
  doubtSettled: { on: ISODate; why: string } | null
  /** what a person has yet to settle */
  conflicts: Conflict[]
  /** entries whose conflict was looked at */
  settled: string[]
  /** a step is dated before the tag was tied */
  isMisdated: boolean
}

/** Refuses a step on a flower that has come to its end. */
function checkStillOnPlant(flower: Flower, step: string): void {
  const { lost, failed, harvest, code } = flower
  if (lost)
    throw new Refusal(
      'flower-lost',
      `${code} was lost on ${dayInWords(lost.on)} (${lost.reason}), so it cannot be ${step}. Choose another flower, or undo the loss.`,
    )
  if (failed)
    throw new Refusal(
      'flower-failed',
      `${code} failed on ${dayInWords(failed.on)} (${failed.reason}), so it cannot be ${step}. Choose another flower.`,
    )
  if (harvest)
    throw new Refusal(
      'flower-harvested',
      `${code} was harvested on ${dayInWords(harvest.on)}, so it cannot be ${step}.`,
    )
}

function checkNotPollinated(flower: Flower, step: string): void {
  checkStillOnPlant(flower, step)
  const first = flower.pollinations[0]
  if (first)
    throw new Refusal(
      'already-pollinated',
      `${flower.code} was pollinated on ${dayInWords(first.on)}; it can no longer be ${step}.`,
    )
}

function checkPollinated(flower: Flower, step: string): void {
  checkStillOnPlant(flower, step)
  if (!flower.pollinations.length)
    throw new Refusal(
      'not-pollinated',
      `${flower.code} has not been pollinated yet, so it cannot be ${step}.`,
    )
}

function checkBlooms({ code, blooms }: Flower, count: number, what: string, field: string): void {
  if (count > blooms)
    throw new Refusal(
      'too-many-fruits',
      `${code} is tied to ${plural(blooms, 'one flower', `${blooms} flowers`)}, so it cannot ${what}.`,
      field,
    )
}

/**
 * The flower after one more deed. A deed that does not fit what was noted before it changes nothing and stands as a conflict,
 * so that the state is the same whoever noted first and whatever arrives late.
 *
 * @throws {Refusal} only for a flower that was never chosen
 */
export function flowerAfter(flower: Flower | null, deed: LoggedDeed, id: string): Flower {
  if (!flower) {
    if (deed.kind !== 'flowerChosen')
      throw new Refusal('unknown-flower', 'This flower has no tag yet; choose it first.')
    return withStatus({
      id,
      stage: null,
      ...deed.payload,
      chosenOn: deed.day,
      chosenAt: deed.happenedAt,
      thinnedOn: null,
      petalsOffOn: null,
      partsOff: 'off',
      emasculatedOn: null,
      emasculation: null,
      washes: [],
      washedAt: null,
      lens: null,
      anthersLeft: null,
      lateAntherOn: null,
      isolation: null,
      silksCutOn: null,
      looks: [],
      seen: null,
      pollinations: [],
      signOn: null,
      coveredAgainOn: null,
      uncoveredOn: null,
      takeLooks: [],
      takenOn: null,
      failedSoFar: 0,
      fruits: null,
      nettedOn: null,
      filledOn: null,
      fruitLooks: [],
      failed: null,
      lost: null,
      harvest: null,
      status: 'chosen',
      doubts: [],
      doubtSettled: null,
      conflicts: [],
      settled: [],
      isMisdated: false,
    })
  }
  const known = deed.happenedAt < flower.chosenAt ? { ...flower, isMisdated: true } : flower
  try {
    return withStatus(stepOn(known, deed))
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    if (known.settled.includes(deed.id)) return withStatus(known)
    return withStatus({
      ...known,
      conflicts: [
        ...known.conflicts,
        {
          entryId: deed.id,
          on: deed.day,
          code: error.code,
          sentence: error.message,
          field: error.field ?? null,
        },
      ],
    })
  }
}

function stepOn(flower: Flower, deed: LoggedDeed): Flower {
  switch (deed.kind) {
    case 'flowerChosen':
      throw new Refusal('already-there', `${flower.code} is tied to this flower already.`)
    case 'flowerThinned':
      checkNotPollinated(flower, 'thinned')
      checkBlooms(flower, deed.payload.kept, `keep ${deed.payload.kept}`, 'kept')
      return { ...flower, blooms: deed.payload.kept, thinnedOn: flower.thinnedOn ?? deed.day }
    case 'petalsOff':
      checkStillOnPlant(flower, 'freed of its petals')
      return {
        ...flower,
        petalsOffOn: flower.petalsOffOn ?? deed.day,
        partsOff: deed.payload.what ?? flower.partsOff,
      }
    case 'emasculated':
      checkNotPollinated(flower, 'emasculated')
      return {
        ...flower,
        emasculatedOn: deed.day,
        emasculation: { school: deed.payload.school ?? null, count: deed.payload.count ?? null },
      }
    case 'washed':
      checkNotPollinated(flower, 'washed')
      return { ...flower, washes: [...flower.washes, deed.happenedAt], washedAt: momentOf(deed) }
    case 'lensChecked':
      checkStillOnPlant(flower, 'checked for anthers')
      if (!flower.emasculatedOn)
        throw new Refusal(
          'not-emasculated',
          `${flower.code} has not been emasculated yet; the lens check comes after.`,
        )
      return {
        ...flower,
        lens: deed.payload.found,
        anthersLeft: deed.payload.left ?? null,
        lateAntherOn:
          deed.payload.found === 'anthersLeft' && flower.pollinations.length
            ? (flower.lateAntherOn ?? deed.day)
            : flower.lateAntherOn,
      }
    case 'isolated':
      checkStillOnPlant(flower, 'isolated')
      return flower.pollinations.length
        ? { ...flower, coveredAgainOn: deed.payload.way === 'none' ? null : deed.day, uncoveredOn: null }
        : { ...flower, isolation: { way: deed.payload.way, on: deed.day } }
    case 'silksCut':
      checkNotPollinated(flower, 'cut back')
      return { ...flower, silksCutOn: deed.day }
    case 'looked': {
      // A cluster goes on opening: it is counted again for the next night.
      if (flower.blooms === 1) checkNotPollinated(flower, 'looked at for readiness')
      else checkStillOnPlant(flower, 'looked at for readiness')
      const { ready, tomorrow = 0 } = deed.payload
      if (ready !== undefined)
        checkBlooms(flower, ready + tomorrow, `have ${ready + tomorrow} ready`, 'ready')
      return {
        ...flower,
        seen: ready === undefined ? flower.seen : { on: deed.day, ready, tomorrow },
        looks: [...flower.looks, { look: deed.payload.look, on: deed.day, at: momentOf(deed) }],
      }
    }
    case 'pollinated': {
      checkStillOnPlant(flower, 'pollinated')
      if (flower.looks.at(-1)?.look === 'tooLate')
        throw new Refusal(
          'flower-missed',
          `${flower.code} was too late on ${dayInWords(flower.looks.at(-1)!.on)}; choose another flower.`,
        )
      if (flower.takenOn)
        throw new Refusal(
          'already-taken',
          `${flower.code} took on ${dayInWords(flower.takenOn)}; more pollen would change nothing.`,
        )
      const {
        pollenParentId,
        bulkOf = null,
        afterAnother = false,
        tool = null,
        isToolClean = null,
        grains = null,
        source = null,
        reached = null,
        tubeId = null,
        donorStage = null,
        donorCovered = null,
      } = deed.payload
      if (reached) checkBlooms(flower, reached, `be pollinated at ${reached}`, 'reached')
      return {
        ...flower,
        coveredAgainOn: null,
        pollinations: [
          ...flower.pollinations,
          {
            pollenParentId,
            bulkOf,
            isAfterAnother: afterAnother,
            on: deed.day,
            at: momentOf(deed),
            tool,
            isToolClean,
            grains,
            source,
            reached,
            tubeId,
            donorStage,
            donorCovered,
          },
        ],
      }
    }
    case 'signSeen':
      checkPollinated(flower, 'looked at for the sign after pollination')
      return { ...flower, signOn: flower.signOn ?? deed.day }
    case 'takeNoted':
      checkPollinated(flower, 'looked at for its take')
      if (deed.payload.take === 'taken') {
        if (deed.payload.fruits)
          checkBlooms(flower, deed.payload.fruits, `give ${counted(deed.payload.fruits, 'fruit')}`, 'fruits')
        return {
          ...flower,
          takenOn: flower.takenOn ?? deed.day,
          fruits: deed.payload.fruits ?? flower.fruits,
        }
      }
      if (deed.payload.take === 'notYet') {
        const { failed = flower.failedSoFar } = deed.payload
        checkBlooms(flower, failed, `have lost ${failed}`, 'failed')
        return { ...flower, failedSoFar: failed, takeLooks: [...flower.takeLooks, deed.day] }
      }
      return { ...flower, failed: { on: deed.day, reason: deed.payload.reason ?? 'no reason noted' } }
    case 'uncovered':
      checkStillOnPlant(flower, 'uncovered')
      return { ...flower, uncoveredOn: deed.day }
    case 'fruitNetted':
      checkPollinated(flower, 'netted')
      return { ...flower, nettedOn: deed.day }
    case 'grainFilled':
      checkPollinated(flower, 'filled')
      return { ...flower, filledOn: deed.day }
    case 'fruitLeft':
      checkPollinated(flower, 'looked at for ripeness')
      return { ...flower, fruitLooks: [...flower.fruitLooks, deed.day] }
    case 'flowerLost':
      checkStillOnPlant(flower, 'lost again')
      return { ...flower, lost: { on: deed.day, reason: deed.payload.reason } }
    case 'harvested': {
      checkPollinated(flower, 'harvested')
      const { fruits } = deed.payload.flowers.find(f => f.flowerId === flower.id)!
      checkBlooms(flower, fruits, `give ${counted(fruits, 'fruit')}`, 'fruits')
      return {
        ...flower,
        takenOn: flower.takenOn ?? deed.day,
        harvest: {
          on: deed.day,
          lotId: deed.subjectId,
          fruits,
          cue: deed.payload.cue ?? null,
          isEarly: deed.payload.early ?? false,
        },
      }
    }
    case 'doubtSettled':
      return { ...flower, doubtSettled: { on: deed.day, why: deed.payload.why } }
    case 'conflictSettled': {
      const { entryId } = deed.payload
      return {
        ...flower,
        conflicts: flower.conflicts.filter(c => c.entryId !== entryId),
        settled: [...flower.settled, entryId],
      }
    }
    default:
      return flower
  }
}

function withStatus(flower: Flower): Flower {
  return { ...flower, status: statusOf(flower), doubts: doubtsOf(flower) }
}

function statusOf({
  lost,
  failed,
  harvest,
  takenOn,
  pollinations,
  looks,
  isolation,
  emasculatedOn,
}: Flower): FlowerStatus {
  if (lost) return 'lost'
  if (failed) return 'failed'
  if (harvest) return 'harvested'
  if (takenOn) return 'taken'
  if (pollinations.length) return 'pollinated'
  const look = looks.at(-1)?.look
  if (look === 'tooLate') return 'missed'
  if (look === 'ready') return 'ready'
  if (isolation) return 'waiting'
  return emasculatedOn ? 'open' : 'chosen'
}

/** Doubts that hold for every form; what a form's steps mean, {@link import('./doubts').doubtsAt} knows. */
function doubtsOf({
  lateAntherOn,
  lens,
  anthersLeft,
  looks,
  pollinations,
  pollenParentId,
  isMisdated,
}: Flower): string[] {
  const doubts: string[] = []
  if (lateAntherOn)
    doubts.push(
      'an anther was found after pollination: discard it, or keep its seed apart and look for selfs among the seedlings',
    )
  else if (lens === 'anthersLeft')
    doubts.push(
      `${anthersLeft === 1 ? 'an anther was' : anthersLeft ? `${anthersLeft} anthers were` : 'anthers were'} left: some seed may be selfed`,
    )
  if (pollinations.length && looks.at(-1)?.look === 'notYet')
    doubts.push('was pollinated before it was ready')
  if (pollinations.some(p => p.isToolClean === false))
    doubts.push('was pollinated with a tool that was used before and not cleaned')
  else if (pollinations.some(isSilentOnTool))
    doubts.push('was pollinated after another plant or pollen, and nobody said that the tool was cleaned')
  const bulk = pollinations.find(p => p.bulkOf)
  if (bulk && pollenParentId) doubts.push(`has pollen of a bulk of ${bulk.bulkOf}: its father is not known`)
  const fathers = new Set(pollinations.flatMap(p => p.pollenParentId ?? []))
  if (fathers.size > 1) doubts.push('has pollen of more than one parent')
  else if (fathers.size === 1 && pollenParentId && !fathers.has(pollenParentId))
    doubts.push('has another pollen parent than planned')
  if (isMisdated) doubts.push('has a step dated before its tag: a telephone’s clock may be wrong')
  return doubts
}

/** The bulks of pollen that some flowers got, each once, with how many plants gave to it. */
export function bulksOf(flowers: Flower[]): { tubeId: string | null; plants: number }[] {
  const bulks = flowers.flatMap(flower =>
    flower.pollinations.flatMap(({ bulkOf, tubeId }) => (bulkOf ? [{ tubeId, plants: bulkOf }] : [])),
  )
  return [...new Map(bulks.map(bulk => [bulk.tubeId, bulk])).values()]
}

/** True where the tool came from elsewhere, and silence is no clean tool; what is itself the pollen's carrier is used once. */
export const isSilentOnTool = ({
  isAfterAnother,
  isToolClean,
  tool,
}: Pick<Pollination, 'isAfterAnother' | 'isToolClean' | 'tool'>): boolean =>
  isAfterAnother && isToolClean === null && !['anther', 'unripeAnther', 'flower', 'bag'].includes(tool ?? '')

/** Refusals of what does not go together at a flower: what they say may be noted all the same, and then stands as a conflict until somebody settles it. */
export const SETTLEABLE = [
  'flower-lost',
  'flower-failed',
  'flower-harvested',
  'already-pollinated',
  'not-pollinated',
  'flower-missed',
  'already-taken',
  'not-emasculated',
  'already-there',
  'before-tag',
]
