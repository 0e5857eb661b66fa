import type { CropGuide } from '../crops/guide'
import { flowerForms } from '../crops/forms/forms'
import { usualSchool } from '../crops/guide'
import type { Quantity } from '../crops/quantities'
import type { Answer, AtFlower } from './answers'
import {
  asUsual,
  askBack,
  coverAnswers,
  emasculationAnswers,
  lookAnswers,
  passAnswers,
  say,
  takeAnswers,
  upTo,
} from './answers'
import type { Flower } from './flower'
import type { Draft } from '../log/entry'
import { PARTS, partsOf, partsOffDraft } from './parts'
import type { CueSide, FlowerPicture } from './picture'
import { bud, coverOf, fruiting, prepared } from './picture'
import type { School, SchoolStep } from './schools'
import type { Sign } from './sign'
import type { FlowerStep } from './steps'
import type { Sowing } from '../seed/sowing'

/** What to look for at a step: the cue that says yes, those that say not, and the sign that shows once it was done. */
export interface Cue {
  yes: string
  no: string[]
  sign?: string
  /** what helps beside it */
  hint?: string
}

/** What is said of a step of the work, wherever it is done. */
export interface Work {
  /** for lists and counts */
  words: string
  /** what a screen asks */
  question: string
  /** the question, where the crop has a part in it */
  questionOf?: (guide: CropGuide, sowing?: Sowing | null) => string
  cue: (guide: CropGuide) => Cue
  /** what is taken along */
  tools?: (guide: CropGuide) => string[]
  /** the wait that says when it is due */
  wait?: Quantity
}

/** A step at the flower: all that is known of it, in one place. */
export interface FlowerWork extends Work {
  /** asked in place of the question where the usual school leaves the step out */
  leftOutQuestion?: { school: SchoolStep; words: string }
  picture: (guide: CropGuide, side: CueSide) => FlowerPicture
  /** empty where it needs more than an answer */
  answers: (at: AtFlower) => Answer[]
  /** true where a crop does without it */
  isLeftOut?: (guide: CropGuide) => boolean
  /** for what prepares the flower: whether it was done, or need not be */
  isDone?: (flower: Flower, guide: CropGuide) => boolean
  /** what is said of seed whose flower went without it, and whether this one did not */
  without?: { words: string; isDone: (flower: Flower) => boolean }
  /** it keeps strange pollen off, and is left out where none can come */
  isAgainstStrangers?: boolean
  /** the flower's own hours decide when it is done */
  isByTheHour?: boolean
  /** what practitioners do differently at it */
  schools?: SchoolStep[]
}

const cue = (yes: string, ...no: string[]): Cue => ({ yes, no })

const COVER_TOOLS: Record<School<'cover'>, string[]> = {
  mesh: ['mesh bags'],
  paper: ['paper bags'],
  tie: ['soft tape'],
  clip: ['clips'],
  none: [],
}
export const coverTools = (guide: CropGuide) =>
  COVER_TOOLS[usualSchool(guide, 'cover') ?? guide.isolation.ways[0]!]
const emasculationTools = ({ emasculation }: CropGuide) => (emasculation.needed ? emasculation.tools : [])

const capital = (words: string) => words.charAt(0).toUpperCase() + words.slice(1)

/** How the anthers are usually taken out; null where they usually stay. */
function wayOf(guide: CropGuide): string | null {
  const usual = usualSchool(guide, 'emasculation')
  return guide.emasculation.needed && usual ? (guide.emasculation.ways[usual] ?? null) : null
}

/** True where anthers, pollen and cover came in one go: nothing stood open in between. */
const wasWorkedAtOnce = ({ emasculatedOn, pollinations: [first], coveredAgainOn }: Flower): boolean =>
  first !== undefined && first.on === emasculatedOn && first.on === coveredAgainOn

const SIGN_THEN: Record<Sign['then'], string> = {
  stop: 'No more pollen then.',
  oneMore: 'Once more on the next day, and no more.',
}

const buds: Record<CueSide, FlowerPicture> = {
  yes: bud,
  young: { ...bud, open: 0 },
  old: { ...bud, open: 1, anthers: 'shedding', stigma: 'pollinated' },
  sign: bud,
}

/** Every step at the flower, in the order of the work. A step that is missing here does not compile. */
export const FLOWER_WORK: Record<FlowerStep, FlowerWork> = {
  choose: {
    words: 'choose flowers',
    question: 'Choose a flower',
    cue: ({ stage }) => cue(stage.cue, stage.tooYoung, stage.tooOld),
    tools: () => ['tags', 'pencil'],
    picture: (_, side) => buds[side],
    answers: () => [],
  },
  thin: {
    words: 'thin, rivals off',
    question: 'Take its rivals off',
    cue: guide => cue(guide.thin ?? 'Leave what you will work; take the rest off.'),
    tools: () => ['scissors'],
    picture: (_, side) => buds[side],
    schools: ['rivals'],
    isLeftOut: guide => guide.thin === null,
    isDone: (flower, guide) => flower.thinnedOn !== null || usualSchool(guide, 'rivals') !== 'off',
    answers: at => {
      const { id: subjectId, blooms } = at.flower
      const left = (kept: number): Draft => ({ kind: 'flowerThinned', subjectId, payload: { kept } })
      return [
        blooms === 1
          ? say('The others are off', 'main', left(1))
          : askBack('Thinned', 'main', 'How many are kept?', upTo(Math.min(8, blooms)), kept => [
              left(Number(kept)),
            ]),
        ...asUsual(at),
      ]
    },
  },
  petalsOff: {
    words: 'petals off',
    question: 'Take the petals off',
    questionOf: guide => `Take the ${PARTS[partsOf(guide)].name} off`,
    cue: guide => cue(PARTS[partsOf(guide)].how),
    tools: () => ['scissors'],
    picture: guide => ({ ...prepared(guide), petals: false, stigma: 'pollinated' }),
    schools: ['petals'],
    isLeftOut: guide => !guide.schools.petals,
    // Where the anthers come out, what is in their way comes off in the same go, and is noted with them.
    isDone: (flower, guide) =>
      flower.petalsOffOn !== null ||
      guide.emasculation.needed ||
      (usualSchool(guide, 'petals') ?? 'on') === 'on',
    answers: ({ flower, guide }) => [
      say(`${capital(PARTS[partsOf(guide)].name)} off`, 'main', partsOffDraft(flower.id, guide)),
    ],
  },
  emasculate: {
    words: 'emasculate',
    question: 'Take the anthers out',
    leftOutQuestion: { school: 'emasculation', words: 'Leave the anthers in?' },
    cue: guide =>
      guide.emasculation.needed
        ? cue(wayOf(guide) ?? 'It is usually left with its anthers here.', guide.stage.tooOld)
        : cue(guide.emasculation.why),
    tools: emasculationTools,
    picture: (guide, side) => (side === 'old' ? { ...bud, open: 0.8, anthers: 'shedding' } : prepared(guide)),
    schools: ['emasculation', 'petals'],
    isLeftOut: guide => !guide.emasculation.needed,
    isDone: flower => flower.emasculatedOn !== null,
    without: {
      words: 'was not emasculated',
      isDone: flower => flower.emasculatedOn !== null && flower.emasculation?.school !== 'none',
    },
    answers: emasculationAnswers,
  },
  wash: {
    words: 'wash',
    question: 'Wash and blow dry',
    cue: ({ emasculation }) =>
      cue((emasculation.needed && emasculation.ways.wash) || 'Fine spray, then blow dry.'),
    tools: emasculationTools,
    picture: guide => ({ ...prepared(guide), open: 0.6 }),
    isLeftOut: ({ emasculation }) => !emasculation.needed || emasculation.washes === 0,
    isDone: (flower, { emasculation }) =>
      flower.emasculation?.school === 'none' ||
      (emasculation.needed && flower.washes.length >= emasculation.washes),
    // What was not emasculated has nothing to wash or to look over.
    without: {
      words: 'was not washed',
      isDone: flower => flower.washes.length > 0 || flower.emasculatedOn === null,
    },
    answers: ({ flower }) => [
      say('Washed and dry', 'main', { kind: 'washed', subjectId: flower.id, payload: {} }),
    ],
  },
  lensCheck: {
    words: 'lens check',
    question: 'Any anther left?',
    cue: ({ emasculation }) => cue(emasculation.needed ? emasculation.lens : 'Nothing was taken out here.'),
    tools: emasculationTools,
    picture: (guide, side) => ({
      ...prepared(guide),
      open: 0.6,
      ...(side === 'yes' ? {} : { anthers: 'oneLeft' }),
    }),
    isLeftOut: guide => !guide.emasculation.needed,
    isDone: flower => flower.lens !== null || flower.emasculation?.school === 'none',
    without: {
      words: 'was not looked over with a lens',
      isDone: flower =>
        flower.lens !== null || flower.emasculatedOn === null || flower.emasculation?.school === 'none',
    },
    answers: ({ flower: { id: subjectId } }) => [
      say('Clean', 'main', { kind: 'lensChecked', subjectId, payload: { found: 'clean' } }),
      askBack('Some left', 'warn', 'How many were left?', [...upTo(3), 'more'], left => [
        {
          kind: 'lensChecked',
          subjectId,
          payload: { found: 'anthersLeft', ...(left === 'more' ? {} : { left: Number(left) }) },
        },
      ]),
    ],
  },
  isolate: {
    words: 'cover',
    question: 'Cover the flower',
    leftOutQuestion: { school: 'cover', words: 'Leave it open, or cover it?' },
    cue: guide => cue(guide.isolation.how),
    tools: coverTools,
    picture: guide => ({ ...prepared(guide), cover: coverOf(guide) }),
    schools: ['cover'],
    isAgainstStrangers: true,
    isDone: flower => flower.isolation !== null,
    without: {
      words: 'was not isolated',
      isDone: flower =>
        (flower.isolation !== null && flower.isolation.way !== 'none') || wasWorkedAtOnce(flower),
    },
    answers: coverAnswers,
  },
  cutSilks: {
    words: 'cut silks',
    question: 'Cut the silks back',
    cue: () =>
      cue('Cut the tip of the shoot straight across, two fingers above the ear, and close the bag again.'),
    tools: guide => ['scissors', ...coverTools(guide)],
    picture: guide => ({ ...prepared(guide), cover: coverOf(guide) }),
    isDone: flower => flower.silksCutOn !== null,
    without: { words: 'silks were not cut back', isDone: flower => flower.silksCutOn !== null },
    answers: ({ flower }) => [
      say('Silks cut, closed again', 'main', { kind: 'silksCut', subjectId: flower.id, payload: {} }),
    ],
  },
  look: {
    words: 'look',
    question: 'Is the stigma ready?',
    wait: 'toReceptive',
    cue: ({ receptive }) => cue(receptive.cue, receptive.notYet, receptive.tooLate),
    tools: () => ['lens'],
    picture: (guide, side) => ({
      ...prepared(guide),
      open: side === 'young' ? 0.4 : 0.7,
      stigma: ({ yes: 'receptive', young: 'unripe', old: 'spent', sign: 'pollinated' } as const)[side],
      isFuzzy: side === 'yes' && guide.receptive.looks === 'fuzzy',
      isWithered: side === 'old',
    }),
    schools: ['hour'],
    isByTheHour: true,
    answers: lookAnswers,
  },
  pollinate: {
    words: 'pollinate',
    question: 'Pollinate',
    cue: ({ pollination: { method, sign }, donor }) => ({
      ...cue(method),
      ...(donor.order ? { hint: donor.order } : {}),
      ...(sign ? { sign: `${sign.cue} ${SIGN_THEN[sign.then]}` } : {}),
    }),
    tools: guide => [
      ...new Set([
        ...guide.pollination.tools.filter(tool => tool !== 'tags'),
        ...coverTools(guide),
        'spirit and wipes',
      ]),
    ],
    picture: (guide, side) => ({
      ...prepared(guide),
      open: side === 'sign' ? 0.35 : 0.7,
      stigma: side === 'yes' ? 'pollinated' : 'spent',
      // The sign: it begins to swell and to close, well before the take.
      swelling: side === 'sign' ? 0.2 : 0,
      isFuzzy: side === 'yes' && guide.receptive.looks === 'fuzzy',
      isWithered: side === 'old',
    }),
    schools: ['transfer', 'timing', 'passes', 'source'],
    isByTheHour: true,
    answers: passAnswers,
  },
  coverAgain: {
    words: 'cover again',
    question: 'Close it again',
    cue: guide => cue(guide.isolation.how),
    picture: guide => ({
      ...prepared(guide),
      open: 0.6,
      stigma: 'pollinated',
      cover: coverOf(guide),
    }),
    isAgainstStrangers: true,
    without: {
      words: 'was not closed again after pollination',
      isDone: flower => flower.coveredAgainOn !== null,
    },
    answers: coverAnswers,
  },
  takeLook: {
    words: 'look for take',
    question: 'Has it taken?',
    wait: 'toTake',
    cue: ({ take }) => cue(take.yes, take.no),
    picture: (guide, side) =>
      side === 'yes'
        ? fruiting(guide, 0.4)
        : {
            ...prepared(guide),
            open: flowerForms[guide.form].failsOpen ? 1 : 0.4,
            stigma: 'spent',
            isWithered: true,
          },
    answers: takeAnswers,
  },
  uncover: {
    words: 'cover off',
    question: 'Take the cover off',
    cue: () => cue('Open the tie and lift the cover off; leave the tag.'),
    picture: guide => fruiting(guide, 0.6),
    answers: ({ flower }) => [
      say('Cover is off', 'main', { kind: 'uncovered', subjectId: flower.id, payload: {} }),
    ],
  },
  net: {
    words: 'net',
    question: 'Net the fruit',
    wait: 'toRipe',
    cue: () =>
      cue('Slip a small net over the fruit and tie it behind, so that no seed is lost when it splits.'),
    tools: () => ['nets'],
    picture: guide => ({ ...fruiting(guide, 0.85), cover: 'mesh' }),
    isLeftOut: guide => !guide.ripening.splits,
    answers: ({ flower }) => [
      say('Netted', 'main', { kind: 'fruitNetted', subjectId: flower.id, payload: {} }),
    ],
  },
  fill: {
    words: 'look whether grain is filled',
    question: 'Is the grain filled?',
    cue: () =>
      cue(
        'Pressed with the nail it is dough, no milk comes: it is whole, and only has to dry.',
        'milk runs out at a press',
      ),
    picture: guide => fruiting(guide, 0.8),
    isLeftOut: guide => guide.ripening.fills === null,
    answers: ({ flower }) => [
      say('Filled', 'main', { kind: 'grainFilled', subjectId: flower.id, payload: {} }),
      say('Not yet', 'plain', { kind: 'fruitLeft', subjectId: flower.id, payload: {} }),
    ],
  },
  harvest: {
    words: 'harvest',
    question: 'Is the fruit ripe?',
    wait: 'toRipe',
    cue: guide => cue(guide.ripening.cue),
    tools: () => ['packets', 'pencil'],
    picture: guide => fruiting(guide, 1),
    schools: ['harvest'],
    answers: ({ flower, advised }) => [
      say('Not ripe yet', 'plain', {
        kind: 'fruitLeft',
        subjectId: flower.id,
        payload: advised ? { advised } : {},
      }),
    ],
  },
}
