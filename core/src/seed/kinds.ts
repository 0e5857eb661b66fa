import * as v from 'valibot'
import { schoolsAt } from '../flowers/schools'
import { counted } from '../formats/counted'
import { Code, Id, amount, kind, words } from '../log/kind'

const CONTAINERS = ['tray', 'pots', 'bed'] as const

/** What else becomes of seed. */
export const SEED_ENDS = ['usedUp', 'givenAway', 'thrownAway', 'lost'] as const
export const seedEndWords: Record<(typeof SEED_ENDS)[number], string> = {
  usedUp: 'used up',
  givenAway: 'given away',
  thrownAway: 'thrown away',
  lost: 'lost',
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
      seeds: amount(0, 1_000_000),
      sound: amount(0, 1_000_000),
      empty: amount(0, 1_000_000),
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
    }),
    p =>
      `harvested ${counted(p.seeds, 'seed')}, ${p.sound} sound${p.early ? ', cut before it was ripe' : ''}`,
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
      seeds: amount(1, 1_000_000),
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
  /** stays in the drawer, and is not asked to be sown */
  keptAsReserve: kind('seedLot', v.strictObject({}), () => 'kept as a reserve'),
  sown: kind(
    'sowing',
    v.strictObject({
      code: Code,
      lotId: Id,
      crossId: Id,
      seeds: amount(1, 1_000_000),
      container: v.picklist(CONTAINERS),
      placeId: v.nullable(Id),
    }),
    p => `sowed ${counted(p.seeds, 'seed')}`,
    {
      codes: p => [{ code: p.code }],
      changes: p => [{ type: 'seedLot', id: p.lotId }],
      needs: p => [{ type: 'cross', id: p.crossId }],
    },
  ),
  seedlingsUp: kind('sowing', v.strictObject({ count: amount(0, 1_000_000) }), p =>
    p.count ? `${p.count} more up` : 'looked, no more up',
  ),
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
