import { checkAim } from '../aims/checkAim'
import { askAboutFlower, askAboutSowing } from '../crops/unlikely'
import type { OwnDefinitions } from '../crops/definition'
import { definitionOf } from '../crops/definition'
import type { CropGuide } from '../crops/guide'
import { genusOf } from '../crops/guide'
import { askIfSelf } from '../crosses/cross'
import { checkGenetics, checkNoted } from '../odds/checkGenetics'
import { checkScore } from '../offspring/score'
import { checkTagCode } from '../tags/code'
import type { ISODate } from '../time/days'
import { dayInWords } from '../time/days'
import type { LoggedDeed } from './entry'
import { codesOf } from './entry'
import type { States } from './fold'
import type { SubjectType } from './kind'
import { Refusal } from './refusal'

/** The rest of the garden, as far as a deed touches it: states after the deed. */
export interface Surroundings {
  find: <T extends SubjectType>(type: T, id: string) => States[T] | undefined
  guide: (crop: string) => CropGuide | undefined
  hasPlace: (id: string) => boolean
  /** the garden's own traits, loci and rules, after the deed */
  own: () => OwnDefinitions
}

/** The place that a deed is about, or puts something at; null where it names none. */
export function placeIn({
  kind,
  subjectId,
  payload,
}: Pick<LoggedDeed, 'kind' | 'subjectId' | 'payload'>): string | null {
  if (kind === 'placeSet' || kind === 'spotsGiven') return subjectId
  return 'placeId' in payload ? payload.placeId : null
}

/**
 * Checks a deed against the things around it, which the fold of its own subject cannot see.
 *
 * @param isAsked somebody is there to be asked about what can hardly be
 * @throws {Refusal} with what does not fit together
 */
export function checkFit(deed: LoggedDeed, around: Surroundings, isAsked = true): void {
  if (isAsked) askIfLikely(deed, around)
  for (const { code } of codesOf(deed)) {
    const check = checkTagCode(code)
    if (!check.ok) throw new Refusal('bad-code', check.why, 'code')
  }
  const placeId = placeIn(deed)
  if (placeId && !around.hasPlace(placeId)) {
    throw new Refusal(
      'unknown-place',
      'This place is not in the garden; choose one of its places.',
      'placeId',
    )
  }
  switch (deed.kind) {
    case 'plantAdded':
      guideOf(deed.payload.crop, around)
      checkIsClone(deed.payload, around)
      checkOlder(deed.payload.name, deed.day, deed.payload, around)
      break
    case 'plantDescribed':
      checkNoOwnForebear(deed.subjectId, [deed.payload.seedParentId, deed.payload.pollenParentId], around)
      checkOlder(deed.payload.name, bornBy(deed.subjectId, around), deed.payload, around)
      break
    case 'crossPlanned': {
      const {
        crop,
        seedParentId,
        pollenParentId,
        selfMeant,
        wideMeant = false,
        flowersPlanned,
      } = deed.payload
      guideOf(crop, around)
      // A cross that was made elsewhere asks for no flowers: of its parents the seed is all that need be here.
      if (flowersPlanned) checkStands(seedParentId, 'seedParentId', around)
      if (flowersPlanned) checkStands(pollenParentId, 'pollenParentId', around)
      checkSameCrop(crop, around.find('plant', seedParentId)!, 'seedParentId')
      askIfSelf(around.find('plant', seedParentId)!, pollenParentId, selfMeant)
      askIfWide(crop, pollenParentId, wideMeant, around)
      break
    }
    case 'flowerChosen': {
      const cross = around.find('cross', deed.payload.crossId)!
      if (cross.seedParentId !== deed.payload.seedParentId) {
        throw new Refusal(
          'other-seed-parent',
          'The flower stands on another plant than the seed parent of this cross.',
          'seedParentId',
        )
      }
      checkStands(cross.seedParentId, 'seedParentId', around)
      break
    }
    case 'pollinated': {
      // A flower whose tag has not arrived yet is compared when it is there; pollen outlives its donor.
      const flower = around.find('flower', deed.subjectId)
      const seedParent = flower && around.find('plant', flower.seedParentId)!
      const { pollenParentId, tubeId, selfMeant } = deed.payload
      const tube = tubeId && around.find('tube', tubeId)
      if (!pollenParentId) {
        if (seedParent && tube && !isOneGenus(seedParent.crop, tube.crop, around))
          throw new Refusal('other-crop', `${tube.code} is pollen of another crop.`, 'tubeId')
        break
      }
      const donor = around.find('plant', pollenParentId)!
      if (seedParent) askIfSelf(seedParent, donor.id, selfMeant)
      const isPlanned = flower && around.find('cross', flower.crossId)?.pollenParentId === donor.id
      if (seedParent && !isPlanned && !isOneGenus(seedParent.crop, donor.crop, around))
        checkSameCrop(seedParent.crop, donor, 'pollenParentId')
      if (tube && !tube.donors.includes(donor.id))
        throw new Refusal(
          'other-pollen',
          `Tube ${tube.code} holds no pollen of ${donor.name}; choose its own tube, or say whose pollen it was.`,
          'tubeId',
        )
      break
    }
    case 'harvested':
      for (const { flowerId } of deed.payload.flowers)
        checkSameCross(around.find('flower', flowerId), deed.payload.crossId, 'flower')
      if (deed.payload.untagged && around.find('cross', deed.payload.crossId)!.pollenParentId !== null)
        throw new Refusal(
          'untagged',
          'Nobody knows the father of a fruit without a tag: harvest it of an open-pollinated cross.',
          'untagged',
        )
      break
    case 'seedsSplit':
    case 'seedsMerged': {
      const from = deed.kind === 'seedsMerged' ? deed.payload.fromId : deed.subjectId
      checkSameSeed(around.find('seedLot', from)!, deed.payload)
      break
    }
    case 'sown':
      checkSameCross(around.find('seedLot', deed.payload.lotId), deed.payload.crossId, 'packet')
      break
    case 'seedlingsRaised': {
      checkSameCross(around.find('sowing', deed.subjectId), deed.payload.crossId, 'tray')
      const cross = around.find('cross', deed.payload.crossId)!
      const { crop, seedParentId, pollenParentId } = deed.payload
      if (
        cross.crop !== crop ||
        cross.seedParentId !== seedParentId ||
        cross.pollenParentId !== pollenParentId
      ) {
        throw new Refusal('other-cross', 'The seedlings have the crop and the parents of their cross.')
      }
      break
    }
    case 'scored':
    case 'scoreMissing': {
      const { traits } = definitionFor(around.find('plant', deed.subjectId)!.crop, around)
      const trait = traits.find(t => t.id === deed.payload.trait)
      checkScore(trait, 'value' in deed.payload ? deed.payload.value : null)
      break
    }
    case 'genotypeNoted': {
      const { crop } = around.find('plant', deed.subjectId)!
      checkNoted(deed.payload, definitionFor(crop, around))
      break
    }
    case 'traitAdded':
    case 'locusAdded':
    case 'ruleAdded':
    case 'inheritanceSet':
      checkGenetics(definitionFor(deed.payload.crop, around))
      break
    case 'traitChanged':
    case 'traitDropped':
    case 'locusChanged':
    case 'locusDropped':
    case 'ruleChanged':
    case 'ruleDropped': {
      const type = deed.kind.startsWith('trait') ? 'trait' : deed.kind.startsWith('locus') ? 'locus' : 'rule'
      const { crop } = around.find(type, deed.subjectId)!
      checkGenetics(definitionFor(crop, around))
      break
    }
    case 'batchPlanned':
      checkOfCrop(deed.payload.crop, deed.payload.plantId, 'plantId', around)
      break
    case 'pollenCollected':
      for (const donor of deed.payload.donors) checkOfCrop(deed.payload.crop, donor, 'donors', around)
      break
    case 'tubeSplit':
    case 'tubeToppedUp': {
      const tube = around.find('tube', deed.subjectId)!
      const other = deed.kind === 'tubeToppedUp' ? around.find('tube', deed.payload.fromId)! : null
      if (other && other.crop !== tube.crop)
        throw new Refusal('other-crop', `${other.code} is pollen of another crop.`, 'fromId')
      const donors = (other ?? tube).donors
      if (
        deed.payload.donors.length !== donors.length ||
        !deed.payload.donors.every(id => donors.includes(id))
      )
        throw new Refusal('other-donors', `The donors are not those of ${(other ?? tube).code}.`, 'donors')
      break
    }
    case 'wayChosen':
      if (around.find('cross', deed.payload.crossId)!.crop !== deed.payload.crop)
        throw new Refusal('other-crop', 'The cross that a way begins with is of its crop.', 'crossId')
      break
    case 'taskPlanned':
      checkOfCrop(deed.payload.crop, deed.payload.plantId, 'plantId', around)
      break
    case 'aimSet':
    case 'aimChanged': {
      const { crop, wishes } = around.find('aim', deed.subjectId)!
      checkAim(wishes, definitionFor(crop, around).traits)
    }
  }
}

/** Asks about waits that can hardly be, by the guide of the crop, and about parents that were given up. */
function askIfLikely(deed: LoggedDeed, around: Surroundings): void {
  if (deed.kind === 'crossPlanned' && deed.payload.flowersPlanned)
    for (const field of ['seedParentId', 'pollenParentId'] as const) {
      const parent = around.find('plant', deed.payload[field] ?? '')
      if (parent?.struckOff)
        throw new Refusal(
          'unlikely',
          `${parent.name} was struck off on ${dayInWords(parent.struckOff.on, true)} (${parent.struckOff.reason}). Is it meant as a parent all the same?`,
          field,
        )
    }
  const cropOf = (crossId: string) => around.guide(around.find('cross', crossId)?.crop ?? '')
  const flowers =
    deed.kind === 'harvested'
      ? deed.payload.flowers.map(f => f.flowerId)
      : deed.kind === 'takeNoted' || deed.kind === 'looked'
        ? [deed.subjectId]
        : []
  for (const flower of flowers.flatMap(id => around.find('flower', id) ?? [])) {
    const guide = cropOf(flower.crossId)
    if (guide) askAboutFlower(deed, flower, guide, deed.day)
  }
  const sowing = deed.kind === 'seedlingsUp' ? around.find('sowing', deed.subjectId) : undefined
  const guide = sowing && cropOf(sowing.crossId)
  if (guide) askAboutSowing(deed, sowing, guide, deed.day)
}

const definitionFor = (crop: string, around: Surroundings) =>
  definitionOf(guideOf(crop, around), around.own())

function guideOf(crop: string, around: Surroundings): CropGuide {
  const guide = around.guide(crop)
  if (!guide)
    throw new Refusal(
      'unknown-crop',
      'There is no guide for this crop in the garden; choose one of its crops.',
      'crop',
    )
  return guide
}

function checkOfCrop(crop: string, id: string, field: string, around: Surroundings): void {
  const plant = around.find('plant', id)!
  if (plant.crop !== crop) throw new Refusal('other-crop', `${plant.name} is of another crop.`, field)
  if (plant.lost)
    throw new Refusal(
      'plant-lost',
      `${plant.name} was lost (${plant.lost.reason}); choose another plant.`,
      field,
    )
}

function checkSameCrop(crop: string, plant: States['plant'], field: string): void {
  if (plant.crop !== crop)
    throw new Refusal('other-crop', `${plant.name} is of another crop; both parents must be of one.`, field)
}

function checkStands(id: string | null, field: string, around: Surroundings): void {
  const plant = id && around.find('plant', id)
  if (plant && plant.lost)
    throw new Refusal(
      'plant-lost',
      `${plant.name} was lost (${plant.lost.reason}); choose another plant.`,
      field,
    )
}

/** True for plants of one crop, and for crops of one genus, which may cross. */
const isOneGenus = (one: string, other: string, around: Surroundings) => {
  const [first, second] = [around.guide(one), around.guide(other)]
  return one === other || Boolean(first && second && genusOf(first) === genusOf(second))
}

/** A pollen parent of another crop: of the same genus it may well be, else the person is asked. */
function askIfWide(crop: string, id: string | null, isMeant: boolean, around: Surroundings): void {
  const plant = id && around.find('plant', id)
  if (!plant) return
  const name = (of: string) => around.guide(of)?.name.toLowerCase() ?? of
  if (!isMeant && !isOneGenus(crop, plant.crop, around)) {
    throw new Refusal(
      'wide-cross',
      `${plant.name} is of another crop: ${name(plant.crop)}, not ${name(crop)}. Such a cross seldom sets seed. Is it meant? Say so, or choose another pollen parent.`,
      'pollenParentId',
    )
  }
}

/** @throws {Refusal} for a plant that would be its own forebear */
function checkNoOwnForebear(id: string, parents: (string | null | undefined)[], around: Surroundings): void {
  const seen = new Set<string>()
  let generation = parents.filter(parent => parent !== null && parent !== undefined)
  while (generation.length) {
    if (generation.includes(id))
      throw new Refusal(
        'own-forebear',
        'This would make the plant its own forebear. Choose a parent that does not come from it.',
        'seedParentId',
      )
    generation.forEach(parent => seen.add(parent))
    generation = generation.flatMap(parent => {
      const plant = around.find('plant', parent)
      return [plant?.seedParentId, plant?.pollenParentId].filter(
        next => next !== null && next !== undefined && !seen.has(next),
      ) as string[]
    })
  }
}

/** The day on which a plant was sown, or was there at the latest; undefined where nobody knows it. */
function bornBy(id: string, around: Surroundings): ISODate | undefined {
  const plant = around.find('plant', id)
  return around.find('sowing', plant?.sowingId ?? '')?.sownOn ?? plant?.since
}

/** @throws {Refusal} for a parent that was sown when its child was there already */
function checkOlder(
  name: string,
  born: ISODate | undefined,
  { seedParentId, pollenParentId }: { seedParentId?: string | null; pollenParentId?: string | null },
  around: Surroundings,
): void {
  for (const [field, id] of Object.entries({ seedParentId, pollenParentId })) {
    const parent = around.find('plant', id ?? '')
    const sown = around.find('sowing', parent?.sowingId ?? '')?.sownOn
    if (born && sown && sown >= born)
      throw new Refusal(
        'younger-parent',
        `${parent!.name} was sown on ${dayInWords(sown, true)}, and ${name} was there by ${dayInWords(born, true)}: a parent is older than its child. Choose another parent, or put the day right.`,
        field,
      )
  }
}

/** @throws {Refusal} for a cutting that is of another crop, or has other parents, than the plant it was taken from */
function checkIsClone(
  { clonedFrom, crop, seedParentId, pollenParentId }: Extract<LoggedDeed, { kind: 'plantAdded' }>['payload'],
  around: Surroundings,
): void {
  if (!clonedFrom) return
  const from = around.find('plant', clonedFrom.plantId)!
  checkSameCrop(crop, from, 'clonedFrom')
  if (from.seedParentId !== seedParentId || from.pollenParentId !== pollenParentId)
    throw new Refusal(
      'other-parents',
      `What is multiplied from ${from.name} has the same parents as it.`,
      'clonedFrom',
    )
}

/** What goes with seed into another packet is what its own packet tells. */
function checkSameSeed(
  from: States['seedLot'],
  { crossId, flowerIds, harvestedOn }: Pick<States['seedLot'], 'crossId' | 'flowerIds' | 'harvestedOn'>,
): void {
  const isSame =
    from.crossId === crossId &&
    from.harvestedOn === harvestedOn &&
    from.flowerIds.length === flowerIds.length &&
    flowerIds.every(id => from.flowerIds.includes(id))
  if (!isSame)
    throw new Refusal('other-seed', `Cross, flowers or day of harvest are not those of packet ${from.code}.`)
}

function checkSameCross(
  thing: { code: string; crossId: string } | undefined,
  crossId: string,
  what: string,
): void {
  if (thing && thing.crossId !== crossId)
    throw new Refusal('other-cross', `The ${what} ${thing.code} belongs to another cross.`)
}
