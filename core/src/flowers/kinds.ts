import { plural } from '../formats/counted'
import * as v from 'valibot'
import { Code, Id, amount, kind, words } from '../log/kind'
import { SCHOOLS, schoolWords, schoolsAt } from './schools'

export const LOOKS = ['ready', 'notYet', 'tooLate'] as const
const TAKES = ['taken', 'notYet', 'failed'] as const
/** How far the flower was when it was chosen. */
export const STAGES = ['young', 'right', 'open'] as const
/** How far a flower is, in the words of who chooses it. */
export const stageNames: Record<(typeof STAGES)[number], string> = {
  right: 'at the right stage',
  young: 'rather young',
  open: 'open already',
}

export const GRAINS = ['none', 'some', 'many'] as const
/** How far a flower was that gave its pollen fresh. */
export const DONOR_STAGES = ['bud', 'eve', 'shedding', 'spent'] as const
export const donorStageNames: Record<(typeof DONOR_STAGES)[number], string> = {
  bud: 'closed',
  eve: 'about to open',
  shedding: 'shedding',
  spent: 'spent',
}

/** Ways of covering; `bag` and `net` stand in older entries. */
export const COVERS = [...schoolsAt('cover'), 'bag', 'net'] as const

const coverWords: Record<(typeof COVERS)[number], string> = {
  ...SCHOOLS.cover,
  mesh: 'covered with mesh',
  paper: 'covered with a paper bag',
  none: 'left open',
  bag: 'bagged',
  net: 'netted',
}
const lookWords = { ready: 'ready', notYet: 'not yet ready', tooLate: 'too late' }
const stageWords = { young: ', rather young', right: '', open: ', already open' }
const grainWords = { none: 'no grains seen', some: 'some grains seen', many: 'many grains seen' }

export const flowerKinds = {
  flowerChosen: kind(
    'flower',
    v.strictObject({
      code: Code,
      crossId: Id,
      seedParentId: Id,
      pollenParentId: v.nullable(Id),
      /** single flowers under this tag */
      blooms: amount(1, 200),
      stage: v.optional(v.picklist(STAGES)),
    }),
    p =>
      `${plural(p.blooms, 'flower', `cluster of ${p.blooms}`)} chosen and tagged${stageWords[p.stage ?? 'right']}`,
    {
      founds: true,
      codes: p => [{ code: p.code }],
      needs: p => [
        { type: 'cross', id: p.crossId },
        { type: 'plant', id: p.seedParentId },
      ],
    },
  ),
  /** of what stands beside it nothing is left: the others of a cluster, of a stalk, of a node */
  flowerThinned: kind('flower', v.strictObject({ kept: amount(1, 200) }), p =>
    p.kept === 1 ? 'the others taken off' : `thinned to ${p.kept}`,
  ),
  petalsOff: kind(
    'flower',
    v.strictObject({ /** absent: the petals */ what: v.optional(v.picklist(['sepals', 'rays'])) }),
    p => SCHOOLS.petals[p.what ?? 'off'],
  ),
  emasculated: kind(
    'flower',
    v.strictObject({
      school: v.optional(v.picklist(schoolsAt('emasculation'))),
      /** anthers, florets or pollen masses that were taken out */
      count: v.optional(amount(0, 2000)),
    }),
    p =>
      `${p.school ? (p.school === 'none' ? 'left with its anthers' : `emasculated, ${schoolWords('emasculation', p.school)}`) : 'emasculated'}${p.count === undefined ? '' : `: ${p.count}`}`,
  ),
  washed: kind('flower', v.strictObject({}), () => 'washed and blown dry'),
  lensChecked: kind(
    'flower',
    v.strictObject({ found: v.picklist(['clean', 'anthersLeft']), left: v.optional(amount(1, 500)) }),
    p =>
      p.found === 'clean'
        ? 'lens check: clean'
        : p.left
          ? `lens check: ${p.left} left`
          : 'lens check: anthers left',
  ),
  isolated: kind('flower', v.strictObject({ way: v.picklist(COVERS) }), p => coverWords[p.way]),
  silksCut: kind('flower', v.strictObject({}), () => 'silks cut back'),
  looked: kind(
    'flower',
    v.strictObject({
      look: v.picklist(LOOKS),
      /** of a cluster or head: how many of its flowers are ready now, and will be on the next day */
      ready: v.optional(amount(0, 200)),
      tomorrow: v.optional(amount(0, 200)),
    }),
    p =>
      `stigma ${lookWords[p.look]}${p.ready === undefined ? '' : `: ${p.ready} now`}${p.tomorrow ? `, ${p.tomorrow} tomorrow` : ''}`,
  ),
  pollinated: kind(
    'flower',
    v.strictObject({
      /** null: that of visitors, or of a bulk: nobody knows the father */
      pollenParentId: v.nullable(Id),
      selfMeant: v.boolean(),
      /** of a bulk: of so many plants */
      bulkOf: v.optional(amount(2, 500)),
      /** the tool was at another plant or another pollen before; that it was cleaned since, somebody has to say */
      afterAnother: v.optional(v.literal(true)),
      tool: v.optional(v.picklist(schoolsAt('transfer'))),
      /** false: it was used for another pollen before, and not cleaned */
      isToolClean: v.optional(v.boolean()),
      grains: v.optional(v.picklist(GRAINS)),
      /** for a self: which flower the pollen came from */
      source: v.optional(v.picklist(schoolsAt('source'))),
      /** of a cluster or head: how many of its flowers this pass reached */
      reached: v.optional(amount(1, 200)),
      /** the tube it came from, and how many flowers' worth it took; absent: fresh from the plant */
      tubeId: v.optional(Id),
      doses: v.optional(amount(1, 200)),
      /** of fresh pollen: how far the flower was that gave it, and whether it stood covered until then */
      donorStage: v.optional(v.picklist(DONOR_STAGES)),
      donorCovered: v.optional(v.boolean()),
    }),
    p =>
      `${p.pollenParentId || p.tubeId ? 'pollinated' : 'left to visitors'}${p.bulkOf ? ` with a bulk of ${p.bulkOf} plants` : ''}${p.tubeId ? ' from a tube' : ''}${p.reached ? `, ${p.reached} of its flowers` : ''}${p.tool ? `, ${schoolWords('transfer', p.tool)}` : ''}${p.isToolClean === undefined ? '' : p.isToolClean ? ', tool clean' : ', tool not cleaned'}${p.donorStage ? `, its flower ${donorStageNames[p.donorStage]}` : ''}${p.donorCovered === undefined ? '' : p.donorCovered ? ', covered before' : ', not covered before'}${p.grains ? `, ${grainWords[p.grains]}` : ''}`,
    {
      needs: p => (p.pollenParentId ? [{ type: 'plant', id: p.pollenParentId }] : []),
      changes: p => (p.tubeId ? [{ type: 'tube', id: p.tubeId }] : []),
    },
  ),
  /** what shows soon after pollen has taken hold; the take is noted apart from it */
  signSeen: kind('flower', v.strictObject({}), () => 'the sign after pollination shows'),
  takeNoted: kind(
    'flower',
    v.strictObject({
      take: v.picklist(TAKES),
      reason: v.nullable(words(200)),
      /** of a cluster or head: how many took */
      fruits: v.optional(amount(1, 200)),
      /** and how many have failed so far: they gape, or brown */
      failed: v.optional(amount(1, 200)),
    }),
    p =>
      p.take === 'taken'
        ? p.fruits
          ? `taken: ${p.fruits}`
          : 'taken'
        : p.take === 'notYet'
          ? `cannot tell yet whether it took${p.failed ? `: ${p.failed} failed so far` : ''}`
          : `failed: ${p.reason ?? 'no reason noted'}`,
  ),
  uncovered: kind('flower', v.strictObject({}), () => 'cover taken off'),
  /** a fruit was looked at and left on its plant */
  fruitLeft: kind(
    'flower',
    v.strictObject({
      /** what was advised then; left against it, the decision can be judged later */
      advised: v.optional(v.picklist(['cut', 'wait'])),
    }),
    p => `not ripe yet, left on the plant${p.advised === 'cut' ? ', though cutting was advised' : ''}`,
  ),
  /** whole, and only to dry: the first of the two dates of a grain */
  grainFilled: kind('flower', v.strictObject({}), () => 'the grain is filled, and dries'),
  fruitNetted: kind('flower', v.strictObject({}), () => 'fruit netted before it splits'),
  flowerLost: kind('flower', v.strictObject({ reason: words(200) }), p => `lost: ${p.reason}`),
  /** what made its seed doubtful was looked into: the seed is taken for what it should be */
  doubtSettled: kind(
    'flower',
    v.strictObject({ why: words(200) }),
    p => `its seed is no longer doubtful: ${p.why}`,
  ),
  /** two notes that do not go together were looked at, and stay as they are */
  conflictSettled: kind(
    'flower',
    v.strictObject({ entryId: Id }),
    () => 'looked at what did not go together; it stays so',
  ),
}
