import type { CropGuide } from '@virgulta/core/crops/guide'
import type { Quantity } from '@virgulta/core/crops/quantities'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { RoundStep } from '@virgulta/core/round/round'
import type { Draft } from '../stores/log'

/** What a screen asks at a step, in words. */
export const questions: Record<RoundStep, string> = {
  choose: 'Choose a flower',
  emasculate: 'Take the anthers out',
  lensCheck: 'Any anther left?',
  isolate: 'Cover the flower',
  look: 'Is the stigma ready?',
  pollinate: 'Pollinate',
  takeLook: 'Has it taken?',
  harvest: 'Is the fruit ripe?',
  sow: 'Sow this seed',
  countUp: 'How many more are up?',
  bloomLook: 'Is the first flower open?',
  bloomEnd: 'Is it still in bloom?',
  sowBatch: 'Sow the batch',
  holdBack: 'Move it to the cool',
  bringBack: 'Bring it back from the cool',
  collectPollen: 'Collect and keep its pollen',
}

/** A short word for a step, for lists and counts. */
export const stepWords: Record<RoundStep, string> = {
  choose: 'choose flowers', emasculate: 'emasculate', lensCheck: 'lens check', isolate: 'cover', look: 'look', pollinate: 'pollinate',
  takeLook: 'look for take', harvest: 'harvest', sow: 'sow', countUp: 'count seedlings',
  bloomLook: 'look for first flowers', bloomEnd: 'look for last flowers', sowBatch: 'sow a batch', holdBack: 'hold back', bringBack: 'bring back', collectPollen: 'collect pollen',
}

/** The wait that says when a step is due. */
export const waitBefore: Partial<Record<RoundStep, Quantity>> = { look: 'toReceptive', takeLook: 'toTake', harvest: 'toRipe', countUp: 'toUp' }

/** Where a flower stands, in a word. */
export const statusWords: Record<Flower['status'], string> = {
  chosen: 'chosen', open: 'anthers out', waiting: 'waits', ready: 'ready', pollinated: 'pollinated', taken: 'taken',
  harvested: 'harvested', failed: 'failed', missed: 'too late', lost: 'lost',
}

/** One answer a person can give at a flower. */
export interface Answer {
  label: string
  tone: 'main' | 'plain' | 'warn'
  /** what is noted; with the reason when one was asked */
  drafts: (reason: string) => Draft[]
  /** asks for a reason first */
  ask?: { question: string, reasons: string[] }
}

/** What to look for at a step: the cue that says yes, and those that say not. */
export function cueOf(step: RoundStep, guide: CropGuide): { yes: string, no: string[] } {
  switch (step) {
    case 'choose': return { yes: guide.stage.cue, no: [guide.stage.tooYoung, guide.stage.tooOld] }
    case 'emasculate': return guide.emasculation.needed ? { yes: guide.emasculation.method, no: [guide.stage.tooOld] } : { yes: guide.emasculation.why, no: [] }
    case 'lensCheck': return { yes: 'Turn the flower under the lens: stalks without heads only, and no yellow dust on the style.', no: [] }
    case 'isolate': return { yes: guide.isolation.how, no: [] }
    case 'look': return { yes: guide.receptive.cue, no: [guide.receptive.notYet, guide.receptive.tooLate] }
    case 'pollinate': return { yes: guide.pollination.method, no: [] }
    case 'takeLook': return { yes: guide.take.yes, no: [guide.take.no] }
    case 'harvest': return { yes: guide.ripening.cue, no: [] }
    case 'sow': return { yes: guide.seedHandling.how, no: [] }
    case 'countUp': case 'sowBatch': return { yes: guide.sowing.how, no: [] }
    case 'bloomLook': return { yes: 'One flower open far enough to work or to give pollen counts as the first.', no: ['a bud that only shows colour'] }
    case 'bloomEnd': return { yes: 'The last flower counts when it fades and no bud follows that could still be worked.', no: [] }
    case 'holdBack': return { yes: guide.bloom.hold?.how ?? 'Keep it cool and light.', no: guide.bloom.hold ? [guide.bloom.hold.against] : [] }
    case 'bringBack': return { yes: 'Back to its place; its first flowers come some days later.', no: [] }
    case 'collectPollen': return { yes: guide.bloom.keeps?.how ?? 'Dry it in the shade, then keep it cool and dry.', no: guide.bloom.keeps ? [guide.bloom.keeps.against] : [] }
  }
}

/** The caution of a step, or null. Product labels and local rules come first. */
export function cautionOf(step: RoundStep, guide: CropGuide): string | null {
  if (step === 'emasculate' && guide.emasculation.needed) return guide.emasculation.caution
  if (step === 'pollinate' || step === 'harvest' || step === 'isolate') return guide.cautions[0] ?? null
  if (step === 'sow') return 'If you dress seed or treat against damping-off, follow the product label and your local rules.'
  return null
}

const isolationAnswers = { bag: 'Bagged', net: 'Netted', tie: 'Tied shut', none: 'Left open' }

/** The answers a person can give at a step of a flower; empty for steps that need more than an answer. */
export function answersAt(step: RoundStep, flower: Flower, guide: CropGuide): Answer[] {
  const subjectId = flower.id
  const say = (label: string, tone: Answer['tone'], ...drafts: Draft[]): Answer => ({ label, tone, drafts: () => drafts })
  switch (step) {
    case 'emasculate': return [say('Anthers out', 'main', { kind: 'emasculated', subjectId, payload: {} })]
    case 'lensCheck': return [
      say('Clean', 'main', { kind: 'lensChecked', subjectId, payload: { found: 'clean' } }),
      say('Anthers left', 'warn', { kind: 'lensChecked', subjectId, payload: { found: 'anthersLeft' } }),
    ]
    case 'isolate': return guide.isolation.ways.map((way, i) => say(isolationAnswers[way], i === 0 ? 'main' : 'plain', { kind: 'isolated', subjectId, payload: { way } }))
    case 'look': return [
      say('Ready', 'main', { kind: 'looked', subjectId, payload: { look: 'ready' } }),
      say('Not yet', 'plain', { kind: 'looked', subjectId, payload: { look: 'notYet' } }),
      say('Too late', 'warn', { kind: 'looked', subjectId, payload: { look: 'tooLate' } }),
    ]
    case 'pollinate': return flower.pollenParentId
      ? [say('Pollinated', 'main', { kind: 'pollinated', subjectId, payload: { pollenParentId: flower.pollenParentId, selfMeant: flower.pollenParentId === flower.seedParentId } })]
      : []
    case 'takeLook': return [
      say('Taken', 'main', { kind: 'takeNoted', subjectId, payload: { take: 'taken', reason: null } }),
      say('Cannot tell yet', 'plain', { kind: 'takeNoted', subjectId, payload: { take: 'notYet', reason: null } }),
      {
        label: 'Failed', tone: 'warn', ask: { question: 'What did it look like?', reasons: guide.take.failReasons },
        drafts: reason => [{ kind: 'takeNoted', subjectId, payload: { take: 'failed', reason } }],
      },
    ]
    default: return []
  }
}

/** The answer that is open at every step: the flower is lost. */
export function lostAnswer(flower: Flower, guide: CropGuide): Answer {
  return {
    label: 'Lost', tone: 'warn', ask: { question: 'What happened to it?', reasons: guide.lostReasons },
    drafts: reason => [{ kind: 'flowerLost', subjectId: flower.id, payload: { reason } }],
  }
}
