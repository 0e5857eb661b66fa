import type { BloomSign } from '../bloom/note'
import type { CropGuide } from '../crops/guide'
import { flowerForms } from '../crops/forms/forms'
import { usualSchool } from '../crops/guide'
import type { Answer, PassDetails } from '../flowers/answers'
import { lostAnswer, say, usualPass } from '../flowers/answers'
import type { Flower } from '../flowers/flower'
import type { FlowerStep } from '../flowers/steps'
import { FLOWER_STEPS } from '../flowers/steps'
import type { Cue, Work } from '../flowers/work'
import { FLOWER_WORK, coverTools } from '../flowers/work'
import type { Draft } from '../log/entry'
import { canBeDried } from '../pollen/worth'
import type { Subject } from '../log/kind'
import type { Stay } from '../seed/course'
import { containerWords, nextStay, stayInWords } from '../seed/course'
import type { GrowingDeed } from '../seed/growing'
import type { CutOrWait } from '../seed/ripeness'
import type { Sowing } from '../seed/sowing'
import type { ISODate } from '../time/days'

/** A subject of work that is not done at a flower. */
export interface AtSubject {
  subject: Subject
  /** the plant that it is done at */
  plantId: string | null
  placeId: string | null
  /** for a plant that carries too many: fruits that may come off */
  fruits: { id: string; code: string }[] | null
  /** the seed that the work is at, where it is at such; absent, or null: at something else */
  sowing?: Sowing | null
  /** what was counted at it just now, where something is counted */
  count?: number
  /** the step of a way over generations, where it is one */
  way?: { step: number; name: string }
}

/** Work that is not done at a flower. */
interface OtherWork extends Work {
  /** what is counted there before it is answered; absent: nothing */
  counts?: string
  /** empty where it needs more than an answer */
  answers: (at: AtSubject, today: ISODate, guide: CropGuide) => Answer[]
}

const lostSeed = ({ subject }: AtSubject, label: string, reasons: string[]): Answer => ({
  label,
  tone: 'warn',
  ask: { question: 'What happened?', reasons },
  drafts: reason => [{ kind: 'sowingEnded', subjectId: subject.id, payload: { reason } }],
})

const up = ({ subject }: AtSubject, count: number, sprouted = false): Draft => ({
  kind: 'seedlingsUp',
  subjectId: subject.id,
  payload: sprouted ? { count, sprouted } : { count },
})

const moveTo = ({ subject }: AtSubject, to: Omit<Stay, 'on'>): Draft => {
  const { container, air, weeks, placeId } = to
  return { kind: 'seedsMoved', subjectId: subject.id, payload: { container, air, weeks, placeId } }
}

/** It stays where it is for some weeks more, from now on. */
const longer = (at: AtSubject, weeks: number): Answer =>
  say(`${weeks} weeks more`, 'plain', moveTo(at, { ...at.sowing!.stays.at(-1)!, weeks }))

const grewOn = ({ subject }: AtSubject, did: GrowingDeed): Draft => ({
  kind: 'trayGrown',
  subjectId: subject.id,
  payload: { did },
})
const familyGrew = ({ subject }: AtSubject, did: GrowingDeed): Draft => ({
  kind: 'familyGrown',
  subjectId: subject.id,
  payload: { did },
})

const BLOOM_KINDS = { plant: 'bloomSeen', sowing: 'trayBloomSeen', batch: 'batchBloomSeen' } as const
/** What a bloom can be noted of. */
export type Blooms = keyof typeof BLOOM_KINDS

/** Notes what is seen of a bloom. */
export const bloomDraft = (type: Blooms, subjectId: string, sign: BloomSign, on: ISODate): Draft => ({
  kind: BLOOM_KINDS[type],
  subjectId,
  payload: { sign, on },
})

const see = ({ subject }: AtSubject, today: ISODate, label: string, tone: Answer['tone'], sign: BloomSign) =>
  say(label, tone, bloomDraft(subject.type as Blooms, subject.id, sign, today))

const dropped = (kind: 'taskDropped' | 'batchEnded', { subject }: AtSubject): Answer => ({
  label: 'Not doing it',
  tone: 'warn',
  ask: { question: 'Why not?', reasons: ['no room', 'no time', 'not needed any more', 'plant too weak'] },
  drafts: reason => [{ kind, subjectId: subject.id, payload: { reason } }],
})
const done = ({ subject }: AtSubject): Draft => ({ kind: 'taskDone', subjectId: subject.id, payload: {} })

const otherWork = {
  thinFruit: {
    words: 'thin fruits',
    question: 'Too many fruits on the plant',
    cue: () => ({ yes: 'Take the youngest fruits off, and open flowers you do not need.', no: [] }),
    tools: () => ['scissors'],
    answers: ({ fruits }) =>
      (fruits ?? []).map(({ id, code }, i) =>
        say(`${code} off`, i === 0 ? 'main' : 'plain', {
          kind: 'flowerLost',
          subjectId: id,
          payload: { reason: 'thinned for the fruit load' },
        }),
      ),
  },
  sow: {
    words: 'sow',
    question: 'Sow this seed',
    cue: guide => ({ yes: guide.seedHandling.how, no: [] }),
    tools: () => ['trays', 'labels'],
    answers: () => [],
  },
  putAway: {
    words: 'put seed away',
    question: 'Is the seed dry?',
    cue: () => ({
      yes: 'Dry seed snaps or is hard under the nail: into its packet with a drying agent, cool and dark.',
      no: ['it bends, or feels cool and clammy'],
    }),
    tools: () => ['packets', 'labels', 'drying agent'],
    answers: ({ subject }) => [
      say('Dry, put away', 'main', { kind: 'putAway', subjectId: subject.id, payload: { storeId: null } }),
    ],
  },
  countUp: {
    words: 'count seedlings',
    question: 'How many more are up?',
    wait: 'toUp',
    counts: 'New seedlings since the last count',
    cue: guide => ({ yes: guide.sowing.how, no: [] }),
    answers: at =>
      at.count === undefined
        ? []
        : [say(at.count ? `Note ${at.count} up` : 'None new', 'main', up(at, at.count))],
  },
  watchTray: {
    words: 'look after seedlings',
    question: 'Do the seedlings stand?',
    counts: 'Fell over since the last look',
    cue: () => ({
      yes: 'Firm stems. Let the surface dry between waterings, water from below, and give air and light.',
      no: ['a stem pinched and brown at the soil: take it out with the mix around it'],
      hint: 'Where you treat against damping-off, follow the product label and your local rules.',
    }),
    answers: at => [
      at.count
        ? say(`${at.count} damped off`, 'main', {
            kind: 'seedlingsLost',
            subjectId: at.subject.id,
            payload: { count: at.count, reason: 'damped off' },
          })
        : say('All stand', 'main', { kind: 'trayWatched', subjectId: at.subject.id, payload: {} }),
      say('Left to dry', 'plain', {
        kind: 'trayWatched',
        subjectId: at.subject.id,
        payload: { leftToDry: true },
      }),
    ],
  },
  prickOut: {
    words: 'prick out',
    question: 'Big enough to prick out?',
    counts: 'Taken out as too many',
    cue: ({ growingOn: { stages } }) => ({
      yes: `Past “${stages[0] ?? 'seed leaves'}”, and held by a leaf, never by the stem. Lift with the root, water in, shade for two days.`,
      no: ['the mix is sodden or cold', 'the next leaf is not out yet'],
    }),
    tools: () => ['trays or pots', 'labels', 'a stick to lift with'],
    answers: (at, _, { growingOn: { stages } }) => [
      at.count
        ? say(`${at.count} thinned out`, 'main', {
            kind: 'seedlingsThinned',
            subjectId: at.subject.id,
            payload: { count: at.count },
          })
        : say('Pricked out', 'main', grewOn(at, 'prickedOut')),
      {
        label: 'Not yet',
        tone: 'plain',
        ask: { question: 'What do they show?', reasons: stages },
        drafts: stage => [{ kind: 'trayGrown', subjectId: at.subject.id, payload: { did: 'seen', stage } }],
      },
      say('They stay in this tray', 'plain', grewOn(at, 'leftThere')),
    ],
  },
  lift: {
    words: 'lift seedlings',
    question: 'Have the leaves died back?',
    cue: () => ({
      yes: 'Yellow leaves that come off at a tug: lift, and replant at once, deeper and further apart.',
      no: ['leaves still green: they feed next year’s growth'],
    }),
    tools: () => ['fork', 'labels'],
    answers: at => [
      say('Lifted and replanted', 'main', familyGrew(at, 'lifted')),
      say('Still green', 'plain', familyGrew(at, 'green')),
    ],
  },
  firstFlowers: {
    words: 'look for a family’s first flower',
    question: 'Is the first flower of the family open?',
    wait: 'toFlower',
    cue: ({ growingOn: { firstFlowersOff } }) => ({
      yes: 'One flower open on any of its plants counts as the first.',
      no: ['a bud that only shows colour'],
      ...(firstFlowersOff
        ? {
            hint: 'This crop usually builds strength first: many take the first flowers off and judge a year later.',
          }
        : {}),
    }),
    answers: (at, _, { growingOn: { firstFlowersOff } }) => [
      say('No flower yet', 'main', familyGrew(at, 'noFlower')),
      say('The first is open', 'plain', familyGrew(at, 'firstFlower')),
      ...(firstFlowersOff ? [say('Taken off', 'plain', familyGrew(at, 'budsOff'))] : []),
    ],
  },
  judge: {
    words: 'judge seedlings',
    question: 'Judge what can be seen now',
    cue: ({ judging: { traits } }) => ({
      yes: `${traits[0]!.name}: ${traits[0]!.hint}`,
      no: ['the first flower of a young plant alone: look again in its next bloom'],
    }),
    tools: () => ['labels for keepers'],
    answers: () => [],
  },
  lookInto: {
    words: 'look into bags and flasks',
    question: 'Look into it',
    questionOf: (_, sowing) => `Look into the ${containerWords[sowing?.container ?? 'bag']}`,
    counts: 'Sprouted since the last look',
    cue: ({ seedHandling: { kind } }) =>
      kind === 'flask'
        ? {
            yes: 'Green points on the medium: it lives. Keep it shut, in good light without sun.',
            no: ['fur or slime: contaminated; set it apart, and do not open it beside the others'],
          }
        : {
            yes: 'A white root tip out of its coat: pick it out with a moist brush and sow it, root down.',
            no: ['a coat that has only split', 'mould alone: rinse the seed and change what it lies in'],
          },
    tools: () => ['lens', 'moist brush', 'labels'],
    answers: at => {
      if (at.sowing?.container !== 'flask')
        return [
          say(at.count ? `${at.count} sprouted, sown` : 'None sprouted', 'main', up(at, at.count ?? 0, true)),
          lostSeed(at, 'All of it is spoilt', ['mouldy', 'rotten', 'dried out']),
        ]
      const seen = (look: 'clean' | 'green'): Draft => ({
        kind: 'flaskSeen',
        subjectId: at.subject.id,
        payload: { look },
      })
      return [
        say('Clean, nothing new', 'main', seen('clean')),
        say('The first are green', 'plain', seen('green')),
        {
          label: 'Onto fresh medium',
          tone: 'plain',
          ask: {
            question: 'Onto which medium?',
            reasons: ['the same', 'weaker', 'with charcoal', 'for growing on'],
          },
          drafts: medium => [{ kind: 'replated', subjectId: at.subject.id, payload: { medium } }],
        },
        lostSeed(at, 'Contaminated', ['contaminated']),
      ]
    },
  },
  moveOn: {
    words: 'move seed on',
    question: 'Its weeks are over',
    cue: guide => ({ yes: guide.seedHandling.how, no: [] }),
    tools: () => ['trays', 'labels'],
    answers: (at, _, guide) => {
      if (!at.sowing) return []
      const next = nextStay(at.sowing.stays.at(-1)!, guide)
      return [say(`Now ${stayInWords(next)}`, 'main', moveTo(at, next)), longer(at, 2)]
    },
  },
  deflask: {
    words: 'take out of the flask',
    question: 'Big enough for the air?',
    counts: 'Plantlets taken out',
    cue: () => ({
      yes: 'Two leaves and a root as long: wash the medium off, pot them close and keep them damp at first.',
      no: ['no root yet', 'the medium is still fresh and they grow'],
    }),
    tools: () => ['tweezers', 'pots', 'labels'],
    answers: (at, _, guide) => {
      if (!at.sowing) return []
      const more = (at.count ?? 0) - at.sowing.up
      const potted = moveTo(at, nextStay(at.sowing.stays.at(-1)!, guide))
      return [
        ...(at.count
          ? [say(`${at.count} taken out and potted`, 'main', ...(more > 0 ? [up(at, more)] : []), potted)]
          : []),
        longer(at, 4),
        lostSeed(at, 'Contaminated', ['contaminated']),
      ]
    },
  },
  fetchBack: {
    words: 'fetch from the laboratory',
    question: 'Is it back from the laboratory?',
    cue: () => ({ yes: 'Flasks shut and clean; their labels bear your code.', no: [] }),
    answers: (at, _, guide) =>
      at.sowing
        ? [
            say('Back, in flasks', 'main', moveTo(at, nextStay(at.sowing.stays.at(-1)!, guide))),
            longer(at, 4),
            lostSeed(at, 'Lost there', ['did not germinate', 'contaminated', 'lost on the way']),
          ]
        : [],
  },
  bloomLook: {
    words: 'look for first flowers',
    question: 'Is the first flower open?',
    cue: () => ({
      yes: 'One flower open far enough to work or to give pollen counts as the first.',
      no: ['a bud that only shows colour'],
    }),
    answers: (at, today) => [
      see(at, today, 'First open', 'main', 'first'),
      see(at, today, 'Not yet', 'plain', 'notYet'),
      see(at, today, 'In full bloom', 'plain', 'full'),
    ],
  },
  bloomEnd: {
    words: 'look for last flowers',
    question: 'Is it still in bloom?',
    cue: () => ({
      yes: 'The last flower counts when it fades and no bud follows that could still be worked.',
      no: [],
    }),
    answers: (at, today) => [
      see(at, today, 'Still in bloom', 'main', 'still'),
      see(at, today, 'In full bloom', 'plain', 'full'),
      see(at, today, 'Last flower', 'warn', 'last'),
    ],
  },
  sowBatch: {
    words: 'sow a batch',
    question: 'Sow the batch',
    cue: guide => ({ yes: guide.sowing.how, no: [] }),
    tools: () => ['trays', 'labels'],
    answers: at => {
      const begun = (how: 'sown' | 'potted'): Draft => ({
        kind: 'batchSown',
        subjectId: at.subject.id,
        payload: { how, placeId: at.placeId },
      })
      return [
        say('Sown', 'main', begun('sown')),
        say('Potted', 'plain', begun('potted')),
        dropped('batchEnded', at),
      ]
    },
  },
  holdBack: {
    words: 'hold back',
    question: 'Move it to the cool',
    cue: ({ bloom: { hold } }) => ({
      yes: hold?.how ?? 'Keep it cool and light.',
      no: hold ? [hold.against] : [],
    }),
    answers: at => [
      say('It is in the cool', 'main', { kind: 'heldBack', subjectId: at.plantId!, payload: {} }, done(at)),
      dropped('taskDropped', at),
    ],
  },
  bringBack: {
    words: 'bring back',
    question: 'Bring it back from the cool',
    cue: () => ({ yes: 'Back to its place; its first flowers come some days later.', no: [] }),
    answers: at => [
      say('It is back', 'main', { kind: 'broughtBack', subjectId: at.plantId!, payload: {} }, done(at)),
      dropped('taskDropped', at),
    ],
  },
  remind: {
    words: 'reminders',
    question: 'You wanted to be reminded',
    cue: () => ({ yes: 'Done, it comes again when it was to.', no: [] }),
    answers: at => [say('Done', 'main', done(at)), dropped('taskDropped', at)],
  },
  goOn: {
    words: 'go on with a way',
    question: 'Go on with its next generation',
    cue: () => ({
      yes: 'Done when all that were to leave offspring are worked, or the best are marked.',
      no: [],
    }),
    answers: ({ subject: { id: subjectId }, way }) => [
      ...(way ? [say('Done', 'main' as const, { kind: 'wayStepDone', subjectId, payload: way })] : []),
      {
        label: 'Leave this way',
        tone: 'warn',
        ask: {
          question: 'Why?',
          reasons: ['reached already', 'no room', 'no time', 'another way is better'],
        },
        drafts: reason => [{ kind: 'wayEnded', subjectId, payload: { reason } }],
      },
    ],
  },
  coverDonor: {
    words: 'cover what gives pollen',
    question: 'Cover what will give pollen',
    questionOf: ({ donor }) => `Cover a ${donor.what} that will give pollen`,
    cue: ({ donor }) => ({ yes: donor.how, no: [], ...(donor.order ? { hint: donor.order } : {}) }),
    tools: guide => ['tags', ...coverTools(guide)],
    answers: () => [],
  },
  donorLook: {
    words: 'look whether it sheds',
    question: 'Does it shed?',
    cue: ({ donor }) => ({
      yes: 'Anthers have split, and dust comes off at a touch.',
      no: ['anthers shut and smooth', 'anthers empty and brown'],
      ...(donor.order ? { hint: donor.order } : {}),
    }),
    tools: () => ['lens', 'dishes or bags'],
    answers: ({ subject: { id: subjectId } }, _, { donor, pollination }) => {
      const taken = (fresh?: number, stays = false): Draft => ({
        kind: 'donorTaken',
        subjectId,
        payload: { stage: 'shedding', ...(fresh ? { fresh } : {}), ...(stays ? { stays } : {}) },
      })
      return [
        ...(donor.stays
          ? [say('It sheds: used, and covered again', 'main', taken(donor.touches, true))]
          : []),
        say('It sheds: taken, used fresh', donor.stays ? 'plain' : 'main', taken(donor.touches)),
        ...(canBeDried(pollination.pollen) ? [say('Taken, to be dried', 'plain', taken())] : []),
        say('Not yet', 'plain', { kind: 'donorLooked', subjectId, payload: {} }),
        say('Spent', 'warn', {
          kind: 'tubeEnded',
          subjectId,
          payload: { reason: 'spent before it was taken' },
        }),
      ]
    },
  },
  collectPollen: {
    words: 'collect pollen',
    question: 'Collect and keep its pollen',
    cue: ({ bloom: { keeps } }) => ({
      yes: keeps?.how ?? 'Dry it in the shade, then keep it cool and dry.',
      no: keeps ? [keeps.against] : [],
    }),
    tools: () => ['dishes or bags', 'labels'],
    answers: at => (at.subject.type === 'task' ? [dropped('taskDropped', at)] : []),
  },
  tubePollen: {
    words: 'fill into tubes',
    question: 'Is the pollen dry?',
    questionOf: ({ pollination }) =>
      canBeDried(pollination.pollen) ? 'Is the pollen dry?' : 'Knock it out and use it',
    cue: ({ pollination }) =>
      canBeDried(pollination.pollen)
        ? {
            yes: 'Dry pollen is loose and fluffy and falls when the dish is tapped; then into its tube with a drying agent.',
            no: ['it clumps, or the anthers are still shut'],
          }
        : {
            yes: 'It does not keep: knock it out while it is loose, keep it cool, and use it today or tomorrow morning.',
            no: ['it is damp and clumps'],
          },
    tools: () => ['pollen tubes', 'drying agent', 'labels'],
    answers: () => [],
  },
  testPollen: {
    words: 'test pollen',
    question: 'Test the pollen',
    cue: () => ({
      yes: 'A trace on the medium or in the stain; when it has worked, count those that grew or coloured, field by field.',
      no: [],
    }),
    tools: () => ['lens', 'slides and medium'],
    answers: () => [],
  },
} satisfies Record<string, OtherWork>

type OtherStep = keyof typeof otherWork
const OTHER_WORK: Record<OtherStep, OtherWork> = otherWork

/** What can be due in a garden: at a flower, and beside it. */
export type RoundStep = FlowerStep | OtherStep

/** Every step of the round. */
export const WORK: Record<RoundStep, Work & { counts?: string }> = { ...FLOWER_WORK, ...OTHER_WORK }

/** True for what is done at a flower. */
export const isFlowerStep = (step: RoundStep): step is FlowerStep =>
  (FLOWER_STEPS as readonly string[]).includes(step)

/** What a screen asks at a step of a crop: in the words of its form, and whether it is left where the usual school leaves it out. */
export function questionAt(step: RoundStep, guide: CropGuide, sowing?: Sowing | null): string {
  const leftOut = isFlowerStep(step) ? FLOWER_WORK[step].leftOutQuestion : undefined
  if (leftOut && usualSchool(guide, leftOut.school) === 'none') return leftOut.words
  const own = isFlowerStep(step) ? flowerForms[guide.form].questions?.[step] : undefined
  return own ?? WORK[step].questionOf?.(guide, sowing) ?? WORK[step].question
}

/** What to look for at a step of a crop. */
export const cueOf = (step: RoundStep, guide: CropGuide): Cue => WORK[step].cue(guide)

/** What is advised of a fruit on its plant. */
type Advised = CutOrWait['advice']

/**
 * The answers that a person can give at a flower: those of the step, none where it needs more than an answer; and that it is lost,
 * which is open at every step.
 *
 * @param pass what is told of the pass of pollen; absent: the crop's usual way
 * @param advised of its fruit; absent: nothing
 */
export const answersAt = (
  step: FlowerStep,
  flower: Flower,
  guide: CropGuide,
  pass: PassDetails = usualPass(guide, flower),
  advised?: Advised,
): Answer[] => [...FLOWER_WORK[step].answers({ flower, guide, pass, advised }), lostAnswer(flower, guide)]

/**
 * The answers that a person can give at a stop of the round.
 *
 * @param stop its `flower` where the work is done at one
 * @param pass what is told of the pass of pollen; absent: the crop's usual way
 */
export function answersTo(
  stop: AtSubject & { step: RoundStep; flower: Flower | null; ripening?: { advice: Advised } | null },
  guide: CropGuide,
  today: ISODate,
  pass?: PassDetails,
): Answer[] {
  const { step, flower } = stop
  if (!isFlowerStep(step)) return OTHER_WORK[step].answers(stop, today, guide)
  return flower ? answersAt(step, flower, guide, pass, stop.ripening?.advice) : []
}
