import { counted } from '../formats/counted'
import * as v from 'valibot'
import type { CropGuide } from '../crops/guide'
import { MARK_KINDS, isMark } from '../tags/marks'
import type { Subject } from '../log/kind'
import { Code, Id, amount, keysOf, kind, name, words } from '../log/kind'

/** Kinds of plant material; a seedling is one plant of a family. */
export const PLANT_KINDS = ['clone', 'line', 'population', 'seedling'] as const

/** How large a plant is, as far as its fruit goes. */
export const PLANT_SIZES = { small: 'not grown up', grown: 'grown up', large: 'a large clump' } as const

/** How a plant is multiplied as it is: each that comes of it is the same genotype under a tag of its own. */
export const MULTIPLIED_BY = {
  cutting: { one: 'cutting', many: 'cuttings' },
  division: { one: 'division', many: 'divisions' },
  graft: { one: 'graft', many: 'grafts' },
  layer: { one: 'layer', many: 'layers' },
  offset: { one: 'offset', many: 'offsets' },
  bulbil: { one: 'bulbil or scale', many: 'bulbils or scales' },
  tissue: { one: 'plant from tissue culture', many: 'plants from tissue culture' },
} as const

const described = {
  name: name(80),
  plantKind: v.picklist(PLANT_KINDS, 'Choose clone, line, population or seedling.'),
  placeId: v.nullable(Id),
  note: v.nullable(words(2000)),
  /** how large it is, which says what it may carry; absent: as it was, or nobody said */
  size: v.optional(v.nullable(v.picklist(keysOf(PLANT_SIZES)))),
  /** how many plants stand there under one tag; absent: as it was, or not known */
  plants: v.optional(v.nullable(amount(1, 100_000))),
}

const parentsNeeded = (p: { seedParentId?: string | null; pollenParentId?: string | null }): Subject[] =>
  [p.seedParentId, p.pollenParentId].flatMap(id => (id ? [{ type: 'plant' as const, id }] : []))

export const plantKinds = {
  plantAdded: kind(
    'plant',
    v.strictObject({
      ...described,
      code: Code,
      crop: words(40),
      /** parents, where they are known */
      seedParentId: v.nullable(Id),
      pollenParentId: v.nullable(Id),
      /** the plant it was multiplied from, whose crop and parents it has; absent: it was not, or nobody said */
      clonedFrom: v.optional(v.strictObject({ plantId: Id, by: v.picklist(keysOf(MULTIPLIED_BY)) })),
    }),
    p => `added ${p.name}${p.clonedFrom ? `, a ${MULTIPLIED_BY[p.clonedFrom.by].one}` : ''}`,
    {
      codes: p => [{ code: p.code }],
      needs: p => [
        ...parentsNeeded(p),
        ...(p.clonedFrom ? [{ type: 'plant' as const, id: p.clonedFrom.plantId }] : []),
      ],
    },
  ),
  /** chosen out of its family and given a name */
  selected: kind(
    'plant',
    v.strictObject({
      name: name(80),
      /** as what it is kept from now on: a seedling still splits */
      plantKind: v.picklist(PLANT_KINDS, 'Choose clone, line, population or seedling.'),
      /** who bred it; null: nobody said */
      breeder: v.nullable(name(80)),
      note: v.nullable(words(2000)),
    }),
    p => `selected and named ${p.name}`,
  ),
  plantDescribed: kind(
    'plant',
    v.strictObject({
      ...described,
      /** parents, where they were corrected; absent: as they were */
      seedParentId: v.optional(v.nullable(Id)),
      pollenParentId: v.optional(v.nullable(Id)),
    }),
    p => `described as ${p.name}`,
    { needs: parentsNeeded },
  ),
  /** not to be a parent any more; it may stay in the garden */
  struckOff: kind('plant', v.strictObject({ reason: words(200) }), p => `struck off: ${p.reason}`),
  reinstated: kind('plant', v.strictObject({ reason: words(200) }), p => `a candidate again: ${p.reason}`),
  setsCounted: kind('plant', v.strictObject({ sets: v.nullable(amount(1, 12)) }), p =>
    p.sets ? `${p.sets} sets of chromosomes` : 'sets of chromosomes not known',
  ),
  /** marks that stand for pollen parents on flowers too small for a tag */
  marksSet: kind(
    'plant',
    v.strictObject({
      of: v.picklist(MARK_KINDS),
      marks: v.pipe(
        v.array(
          v.strictObject({
            mark: v.pipe(v.string(), v.check(isMark, 'This is not a mark.')),
            pollenParentId: Id,
          }),
        ),
        v.maxLength(40),
        v.check(
          list => new Set(list.map(m => m.mark)).size === list.length,
          'Two pollen parents have the same mark.',
        ),
        v.check(
          list => new Set(list.map(m => m.pollenParentId)).size === list.length,
          'A pollen parent has two marks.',
        ),
      ),
    }),
    p => `marks in ${p.of} for ${counted(p.marks.length, 'pollen parent')}`,
    {
      needs: p => p.marks.map(({ pollenParentId }) => ({ type: 'plant', id: pollenParentId })),
    },
  ),
  /** no seed is wanted of it this season: its flower stalk is cut */
  stalkCut: kind(
    'plant',
    v.strictObject({
      reason: words(200),
      /** the stalk is rooted as a cutting */ asCutting: v.optional(v.literal(true)),
    }),
    p => `flower stalk cut: ${p.reason}${p.asCutting ? ', and rooted as a cutting' : ''}`,
  ),
  /** it came of other pollen than its cross says, as far as can be told: it is counted with its family no more */
  setApart: kind(
    'plant',
    v.strictObject({
      /** whose pollen it was; null: nobody knows */
      pollenParentId: v.nullable(Id),
      why: words(200),
    }),
    p => `set apart from its family: ${p.why}`,
    { needs: parentsNeeded },
  ),
  rejoined: kind('plant', v.strictObject({}), () => 'counted with its family again'),
  plantLost: kind('plant', v.strictObject({ reason: words(200) }), p => `lost: ${p.reason}`),
}

/** Groups of crops whose plants are mostly multiplied by cuttings, grafts, bulbs or division. */
const CLONED: readonly CropGuide['group'][] = [
  'bulb',
  'orchid',
  'succulent',
  'carnivorous plant',
  'fruit',
  'tree or shrub',
]

/** What a plant of a crop usually is: a line where it selfs, a clone where it is multiplied as it is, else a population. */
export function usualKind({
  mating,
  group,
  seasons,
}: Pick<CropGuide, 'mating' | 'group' | 'seasons'>): (typeof PLANT_KINDS)[number] {
  if (CLONED.includes(group)) return 'clone'
  if (mating === 'selfing') return 'line'
  return seasons > 1 ? 'clone' : 'population'
}
