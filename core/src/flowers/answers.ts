import type { CutOrWait } from '../seed/ripeness'
import type { CropGuide } from '../crops/guide'
import { usualSchool } from '../crops/guide'
import type { Draft } from '../log/entry'
import type { Flower } from './flower'
import { isSilentOnTool } from './flower'
import type { DONOR_STAGES, GRAINS } from './kinds'
import { PARTS, partsOf, partsOffDraft } from './parts'
import type { School } from './schools'
import { unreachedUnder } from './units'
import { SCHOOLS, schoolWords, schoolsAt } from './schools'

type Tone = 'main' | 'plain' | 'warn'

/** One answer that a person can give to the question of a step. */
export interface Answer {
  label: string
  tone: Tone
  /** what is noted; with the reason when one was asked */
  drafts: (reason: string) => Draft[]
  /** asks for a reason first */
  ask?: {
    question: string
    reasons: string[]
    /** nothing else can be typed */ isFixed?: boolean
    /** asks on, once a reason was given */ further?: (reason: string) => Answer
  }
}

/** A flower at which a question is asked. */
export interface AtFlower {
  flower: Flower
  guide: CropGuide
  /** what is told of the pass of pollen */
  pass: PassDetails
  /** what was advised of its fruit; absent: nothing */ advised?: CutOrWait['advice'] | undefined
}

/** An answer that is given by a press. */
export const say = (label: string, tone: Tone, ...drafts: Draft[]): Answer => ({
  label,
  tone,
  drafts: () => drafts,
})

/** An answer that asks back, for one of some words to press. */
export const askBack = (
  label: string,
  tone: Tone,
  question: string,
  reasons: string[],
  drafts: (reason: string) => Draft[],
): Answer => ({ label, tone, ask: { question, reasons, isFixed: true }, drafts })

/** Numbers to press. */
export const upTo = (most: number): string[] => Array.from({ length: most }, (_, i) => String(i + 1))

/** Numbers to press of which there are many: each of the small ones, some of the large ones, and all. */
const someOf = (most: number): string[] => [
  ...upTo(Math.min(12, most)),
  ...[15, 20, 25, 30, 40, 60, 80, 120].filter(n => n < most).map(String),
  ...(most > 12 ? [String(most)] : []),
]

/** What is told of a pass of pollen beside its father. */
export interface PassDetails {
  tool: School<'transfer'> | null
  isToolClean: boolean | null
  grains: (typeof GRAINS)[number] | null
  /** for a self: which flower it came from */ source: School<'source'> | null
  /** of a cluster: how many of its flowers; null: all */ reached: number | null
  /** the tube it comes from; null: fresh */ tubeId: string | null
  /** that tube is a bulk of so many plants */ bulkOf: number | null
  /** the tool was at another plant or pollen before */ isAfterAnother: boolean
  /** of fresh pollen: the flower it comes from */
  donorStage: (typeof DONOR_STAGES)[number] | null
  donorCovered: boolean | null
}

/** A pass of pollen as it is usually done in a crop; at a cluster it reaches those of its flowers that were seen ready. */
export const usualPass = (guide: CropGuide, flower: Flower | null | undefined = null): PassDetails => ({
  tool: usualSchool(guide, 'transfer'),
  isToolClean: null,
  grains: null,
  source: null,
  reached: flower && readyUnder(flower),
  tubeId: null,
  bulkOf: null,
  isAfterAnother: false,
  donorStage: null,
  donorCovered: null,
})

/** How many flowers of a cluster were seen ready and have no pollen yet; null where nobody counted, or it is all of them. */
function readyUnder(flower: Flower): number | null {
  const { blooms, seen, pollinations } = flower
  if (blooms === 1 || !seen) return null
  const wasReached = pollinations.some(pass => pass.on >= seen.on)
  const ready = Math.min(wasReached ? seen.tomorrow || 1 : seen.ready, unreachedUnder(flower))
  return ready > 0 && ready < blooms ? ready : null
}

/** The draft of a pass of pollen. */
export function passDraft(
  subjectId: string,
  pollenParentId: string | null,
  selfMeant: boolean,
  {
    tool,
    isToolClean,
    grains,
    source,
    reached,
    tubeId,
    bulkOf,
    isAfterAnother,
    donorStage,
    donorCovered,
  }: PassDetails,
): Draft {
  return {
    kind: 'pollinated',
    subjectId,
    payload: {
      // Of a bulk nobody knows which plant it was.
      pollenParentId: tubeId && bulkOf ? null : pollenParentId,
      selfMeant,
      ...(tool ? { tool } : {}),
      ...(isToolClean === null ? {} : { isToolClean }),
      ...(grains ? { grains } : {}),
      ...(source ? { source } : {}),
      ...(reached ? { reached } : {}),
      ...(tubeId ? { tubeId, doses: reached ?? 1 } : {}),
      ...(tubeId && bulkOf ? { bulkOf } : {}),
      ...(isAfterAnother ? { afterAnother: true as const } : {}),
      ...(tubeId || !donorStage ? {} : { donorStage }),
      ...(tubeId || donorCovered === null ? {} : { donorCovered }),
    },
  }
}

/** Florets of a head, to press. */
const FLORETS = ['8', '10', '12', '15', '20', '24', '30', 'not counted']

const COVER_SHORT: Record<School<'cover'>, string> = {
  mesh: 'in mesh',
  paper: 'in paper',
  tie: 'tied shut',
  clip: 'clipped shut',
  none: 'left open',
}

/** What usually comes off with the anthers and is still on: petals or sepals that are in their way. */
function inTheWay({ id, petalsOffOn }: Flower, guide: CropGuide): Draft[] {
  const usual = usualSchool(guide, 'petals') ?? 'on'
  return usual === 'on' || petalsOffOn ? [] : [partsOffDraft(id, guide)]
}

/**
 * All that is usually done in one go with the forceps in hand, in one press: rivals and petals off, the anthers out, looked over,
 * pollinated where the school does it at once, and covered. None where the florets are washed, or hours lie between the steps.
 */
export function asUsual({ flower, guide, pass }: AtFlower): Answer[] {
  const { id: subjectId, seedParentId, pollenParentId, blooms, thinnedOn } = flower
  const { emasculation } = guide
  const school = usualSchool(guide, 'emasculation')
  if (!emasculation.needed || emasculation.washes || emasculation.counts === 'florets' || school === 'none')
    return []
  const way = usualSchool(guide, 'cover') ?? 'none'
  const isAtOnce = usualSchool(guide, 'timing') === 'atOnce' && pollenParentId !== null
  // The answer says it in its words, so that one press is no silence.
  const isCleaned = isAtOnce && isSilentOnTool(pass)
  const told = isCleaned ? { ...pass, isToolClean: true } : pass
  const cover: Draft = { kind: 'isolated', subjectId, payload: { way } }
  const isThinned = usualSchool(guide, 'rivals') === 'off' && !thinnedOn && blooms === 1
  const drafts: Draft[] = [
    ...(isThinned ? [{ kind: 'flowerThinned' as const, subjectId, payload: { kept: 1 } }] : []),
    ...(school === 'strip' ? [] : inTheWay(flower, guide)),
    {
      kind: 'emasculated',
      subjectId,
      payload: { school: school ?? 'pluck', ...(emasculation.usual ? { count: emasculation.usual } : {}) },
    },
    { kind: 'lensChecked', subjectId, payload: { found: 'clean' } },
    ...(isAtOnce && way === 'none' ? [cover] : []),
    ...(isAtOnce ? [passDraft(subjectId, pollenParentId, pollenParentId === seedParentId, told)] : []),
    ...(isAtOnce && way === 'none' ? [] : [cover]),
  ]
  const words = [
    ...(isThinned ? ['rivals off'] : []),
    'out',
    'clean',
    ...(isCleaned ? ['tool cleaned'] : []),
    ...(isAtOnce ? ['pollinated'] : []),
    COVER_SHORT[way],
  ]
  return [say(`As usual: ${words.join(', ')}`, 'plain', ...drafts)]
}

/** Taking the anthers out: by the usual school, with its count where there is one to press, or by another. */
export function emasculationAnswers(at: AtFlower): Answer[] {
  const { flower, guide } = at
  const { emasculation } = guide
  if (!emasculation.needed) return []
  const school = usualSchool(guide, 'emasculation') ?? 'pluck'
  const off = inTheWay(flower, guide)
  const draft = (of: School<'emasculation'>, count?: number): Draft[] => [
    ...(of === 'strip' || of === 'none' ? [] : off),
    { kind: 'emasculated', subjectId: flower.id, payload: { school: of, ...(count ? { count } : {}) } },
  ]
  const ways = [...new Set([...Object.keys(emasculation.ways), 'none'])].filter(
    way => way !== school,
  ) as School<'emasculation'>[]
  const another = askBack(
    'Another way',
    'plain',
    'How was it done?',
    ways.map(way => schoolWords('emasculation', way)),
    words => draft(schoolsAt('emasculation').find(way => SCHOOLS.emasculation[way] === words)!),
  )
  if (school === 'none') return [say('Anthers left in', 'main', ...draft('none')), another]
  if (emasculation.counts === 'florets') {
    const done = askBack('Florets done', 'main', 'How many florets?', FLORETS, n =>
      draft(school, Number(n) || undefined),
    )
    return [done, another]
  }
  // What else the press notes stands on it.
  const first = off.length && school !== 'strip' ? `${PARTS[partsOf(guide)].name} off, ` : ''
  const label = (words: string) => `${first}${words}`.replace(/^./, letter => letter.toUpperCase())
  return emasculation.usual
    ? [
        say(label(`all ${emasculation.usual} out`), 'main', ...draft(school, emasculation.usual)),
        say('Out, not counted', 'plain', ...draft(school)),
        ...asUsual(at),
        another,
      ]
    : [say(label('anthers out'), 'main', ...draft(school)), ...asUsual(at), another]
}

const COVER_ANSWERS: Record<School<'cover'>, string> = {
  mesh: 'Mesh bag on',
  paper: 'Paper bag on',
  tie: 'Tied shut',
  clip: 'Clipped shut',
  none: 'Left open',
}

/** Covering, in the crop's usual way first. */
export function coverAnswers({ flower, guide }: AtFlower): Answer[] {
  const usual = usualSchool(guide, 'cover')
  const ways = [...guide.isolation.ways].sort((a, b) => Number(b === usual) - Number(a === usual))
  return ways.map((way, i) =>
    say(COVER_ANSWERS[way], i === 0 ? 'main' : 'plain', {
      kind: 'isolated',
      subjectId: flower.id,
      payload: { way },
    }),
  )
}

/** Whether the stigma is ready; of a cluster, how many of its flowers are, and how many will be tomorrow. */
export function lookAnswers({ flower }: AtFlower): Answer[] {
  const { id: subjectId, blooms } = flower
  const seen = (look: 'ready' | 'notYet' | 'tooLate', ready?: number, tomorrow?: number): Draft => ({
    kind: 'looked',
    subjectId,
    payload: { look, ...(ready === undefined ? {} : { ready, tomorrow: tomorrow! }) },
  })
  const left = unreachedUnder(flower)
  const tomorrow = (now: number): Answer =>
    now === left
      ? say('Ready', 'main', seen('ready', now, 0))
      : askBack('Ready', 'main', 'How many more will be tomorrow?', ['none', ...someOf(left - now)], n => [
          seen('ready', now, Number(n) || 0),
        ])
  const ready: Answer =
    blooms === 1
      ? say('Ready', 'main', seen('ready'))
      : {
          label: 'Ready',
          tone: 'main',
          ask: {
            question: `How many of the ${left} are ready now?`,
            reasons: someOf(left),
            isFixed: true,
            further: n => tomorrow(Number(n)),
          },
          drafts: n => [seen('ready', Number(n), 0)],
        }
  return [ready, say('Not yet', 'plain', seen('notYet')), say('Too late', 'warn', seen('tooLate'))]
}

/** Pollinating with the father that is planned or with a bulk, covered again or not; where no father is planned, by visitors. */
export function passAnswers({ flower, guide, pass }: AtFlower): Answer[] {
  const { id: subjectId, pollenParentId } = flower
  if (!pollenParentId && !pass.bulkOf)
    return [say('Left to visitors', 'main', passDraft(subjectId, null, false, { ...pass, tool: null }))]
  const draft = passDraft(subjectId, pollenParentId, pollenParentId === flower.seedParentId, pass)
  const sign = canShowSign(flower, guide)
    ? [say('The sign shows', 'plain', { kind: 'signSeen', subjectId, payload: {} })]
    : []
  const way = usualSchool(guide, 'cover')
  if (!way || way === 'none') return [say('Pollinated', 'main', draft), ...sign]
  const shut = way === 'tie' || way === 'clip' ? 'shut' : 'covered'
  return [
    say(`Pollinated, ${shut} again`, 'main', draft, { kind: 'isolated', subjectId, payload: { way } }),
    say('Pollinated, left open', 'plain', draft),
    ...sign,
  ]
}

/** True once all flowers under the tag got pollen, where something shows that it has taken hold. */
const canShowSign = (flower: Flower, { pollination }: CropGuide): boolean =>
  pollination.sign !== null &&
  flower.pollinations.length > 0 &&
  flower.signOn === null &&
  unreachedUnder(flower) === 0

/** Whether it has taken; of a cluster, how many. */
export function takeAnswers({ flower: { id: subjectId, blooms }, guide }: AtFlower): Answer[] {
  const noted = (
    take: 'taken' | 'notYet' | 'failed',
    reason: string | null,
    counted: { fruits?: number; failed?: number } = {},
  ): Draft => ({
    kind: 'takeNoted',
    subjectId,
    payload: { take, reason, ...counted },
  })
  const taken =
    blooms > 1
      ? askBack('Taken', 'main', `How many of the ${blooms} took?`, someOf(blooms), n => [
          noted('taken', null, { fruits: Number(n) }),
        ])
      : say('Taken', 'main', noted('taken', null))
  const failed: Answer = {
    label: 'Failed',
    tone: 'warn',
    ask: { question: 'What did it look like?', reasons: guide.take.failReasons },
    drafts: reason => [noted('failed', reason)],
  }
  const some = ['none', ...someOf(blooms - 1)]
  const unsure =
    blooms > 1
      ? askBack('Cannot tell yet', 'plain', 'How many have failed so far?', some, n => [
          noted('notYet', null, Number(n) ? { failed: Number(n) } : {}),
        ])
      : say('Cannot tell yet', 'plain', noted('notYet', null))
  return [taken, unsure, failed]
}

/** The answer that is open at every step: the flower is lost. */
export const lostAnswer = (flower: Flower, guide: CropGuide): Answer => ({
  label: 'Lost',
  tone: 'warn',
  ask: { question: 'What happened to it?', reasons: guide.lostReasons },
  drafts: reason => [{ kind: 'flowerLost', subjectId: flower.id, payload: { reason } }],
})
