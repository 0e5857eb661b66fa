import type { CropGuide } from '../crops/guide'
import { usualSchool } from '../crops/guide'
import type { Draft } from '../log/entry'
import type { Flower } from './flower'
import type { GRAINS } from './kinds'
import { PARTS, partsOf, partsOffDraft } from './parts'
import type { School } from './schools'
import { SCHOOLS, schoolWords, schoolsAt } from './schools'

type Tone = 'main' | 'plain' | 'warn'

/** One answer that a person can give to the question of a step. */
export interface Answer {
  label: string
  tone: Tone
  /** what is noted; with the reason when one was asked */
  drafts: (reason: string) => Draft[]
  /** asks for a reason first */
  ask?: { question: string; reasons: string[]; /** nothing else can be typed */ isFixed?: boolean }
}

/** A flower at which a question is asked. */
export interface AtFlower {
  flower: Flower
  guide: CropGuide
  /** what is told of the pass of pollen */
  pass: PassDetails
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

/** What is told of a pass of pollen beside its father. */
export interface PassDetails {
  tool: School<'transfer'> | null
  isToolClean: boolean | null
  grains: (typeof GRAINS)[number] | null
  /** for a self: which flower it came from */ source: School<'source'> | null
  /** of a cluster: how many of its flowers; null: all */ reached: number | null
  /** the tube it comes from; null: fresh */ tubeId: string | null
}

/** A pass of pollen as it is usually done in a crop. */
export const usualPass = (guide: CropGuide): PassDetails => ({
  tool: usualSchool(guide, 'transfer'),
  isToolClean: null,
  grains: null,
  source: null,
  reached: null,
  tubeId: null,
})

/** The draft of a pass of pollen. */
export function passDraft(
  subjectId: string,
  pollenParentId: string,
  selfMeant: boolean,
  { tool, isToolClean, grains, source, reached, tubeId }: PassDetails,
): Draft {
  return {
    kind: 'pollinated',
    subjectId,
    payload: {
      pollenParentId,
      selfMeant,
      ...(tool ? { tool } : {}),
      ...(isToolClean === null ? {} : { isToolClean }),
      ...(grains ? { grains } : {}),
      ...(source ? { source } : {}),
      ...(reached ? { reached } : {}),
      ...(tubeId ? { tubeId, doses: reached ?? 1 } : {}),
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
    ...(isAtOnce ? [passDraft(subjectId, pollenParentId, pollenParentId === seedParentId, pass)] : []),
    ...(isAtOnce && way === 'none' ? [] : [cover]),
  ]
  const words = [
    ...(isThinned ? ['rivals off'] : []),
    'out',
    'clean',
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

/** Pollinating with the father that is planned, covered again or not; none while no father is. */
export function passAnswers({ flower, guide, pass }: AtFlower): Answer[] {
  const { id: subjectId, pollenParentId } = flower
  if (!pollenParentId) return []
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

/** True from the first pass on, where something shows that pollen has taken hold. */
const canShowSign = ({ pollinations, signOn }: Flower, { pollination }: CropGuide): boolean =>
  pollination.sign !== null && pollinations.length > 0 && signOn === null

/** Fruits of a cluster that are offered to press. */
const MOST_FRUITS = 12

/** Whether it has taken; of a cluster, how many. */
export function takeAnswers({ flower: { id: subjectId, blooms }, guide }: AtFlower): Answer[] {
  const noted = (take: 'taken' | 'notYet' | 'failed', reason: string | null, fruits?: number): Draft => ({
    kind: 'takeNoted',
    subjectId,
    payload: { take, reason, ...(fruits ? { fruits } : {}) },
  })
  const taken =
    blooms > 1
      ? askBack(
          'Taken',
          'main',
          `How many of the ${blooms} took?`,
          upTo(Math.min(MOST_FRUITS, blooms)),
          n => [noted('taken', null, Number(n))],
        )
      : say('Taken', 'main', noted('taken', null))
  const failed: Answer = {
    label: 'Failed',
    tone: 'warn',
    ask: { question: 'What did it look like?', reasons: guide.take.failReasons },
    drafts: reason => [noted('failed', reason)],
  }
  return [taken, say('Cannot tell yet', 'plain', noted('notYet', null)), failed]
}

/** The answer that is open at every step: the flower is lost. */
export const lostAnswer = (flower: Flower, guide: CropGuide): Answer => ({
  label: 'Lost',
  tone: 'warn',
  ask: { question: 'What happened to it?', reasons: guide.lostReasons },
  drafts: reason => [{ kind: 'flowerLost', subjectId: flower.id, payload: { reason } }],
})
