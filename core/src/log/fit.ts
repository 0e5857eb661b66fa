import { checkAim } from '../aims/fit'
import type { OwnDefinitions } from '../crops/definition'
import { definitionOf } from '../crops/definition'
import type { CropGuide } from '../crops/guide'
import { checkGenetics, checkNoted } from '../odds/fit'
import { checkScore } from '../offspring/score'
import { checkTagCode } from '../tags/code'
import type { Deed } from './entry'
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

/**
 * Checks a deed against the things around it, which the fold of its own subject cannot see.
 *
 * @throws {Refusal} with what does not fit together
 */
export function checkFit(deed: Deed, around: Surroundings): void {
  for (const { code } of codesOf(deed)) {
    const check = checkTagCode(code)
    if (!check.ok) throw new Refusal('bad-code', check.why, 'code')
  }
  if ('placeId' in deed.payload && deed.payload.placeId && !around.hasPlace(deed.payload.placeId)) {
    throw new Refusal('unknown-place', 'This place is not in the garden; choose one of its places.', 'placeId')
  }
  switch (deed.kind) {
    case 'plantAdded':
      guideOf(deed.payload.crop, around)
      break
    case 'crossPlanned': {
      guideOf(deed.payload.crop, around)
      checkPartner(deed.payload.crop, deed.payload.seedParentId, 'seedParentId', around)
      checkPartner(deed.payload.crop, deed.payload.pollenParentId, 'pollenParentId', around)
      break
    }
    case 'flowerChosen': {
      const cross = around.find('cross', deed.payload.crossId)!
      if (cross.seedParentId !== deed.payload.seedParentId) {
        throw new Refusal('other-seed-parent', 'The flower stands on another plant than the seed parent of this cross.', 'seedParentId')
      }
      checkPartner(cross.crop, cross.seedParentId, 'seedParentId', around)
      break
    }
    case 'pollinated': {
      // A flower whose tag has not arrived yet is compared when it is there; pollen outlives its donor.
      const flower = around.find('flower', deed.subjectId)
      const donor = around.find('plant', deed.payload.pollenParentId)!
      if (flower) checkSameCrop(around.find('plant', flower.seedParentId)!.crop, donor, 'pollenParentId')
      const tube = deed.payload.tubeId && around.find('tube', deed.payload.tubeId)
      if (tube && !tube.donors.includes(donor.id)) throw new Refusal('other-pollen', `Tube ${tube.code} holds no pollen of ${donor.name}; choose its own tube, or say whose pollen it was.`, 'tubeId')
      break
    }
    case 'harvested':
      for (const { flowerId } of deed.payload.flowers) checkSameCross(around.find('flower', flowerId), deed.payload.crossId, 'flower')
      break
    case 'sown':
      checkSameCross(around.find('seedLot', deed.payload.lotId), deed.payload.crossId, 'packet')
      break
    case 'seedlingsRaised': {
      checkSameCross(around.find('sowing', deed.subjectId), deed.payload.crossId, 'tray')
      const cross = around.find('cross', deed.payload.crossId)!
      const { crop, seedParentId, pollenParentId } = deed.payload
      if (cross.crop !== crop || cross.seedParentId !== seedParentId || cross.pollenParentId !== pollenParentId) {
        throw new Refusal('other-cross', 'The seedlings have the crop and the parents of their cross.')
      }
      break
    }
    case 'scored': {
      const { traits } = definitionFor(around.find('plant', deed.subjectId)!.crop, around)
      checkScore(traits.find(t => t.id === deed.payload.trait), deed.payload.value)
      break
    }
    case 'genotypeNoted': {
      const { crop } = around.find('plant', deed.subjectId)!
      checkNoted(deed.payload, definitionFor(crop, around))
      break
    }
    case 'traitAdded': case 'locusAdded': case 'ruleAdded': case 'inheritanceSet':
      checkGenetics(definitionFor(deed.payload.crop, around))
      break
    case 'traitChanged': case 'traitDropped': case 'locusChanged': case 'locusDropped': case 'ruleChanged': case 'ruleDropped': {
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
    case 'tubeSplit': case 'tubeToppedUp': {
      const tube = around.find('tube', deed.subjectId)!
      const other = deed.kind === 'tubeToppedUp' ? around.find('tube', deed.payload.fromId)! : null
      if (other && other.crop !== tube.crop) throw new Refusal('other-crop', `${other.code} is pollen of another crop.`, 'fromId')
      const donors = (other ?? tube).donors
      if (deed.payload.donors.length !== donors.length || !deed.payload.donors.every(id => donors.includes(id))) throw new Refusal('other-donors', `The donors are not those of ${(other ?? tube).code}.`, 'donors')
      break
    }
    case 'taskPlanned':
      checkOfCrop(deed.payload.crop, deed.payload.plantId, 'plantId', around)
      break
    case 'aimSet': case 'aimChanged': {
      const { crop, wishes } = around.find('aim', deed.subjectId)!
      checkAim(wishes, definitionFor(crop, around).traits)
    }
  }
}

const definitionFor = (crop: string, around: Surroundings) => definitionOf(guideOf(crop, around), around.own())

function guideOf(crop: string, around: Surroundings): CropGuide {
  const guide = around.guide(crop)
  if (!guide) throw new Refusal('unknown-crop', 'There is no guide for this crop in the garden; choose one of its crops.', 'crop')
  return guide
}

function checkOfCrop(crop: string, id: string, field: string, around: Surroundings): void {
  const plant = around.find('plant', id)!
  if (plant.crop !== crop) throw new Refusal('other-crop', `${plant.name} is of another crop.`, field)
  if (plant.lost) throw new Refusal('plant-lost', `${plant.name} was lost (${plant.lost.reason}); choose another plant.`, field)
}

function checkSameCrop(crop: string, plant: States['plant'], field: string): void {
  if (plant.crop !== crop) throw new Refusal('other-crop', `${plant.name} is of another crop; both parents must be of one.`, field)
}

function checkPartner(crop: string, id: string | null, field: string, around: Surroundings): void {
  const plant = id && around.find('plant', id)
  if (!plant) return
  checkSameCrop(crop, plant, field)
  if (plant.lost) throw new Refusal('plant-lost', `${plant.name} was lost (${plant.lost.reason}); choose another plant.`, field)
}

function checkSameCross(thing: { code: string, crossId: string } | undefined, crossId: string, what: string): void {
  if (thing && thing.crossId !== crossId) throw new Refusal('other-cross', `The ${what} ${thing.code} belongs to another cross.`)
}
