import * as v from 'valibot'
import { schoolsAt } from '../flowers/schools'
import { counted } from '../formats/counted'
import { Code, Day, Id, amount, keysOf, kind, name, words } from '../log/kind'
import { airWords, containerWords, isGrown, stayInWords } from './course'

/** What else becomes of seed. */
export const SEED_ENDS = ['usedUp', 'givenAway', 'thrownAway', 'lost'] as const
export const seedEndWords: Record<(typeof SEED_ENDS)[number], string> = {
  usedUp: 'used up',
  givenAway: 'given away',
  thrownAway: 'thrown away',
  lost: 'lost',
}

/** How a tray is covered. */
export const coverWords = {
  none: 'uncovered',
  aired: 'covered, aired daily',
  closed: 'covered, kept closed',
} as const

/** What a look into a flask may show. */
export const flaskWords = {
  clean: 'looked into the flask: clean',
  green: 'the first are green in the flask',
} as const

/** How seed was sown; what is compared later. Absent: nobody said. */
const SownHow = v.strictObject({
  /** scratched or cut, and soaked over night */ scarified: v.optional(v.literal(true)),
  soaked: v.optional(v.literal(true)),
  medium: v.optional(words(60)),
  topLayer: v.optional(words(60)),
  depthMm: v.optional(v.pipe(v.number('Give millimetres.'), v.minValue(0), v.maxValue(300))),
  cover: v.optional(v.picklist(keysOf(coverWords))),
  bottomWarmth: v.optional(v.literal(true)),
  /** with what it was watered against damping-off */ drench: v.optional(words(60)),
})
export type SownHow = v.InferOutput<typeof SownHow>

/** What is known of the seed of a packet, and goes with it into another one. */
const ofPacket = {
  crossId: Id,
  /** on which it was formed: their doubts are its own */ flowerIds: v.pipe(v.array(Id), v.maxLength(500)),
  harvestedOn: Day,
}

const stay = {
  container: v.picklist(keysOf(containerWords), 'Say what it lies in.'),
  air: v.picklist(keysOf(airWords), 'Say whether it is warm or cold there, or outdoors.'),
  weeks: v.nullable(amount(1, 200)),
  placeId: v.nullable(Id),
}

const grams = v.pipe(
  v.number('A weight is a number of grams.'),
  v.gtValue(0, 'A weight lies above 0.'),
  v.maxValue(100_000, 'Weigh at most 100 kg at a time.'),
)

export const seedKinds = {
  harvested: kind(
    'seedLot',
    v.strictObject({
      code: Code,
      crossId: Id,
      flowers: v.pipe(
        v.array(v.strictObject({ flowerId: Id, fruits: amount(1, 200) })),
        v.maxLength(500),
        v.check(
          list => new Set(list.map(f => f.flowerId)).size === list.length,
          'Each flower can be harvested once.',
        ),
      ),
      /** fruits that hung under no tag, of a cross that visitors made */ untagged: v.optional(
        amount(1, 10_000),
      ),
      /** all seeds that were counted, with those that are neither sound nor empty */
      seeds: amount(0, 10_000_000),
      sound: amount(0, 10_000_000),
      empty: amount(0, 10_000_000),
      /** nobody counted them: dust, a capsule, a handful */ isAbout: v.optional(v.literal(true)),
      /** what sank in water, and what floated and was thrown out, where that told sound from empty */
      floated: v.optional(v.literal(true)),
      /** how the seeds were counted, where that was by their weight; in grams */
      weighed: v.optional(
        v.strictObject({
          sampleSeeds: amount(1, 100_000),
          samples: v.pipe(v.array(grams), v.minLength(1, 'Weigh one sample at least.'), v.maxLength(50)),
          total: grams,
        }),
      ),
      /** by what it was told to be ripe */
      cue: v.optional(v.picklist(schoolsAt('harvest'))),
      /** cut before it was ripe, as it would have been lost */ early: v.optional(v.literal(true)),
      /** what was advised then; cut against it, the decision can be judged later */
      advised: v.optional(v.picklist(['cut', 'wait'])),
    }),
    p =>
      `harvested ${p.isAbout ? 'about ' : ''}${counted(p.seeds, 'seed')}${p.isAbout ? '' : `, ${p.sound} sound`}${p.floated ? ' by floating' : ''}${p.early ? ', cut before it was ripe' : ''}${p.advised === 'wait' ? ', though waiting was advised' : ''}`,
    {
      codes: p => [{ code: p.code }],
      changes: p => p.flowers.map(f => ({ type: 'flower', id: f.flowerId })),
      needs: p => [{ type: 'cross', id: p.crossId }],
    },
  ),
  /** seed that was made elsewhere, or before there were notes of it */
  seedReceived: kind(
    'seedLot',
    v.strictObject({
      code: Code,
      crossId: Id,
      seeds: amount(1, 10_000_000),
      /** nobody counted them */ isAbout: v.optional(v.literal(true)),
      /** from whom */ from: words(200),
    }),
    p => `received ${p.isAbout ? 'about ' : ''}${counted(p.seeds, 'seed')} from ${p.from}`,
    {
      codes: p => [{ code: p.code }],
      needs: p => [{ type: 'cross', id: p.crossId }],
    },
  ),
  /** seeds that left the packet without being sown here */
  seedsGone: kind(
    'seedLot',
    v.strictObject({
      how: v.picklist(SEED_ENDS, 'Say whether it was used up, given away, thrown away or lost.'),
      seeds: amount(1, 1_000_000),
      /** to whom, or why */
      note: v.optional(v.nullable(words(200))),
    }),
    p => `${counted(p.seeds, 'seed')} ${seedEndWords[p.how]}${p.note ? `: ${p.note}` : ''}`,
  ),
  /** dry, and put where it is kept */
  putAway: kind(
    'seedLot',
    v.strictObject({ /** null: a drawer of which nothing is known */ storeId: v.nullable(Id) }),
    p => (p.storeId ? 'put into its store' : 'dry, put away'),
    { needs: p => (p.storeId ? [{ type: 'store', id: p.storeId }] : []) },
  ),
  /** some seeds of the packet, sown to see how many come up */
  seedTested: kind(
    'seedLot',
    v.strictObject({ seeds: amount(1, 10_000), up: amount(0, 10_000) }),
    p => `tested: ${p.up} of ${p.seeds} came up`,
  ),
  /** what the packet holds was counted anew */
  seedsRecounted: kind(
    'seedLot',
    v.strictObject({ left: amount(0, 10_000_000) }),
    p => `counted anew: ${counted(p.left, 'seed')} in the packet`,
  ),
  /** some of its seed goes into other packets, with all that is known of it */
  seedsSplit: kind(
    'seedLot',
    v.strictObject({
      into: v.pipe(
        v.array(v.strictObject({ id: Id, code: Code, seeds: amount(1, 10_000_000) })),
        v.minLength(1, 'Say into which packets.'),
        v.maxLength(40),
      ),
      ...ofPacket,
    }),
    p => `split: ${p.into.map(part => `${counted(part.seeds, 'seed')} into ${part.code}`).join(', ')}`,
    {
      codes: p => p.into.map(({ id, code }) => ({ code, subject: { type: 'seedLot', id } })),
      changes: p => p.into.map(({ id }) => ({ type: 'seedLot', id })),
      needs: p => [{ type: 'cross', id: p.crossId }],
    },
  ),
  /** seed of another packet of its cross is poured in */
  seedsMerged: kind(
    'seedLot',
    v.strictObject({ fromId: Id, seeds: amount(1, 10_000_000), ...ofPacket }),
    p => `${counted(p.seeds, 'seed')} of another packet poured in`,
    { changes: p => [{ type: 'seedLot', id: p.fromId }] },
  ),
  /** stays in the drawer, and is not asked to be sown */
  keptAsReserve: kind('seedLot', v.strictObject({}), () => 'kept as a reserve'),
  sown: kind(
    'sowing',
    v.strictObject({
      code: Code,
      lotId: Id,
      crossId: Id,
      seeds: amount(1, 10_000_000),
      container: stay.container,
      placeId: v.nullable(Id),
      /** absent: in the warmth */ air: v.optional(stay.air),
      /** after so many weeks it is moved on */ weeks: v.optional(stay.weeks),
      /** the tray that it shares with others, and its row in it */
      row: v.optional(v.strictObject({ of: name(40), at: amount(1, 500) })),
      how: v.optional(SownHow),
    }),
    p =>
      isGrown(p.container)
        ? `sowed ${counted(p.seeds, 'seed')}`
        : `put ${counted(p.seeds, 'seed')} ${stayInWords({ air: 'warm', weeks: null, ...p })}`,
    {
      codes: p => [{ code: p.code }],
      changes: p => [{ type: 'seedLot', id: p.lotId }],
      needs: p => [{ type: 'cross', id: p.crossId }],
    },
  ),
  seedlingsUp: kind(
    'sowing',
    v.strictObject({
      count: amount(0, 1_000_000),
      /** in a bag or dish: they were picked out and sown */ sprouted: v.optional(v.literal(true)),
    }),
    p => {
      const what = p.sprouted ? 'sprouted, picked out and sown' : 'more up'
      return p.count ? `${p.count} ${what}` : p.sprouted ? 'looked, none sprouted' : 'looked, no more up'
    },
  ),
  /** from a bag into a tray, from the warmth into the cold; or it stays where it is for longer */
  seedsMoved: kind('sowing', v.strictObject(stay), p => `now ${stayInWords(p)}`),
  /** seedlings stand; the surface may be left to dry until the next watering */
  trayWatched: kind('sowing', v.strictObject({ leftToDry: v.optional(v.literal(true)) }), p =>
    p.leftToDry ? 'the surface is left to dry' : 'looked: the seedlings stand',
  ),
  flaskSeen: kind(
    'sowing',
    v.strictObject({ look: v.picklist(keysOf(flaskWords)) }),
    p => flaskWords[p.look],
  ),
  replated: kind('sowing', v.strictObject({ medium: words(60) }), p => `moved to fresh medium: ${p.medium}`),
  seedlingsLost: kind(
    'sowing',
    v.strictObject({ count: amount(1, 1_000_000), reason: words(200) }),
    p => `${p.count} lost: ${p.reason}`,
  ),
  seedlingsRaised: kind(
    'sowing',
    v.strictObject({
      plants: v.pipe(
        v.array(v.strictObject({ id: Id, code: Code })),
        v.minLength(1, 'Raise at least one seedling.'),
        v.maxLength(2000, 'Raise at most 2000 seedlings at a time.'),
      ),
      crop: words(40),
      crossId: Id,
      seedParentId: Id,
      pollenParentId: v.nullable(Id),
      placeId: v.nullable(Id),
    }),
    p =>
      p.plants.length === 1
        ? 'a seedling got its code and became a plant of the family'
        : `${p.plants.length} seedlings got codes and became plants of the family`,
    {
      codes: p => p.plants.map(({ id, code }) => ({ code, subject: { type: 'plant', id } })),
      changes: p => p.plants.map(({ id }) => ({ type: 'plant', id })),
      needs: p => [{ type: 'cross', id: p.crossId }],
    },
  ),
  sowingEnded: kind('sowing', v.strictObject({ reason: words(200) }), p => `given up: ${p.reason}`),
}
