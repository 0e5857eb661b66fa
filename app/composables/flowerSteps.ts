import type { CautionId } from '@virgulta/core/crops/cautions'
import { CAUTIONS, cautionsAt } from '@virgulta/core/crops/cautions'
import type { CropGuide } from '@virgulta/core/crops/guide'
import { usualSchool } from '@virgulta/core/crops/guide'
import type { Quantity } from '@virgulta/core/crops/quantities'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { GRAINS } from '@virgulta/core/flowers/kinds'
import type { School } from '@virgulta/core/flowers/schools'
import { SCHOOLS, schoolWords, schoolsAt } from '@virgulta/core/flowers/schools'
import type { RoundStep } from '@virgulta/core/round/round'
import type { Draft } from '../stores/log'

/** What a screen asks at a step, in words. */
export const questions: Record<RoundStep, string> = {
  choose: 'Choose a flower',
  thin: 'Thin the cluster',
  petalsOff: 'Take the petals off',
  emasculate: 'Take the anthers out',
  wash: 'Wash and blow dry',
  lensCheck: 'Any anther left?',
  isolate: 'Cover the flower',
  cutSilks: 'Cut the silks back',
  look: 'Is the stigma ready?',
  pollinate: 'Pollinate',
  coverAgain: 'Close it again',
  takeLook: 'Has it taken?',
  uncover: 'Take the cover off',
  net: 'Net the fruit',
  harvest: 'Is the fruit ripe?',
  thinFruit: 'Too many fruits on the plant',
  sow: 'Sow this seed',
  countUp: 'How many more are up?',
  bloomLook: 'Is the first flower open?',
  bloomEnd: 'Is it still in bloom?',
  sowBatch: 'Sow the batch',
  holdBack: 'Move it to the cool',
  bringBack: 'Bring it back from the cool',
  collectPollen: 'Collect and keep its pollen',
  tubePollen: 'Is the pollen dry?',
  testPollen: 'Test the pollen',
}

/** What a screen asks at a step of a crop: where the usual school leaves a step out, it asks whether it is left. */
export function questionAt(step: RoundStep, guide: CropGuide): string {
  if (step === 'emasculate' && usualSchool(guide, 'emasculation') === 'none') return 'Leave the anthers in?'
  if (step === 'isolate' && usualSchool(guide, 'cover') === 'none') return 'Leave it open, or cover it?'
  return questions[step]
}

export { stepWords } from '@virgulta/core/round/words'

/** The wait that says when a step is due. */
export const waitBefore: Partial<Record<RoundStep, Quantity>> = {
  look: 'toReceptive',
  takeLook: 'toTake',
  net: 'toRipe',
  harvest: 'toRipe',
  countUp: 'toUp',
}

/** Where a flower stands, in a word. */
export const statusWords: Record<Flower['status'], string> = {
  chosen: 'chosen',
  open: 'anthers out',
  waiting: 'waits',
  ready: 'ready',
  pollinated: 'pollinated',
  taken: 'taken',
  harvested: 'harvested',
  failed: 'failed',
  missed: 'too late',
  lost: 'lost',
}

/** One answer a person can give at a flower. */
export interface Answer {
  label: string
  tone: 'main' | 'plain' | 'warn'
  /** what is noted; with the reason when one was asked */
  drafts: (reason: string) => Draft[]
  /** asks for a reason first */
  ask?: { question: string; reasons: string[]; /** nothing else can be typed */ isFixed?: boolean }
}

/** What to look for at a step: the cue that says yes, and those that say not. */
export function cueOf(step: RoundStep, guide: CropGuide): { yes: string; no: string[] } {
  const { emasculation } = guide
  switch (step) {
    case 'choose':
      return { yes: guide.stage.cue, no: [guide.stage.tooYoung, guide.stage.tooOld] }
    case 'thin':
      return { yes: guide.thin ?? 'Leave what you will work; take the rest off.', no: [] }
    case 'petalsOff':
      return { yes: 'Pull the petals off one by one, away from the style; the base stays.', no: [] }
    case 'emasculate':
      return emasculation.needed
        ? { yes: wayOf(guide) ?? 'It is usually left with its anthers here.', no: [guide.stage.tooOld] }
        : { yes: emasculation.why, no: [] }
    case 'wash':
      return { yes: (emasculation.needed && emasculation.ways.wash) || 'Fine spray, then blow dry.', no: [] }
    case 'lensCheck':
      return { yes: emasculation.needed ? emasculation.lens : 'Nothing was taken out here.', no: [] }
    case 'isolate':
      return { yes: guide.isolation.how, no: [] }
    case 'cutSilks':
      return {
        yes: 'Cut the tip of the shoot straight across, two fingers above the ear, and close the bag again.',
        no: [],
      }
    case 'look':
      return { yes: guide.receptive.cue, no: [guide.receptive.notYet, guide.receptive.tooLate] }
    case 'pollinate':
      return { yes: guide.pollination.method, no: [] }
    case 'coverAgain':
      return { yes: guide.isolation.how, no: [] }
    case 'takeLook':
      return { yes: guide.take.yes, no: [guide.take.no] }
    case 'uncover':
      return { yes: 'Open the tie and lift the cover off; leave the tag.', no: [] }
    case 'net':
      return {
        yes: 'Slip a small net over the fruit and tie it behind, so that no seed is lost when it splits.',
        no: [],
      }
    case 'harvest':
      return { yes: guide.ripening.cue, no: [] }
    case 'thinFruit':
      return { yes: 'Take the youngest fruits off, and open flowers you do not need.', no: [] }
    case 'sow':
      return { yes: guide.seedHandling.how, no: [] }
    case 'countUp':
    case 'sowBatch':
      return { yes: guide.sowing.how, no: [] }
    case 'bloomLook':
      return {
        yes: 'One flower open far enough to work or to give pollen counts as the first.',
        no: ['a bud that only shows colour'],
      }
    case 'bloomEnd':
      return {
        yes: 'The last flower counts when it fades and no bud follows that could still be worked.',
        no: [],
      }
    case 'holdBack':
      return {
        yes: guide.bloom.hold?.how ?? 'Keep it cool and light.',
        no: guide.bloom.hold ? [guide.bloom.hold.against] : [],
      }
    case 'bringBack':
      return { yes: 'Back to its place; its first flowers come some days later.', no: [] }
    case 'tubePollen':
      return {
        yes: 'Dry pollen is loose and fluffy and falls when the dish is tapped; then into its tube with a drying agent.',
        no: ['it clumps, or the anthers are still shut'],
      }
    case 'testPollen':
      return {
        yes: 'A trace on the medium or in the stain; when it has worked, count those that grew or coloured, field by field.',
        no: [],
      }
    case 'collectPollen':
      return {
        yes: guide.bloom.keeps?.how ?? 'Dry it in the shade, then keep it cool and dry.',
        no: guide.bloom.keeps ? [guide.bloom.keeps.against] : [],
      }
  }
}

/** How the anthers are usually taken out; null where they usually stay. */
function wayOf(guide: CropGuide): string | null {
  const usual = usualSchool(guide, 'emasculation')
  return guide.emasculation.needed && usual ? (guide.emasculation.ways[usual] ?? null) : null
}

/** The cautions of a step that the garden has not hidden. */
export const cautionsOf = (
  step: RoundStep,
  guide: CropGuide,
  hidden: string[],
): { id: CautionId; words: string }[] =>
  cautionsAt(step, guide.cautions, hidden).map(id => ({ id, words: CAUTIONS[id].words }))

/** What is told of a pass of pollen beside its father. */
export interface PassDetails {
  tool: School<'transfer'> | null
  isToolClean: boolean | null
  grains: (typeof GRAINS)[number] | null
  /** for a self: which flower it came from */ source: School<'source'> | null
  /** of a cluster: how many of its flowers; null: all */ reached: number | null
  /** the tube it comes from; null: fresh */ tubeId: string | null
}

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

const coverAnswers: Record<School<'cover'>, string> = {
  mesh: 'Mesh bag on',
  paper: 'Paper bag on',
  tie: 'Tied shut',
  clip: 'Clipped shut',
  none: 'Left open',
}

/** Numbers to press. */
const counts = (most: number) => Array.from({ length: most }, (_, i) => String(i + 1))

/**
 * The answers a person can give at a step of a flower; empty for steps that need more than an answer.
 *
 * @param pass what is told of the pass of pollen; absent: the crop's usual way
 */
export function answersAt(
  step: RoundStep,
  flower: Flower,
  guide: CropGuide,
  pass: PassDetails = usualPass(guide),
): Answer[] {
  const subjectId = flower.id
  const say = (label: string, tone: Answer['tone'], ...drafts: Draft[]): Answer => ({
    label,
    tone,
    drafts: () => drafts,
  })
  const ask = (
    label: string,
    tone: Answer['tone'],
    question: string,
    reasons: string[],
    drafts: (reason: string) => Draft[],
    isFixed = true,
  ): Answer => ({ label, tone, ask: { question, reasons, isFixed }, drafts })
  switch (step) {
    case 'thin':
      return [
        ask('Thinned', 'main', 'How many are kept?', counts(Math.min(8, flower.blooms)), kept => [
          { kind: 'flowerThinned', subjectId, payload: { kept: Number(kept) } },
        ]),
      ]
    case 'petalsOff':
      return [say('Petals off', 'main', { kind: 'petalsOff', subjectId, payload: {} })]
    case 'emasculate':
      return emasculationAnswers(flower, guide, say, ask)
    case 'wash':
      return [say('Washed and dry', 'main', { kind: 'washed', subjectId, payload: {} })]
    case 'lensCheck':
      return [
        say('Clean', 'main', { kind: 'lensChecked', subjectId, payload: { found: 'clean' } }),
        ask('Some left', 'warn', 'How many were left?', [...counts(3), 'more'], left => [
          {
            kind: 'lensChecked',
            subjectId,
            payload: { found: 'anthersLeft', ...(left === 'more' ? {} : { left: Number(left) }) },
          },
        ]),
      ]
    case 'isolate':
    case 'coverAgain': {
      const usual = usualSchool(guide, 'cover')
      const ways = [...guide.isolation.ways].sort((a, b) => Number(b === usual) - Number(a === usual))
      return ways.map((way, i) =>
        say(coverAnswers[way], i === 0 ? 'main' : 'plain', { kind: 'isolated', subjectId, payload: { way } }),
      )
    }
    case 'cutSilks':
      return [say('Silks cut, closed again', 'main', { kind: 'silksCut', subjectId, payload: {} })]
    case 'look':
      return [
        say('Ready', 'main', { kind: 'looked', subjectId, payload: { look: 'ready' } }),
        say('Not yet', 'plain', { kind: 'looked', subjectId, payload: { look: 'notYet' } }),
        say('Too late', 'warn', { kind: 'looked', subjectId, payload: { look: 'tooLate' } }),
      ]
    case 'pollinate': {
      if (!flower.pollenParentId) return []
      const draft = passDraft(
        subjectId,
        flower.pollenParentId,
        flower.pollenParentId === flower.seedParentId,
        pass,
      )
      const way = usualSchool(guide, 'cover')
      return way && way !== 'none'
        ? [
            say(`Pollinated, ${way === 'tie' || way === 'clip' ? 'shut' : 'covered'} again`, 'main', draft, {
              kind: 'isolated',
              subjectId,
              payload: { way },
            }),
            say('Pollinated, left open', 'plain', draft),
          ]
        : [say('Pollinated', 'main', draft)]
    }
    case 'takeLook':
      return [
        flower.blooms > 1
          ? ask(
              'Taken',
              'main',
              `How many of the ${flower.blooms} took?`,
              counts(Math.min(12, flower.blooms)),
              n => [
                { kind: 'takeNoted', subjectId, payload: { take: 'taken', reason: null, fruits: Number(n) } },
              ],
            )
          : say('Taken', 'main', { kind: 'takeNoted', subjectId, payload: { take: 'taken', reason: null } }),
        say('Cannot tell yet', 'plain', {
          kind: 'takeNoted',
          subjectId,
          payload: { take: 'notYet', reason: null },
        }),
        ask(
          'Failed',
          'warn',
          'What did it look like?',
          guide.take.failReasons,
          reason => [{ kind: 'takeNoted', subjectId, payload: { take: 'failed', reason } }],
          false,
        ),
      ]
    case 'uncover':
      return [say('Cover is off', 'main', { kind: 'uncovered', subjectId, payload: {} })]
    case 'net':
      return [say('Netted', 'main', { kind: 'fruitNetted', subjectId, payload: {} })]
    default:
      return []
  }
}

type Say = (label: string, tone: Answer['tone'], ...drafts: Draft[]) => Answer
type Ask = (
  label: string,
  tone: Answer['tone'],
  question: string,
  reasons: string[],
  drafts: (reason: string) => Draft[],
) => Answer

/** Taking the anthers out: by the usual school, with its count where there is one to press, or by another. */
function emasculationAnswers({ id: subjectId }: Flower, guide: CropGuide, say: Say, ask: Ask): Answer[] {
  const { emasculation } = guide
  if (!emasculation.needed) return []
  const school = usualSchool(guide, 'emasculation') ?? 'pluck'
  const draft = (of: School<'emasculation'>, count?: number): Draft => ({
    kind: 'emasculated',
    subjectId,
    payload: { school: of, ...(count ? { count } : {}) },
  })
  const ways = [...new Set([...Object.keys(emasculation.ways), 'none'])].filter(
    way => way !== school,
  ) as School<'emasculation'>[]
  const another = ask(
    'Another way',
    'plain',
    'How was it done?',
    ways.map(way => schoolWords('emasculation', way)),
    words => [draft(schoolsAt('emasculation').find(way => SCHOOLS.emasculation[way] === words)!)],
  )
  if (school === 'none') return [say('Anthers left in', 'main', draft('none')), another]
  if (emasculation.counts === 'florets') {
    return [
      ask(
        'Florets done',
        'main',
        'How many florets?',
        ['8', '10', '12', '15', '20', '24', '30', 'not counted'],
        n => [draft(school, Number(n) || undefined)],
      ),
      another,
    ]
  }
  return emasculation.usual
    ? [
        say(`All ${emasculation.usual} out`, 'main', draft(school, emasculation.usual)),
        say('Out, not counted', 'plain', draft(school)),
        another,
      ]
    : [say('Anthers out', 'main', draft(school)), another]
}

/** The answer that is open at every step: the flower is lost. */
export function lostAnswer(flower: Flower, guide: CropGuide): Answer {
  return {
    label: 'Lost',
    tone: 'warn',
    ask: { question: 'What happened to it?', reasons: guide.lostReasons },
    drafts: reason => [{ kind: 'flowerLost', subjectId: flower.id, payload: { reason } }],
  }
}
