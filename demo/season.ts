import type { School } from '@virgulta/core/flowers/schools'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { ISODate } from '@virgulta/core/time/days'
import { addDays } from '@virgulta/core/time/days'
import type { Genes } from './genes'
import { inherited, looksOf, meritOf } from './genes'
import type { Nature } from './nature'
import type { DemoCross } from './programmes'
import type { Scribe } from './scribe'

/** A plant that can be a parent: its id, where it stands, and its genes. */
export interface DemoPlant {
  id: string
  placeId: string | null
  genes: Genes
}

/** A packet of the story. */
interface DemoLot {
  lotId: string
  seeds: number
  harvestedOn: ISODate
}

/** What follows a cross through its season needs. */
export interface Stage {
  scribe: Scribe
  nature: Nature
  guide: CropGuide
  cross: DemoCross
  crossId: string
  seedParent: DemoPlant
  pollenParent: DemoPlant
}

/** Days until something happens, drawn from a guide's range. */
const daysIn = (scribe: Scribe, { low, high }: { low: number; high: number }) =>
  Math.max(1, scribe.between(Math.round(low), Math.max(Math.round(low), Math.round(high))))

/** How the people of the demo garden do it, in turn: what is told beside the story does not change how it goes on. */
const HABITS = { otherWay: 4, cover: ['mesh', 'mesh', 'paper'] } as const

/**
 * Works one flower from tag to harvest.
 *
 * @param rates of the cross: flowers that take, fruits that hang until their harvest
 * @returns the day it is ripe, or null when it came to nothing
 */
function workFlower(
  { scribe, guide, crossId, seedParent, pollenParent }: Stage,
  rates: { take: number; held: number },
  day: ISODate,
  i: number,
): { flowerId: string; ripeOn: ISODate } | null {
  const { receptive } = guide
  const flowerId = scribe.id(day)
  const isDusk = guide.form === 'separateTied'
  const hour = isDusk ? 20 + (i % 8) * 0.1 : Math.min(receptive.hours.to + 1, 15) + (i % 10) * 0.15
  scribe.note(day, hour, 'flowerChosen', flowerId, {
    code: scribe.code(day),
    crossId,
    seedParentId: seedParent.id,
    pollenParentId: pollenParent.id,
    blooms: 1,
  })
  if (guide.emasculation.needed) {
    const [usual, other] = Object.keys(guide.emasculation.ways) as School<'emasculation'>[]
    const school = i % HABITS.otherWay === 0 && other ? other : usual!
    scribe.note(day, hour + 0.03, 'emasculated', flowerId, {
      school,
      ...(guide.emasculation.usual && school === 'pluck' ? { count: guide.emasculation.usual } : {}),
    })
    scribe.note(day, hour + 0.06, 'lensChecked', flowerId, {
      found: scribe.chance(0.04) ? 'anthersLeft' : 'clean',
    })
  }
  const way = isDusk ? 'tie' : HABITS.cover[i % HABITS.cover.length]!
  scribe.note(day, hour + 0.08, 'isolated', flowerId, { way })
  if (scribe.chance(0.03)) {
    scribe.note(addDays(day, 1), receptive.hours.from + 1, 'flowerLost', flowerId, {
      reason: scribe.pick(guide.lostReasons),
    })
    return null
  }

  const readyOn = addDays(day, daysIn(scribe, receptive.daysAfterIsolation))
  const look = receptive.hours.from + 0.4 + (i % 12) * 0.12
  if (readyOn > addDays(day, 1))
    scribe.note(addDays(readyOn, -1), look, 'looked', flowerId, { look: 'notYet' })
  if (scribe.chance(0.03)) {
    scribe.note(readyOn, look, 'looked', flowerId, { look: 'tooLate' })
    return null
  }
  scribe.note(readyOn, look, 'looked', flowerId, { look: 'ready' })
  const tools = [guide.schools.transfer!.usual, ...guide.schools.transfer!.others] as School<'transfer'>[]
  const pass = {
    pollenParentId: pollenParent.id,
    selfMeant: seedParent.id === pollenParent.id,
    tool: tools[i % 5 === 0 ? 1 : 0]!,
  }
  scribe.note(readyOn, look + 0.02, 'pollinated', flowerId, {
    ...pass,
    grains: i % 3 === 0 ? 'many' : 'some',
  })
  if (guide.pollination.passes > 1 && i % 2 === 0 && guide.schools.passes!.usual !== 'once')
    scribe.note(addDays(readyOn, 1), look + 0.02, 'pollinated', flowerId, pass)
  scribe.note(readyOn, look + 0.03, 'isolated', flowerId, { way })

  const tellsOn = addDays(readyOn, daysIn(scribe, guide.take.daysAfterPollination))
  if (scribe.chance(0.35))
    scribe.note(addDays(tellsOn, -2), 9 + i * 0.02, 'takeNoted', flowerId, { take: 'notYet', reason: null })
  if (!scribe.chance(rates.take)) {
    scribe.note(tellsOn, 9 + i * 0.02, 'takeNoted', flowerId, {
      take: 'failed',
      reason: scribe.pick(guide.take.failReasons),
    })
    return null
  }
  scribe.note(tellsOn, 9 + i * 0.02, 'takeNoted', flowerId, { take: 'taken', reason: null })
  scribe.note(addDays(tellsOn, 1), 9.5 + i * 0.02, 'uncovered', flowerId, {})
  if (!scribe.chance(rates.held)) {
    scribe.note(addDays(tellsOn, 9), 11, 'flowerLost', flowerId, { reason: scribe.pick(guide.lostReasons) })
    return null
  }
  const ripeOn = addDays(readyOn, daysIn(scribe, guide.ripening.daysAfterPollination))
  if (guide.ripening.splits && i % 9 !== 0)
    scribe.note(addDays(ripeOn, -9), 10 + i * 0.02, 'fruitNetted', flowerId, {})
  return { flowerId, ripeOn }
}

/** Works all flowers of a cross and harvests them in two pickings. @returns the packets */
export function workCross(stage: Stage): DemoLot[] {
  const { scribe, nature, guide, cross, crossId } = stage
  const { begins, flowers } = cross
  const rates = {
    take: nature.share('take', guide.take.rate, stage),
    held: nature.share('held', guide.ripening.held, stage),
  }
  const spreadDays = guide.form === 'openBowl' ? 14 : 12
  const ripe = Array.from({ length: flowers }, (_, i) =>
    workFlower(stage, rates, addDays(begins, Math.floor((i / flowers) * spreadDays)), i),
  )
    .filter(f => f !== null)
    .sort((a, b) => a.ripeOn.localeCompare(b.ripeOn))
  const half = Math.ceil(ripe.length / 2)
  const lots: DemoLot[] = []
  for (const picking of [ripe.slice(0, half), ripe.slice(half)]) {
    const last = picking.at(-1)
    if (!last) continue
    const seeds = nature.seeds(guide.ripening.seedsPerFruit, picking.length, stage)
    if (!seeds) continue
    const empty = scribe.random.binomial(seeds, 1 - nature.share('sound', guide.ripening.sound, stage))
    const lotId = scribe.id(last.ripeOn)
    const isDone = scribe.note(last.ripeOn, 15, 'harvested', lotId, {
      code: scribe.code(last.ripeOn),
      crossId,
      flowers: picking.map(p => ({ flowerId: p.flowerId, fruits: 1 })),
      seeds,
      sound: seeds - empty,
      empty,
      cue: guide.schools.harvest!.usual as School<'harvest'>,
    })
    if (isDone) lots.push({ lotId, seeds: seeds - empty, harvestedOn: last.ripeOn })
  }
  return lots
}

const MOST_LOOKS = 6

/** Sows from the packets and raises the seedlings. @returns the plants of the family */
export function raiseFamily(stage: Stage, lots: DemoLot[], placeId: string): DemoPlant[] {
  const { scribe, nature, guide, cross, crossId, seedParent, pollenParent } = stage
  const family: DemoPlant[] = []
  let wanted = cross.sow?.seeds ?? 0
  for (const lot of lots) {
    const seeds = Math.min(wanted, lot.seeds)
    if (!cross.sow || seeds === 0) continue
    wanted -= seeds
    const on = cross.sow.on > lot.harvestedOn ? cross.sow.on : addDays(lot.harvestedOn, 4)
    const sowingId = scribe.id(on)
    if (
      !scribe.note(on, 14, 'sown', sowingId, {
        code: scribe.code(on),
        lotId: lot.lotId,
        crossId,
        seeds,
        container: guide.id === 'squash' ? 'pots' : 'tray',
        placeId,
      })
    )
      continue

    const { daysToUp, lossReasons, germination, survival } = guide.sowing
    let toCome = scribe.random.binomial(seeds, nature.share('germination', germination, stage))
    // In three looks so many are lost as in all.
    const lostAtALook = 1 - nature.share('survival', survival, stage) ** (1 / 3)
    let standing = 0
    const first = addDays(on, daysIn(scribe, daysToUp))
    const step = Math.max(2, Math.round((daysToUp.high - daysToUp.low) / 5))
    let day = first
    for (let look = 0; look < MOST_LOOKS && toCome > 0; look++, day = addDays(day, step)) {
      const up = look === MOST_LOOKS - 1 ? toCome : scribe.random.binomial(toCome, 0.45)
      if (!scribe.note(day, 9.5, 'seedlingsUp', sowingId, { count: up })) break
      toCome -= up
      standing += up
      const lost = look < 3 ? scribe.random.binomial(standing, lostAtALook) : 0
      if (
        lost &&
        scribe.note(day, 9.6, 'seedlingsLost', sowingId, {
          count: lost,
          reason: scribe.chance(0.7) ? lossReasons[0]! : scribe.pick(lossReasons),
        })
      )
        standing -= lost
    }
    const raisedOn = addDays(day, 16)
    if (standing === 0) continue
    const plants = Array.from({ length: standing }, () => ({
      id: scribe.id(raisedOn),
      code: scribe.code(raisedOn),
    }))
    const isRaised = scribe.note(raisedOn, 10, 'seedlingsRaised', sowingId, {
      plants,
      crop: guide.id,
      crossId,
      seedParentId: seedParent.id,
      pollenParentId: pollenParent.id,
      placeId,
    })
    if (isRaised)
      family.push(
        ...plants.map(p => ({
          id: p.id,
          placeId,
          genes: inherited(seedParent.genes, pollenParent.genes, scribe),
        })),
      )
  }
  return family
}

/** Of a family's plants so many are kept, and so many looked at again. */
const [KEPT, WATCHED] = [0.04, 0.12]

/**
 * Scores a family in the row and decides on its plants: the best are kept.
 *
 * @returns the judged plants, the best first: parents of later crosses come from them
 */
export function judgeFamily({ scribe, guide, cross }: Stage, family: DemoPlant[]): DemoPlant[] {
  if (!cross.judge) return family
  const { on, share, traits } = cross.judge
  const judged = family
    .slice(0, Math.round(family.length * share))
    .map(plant => ({ plant, looks: looksOf(cross.crop, plant.genes, scribe) }))
  const ranked = [...judged].sort((a, b) => meritOf(cross.crop, b.looks) - meritOf(cross.crop, a.looks))
  const { keep, watch, discard } = guide.judging.reasons
  judged.forEach(({ plant, looks }, i) => {
    const hour = 9 + i * 0.01
    for (const trait of traits) scribe.note(on, hour, 'scored', plant.id, { trait, value: looks[trait]! })
    const rank = ranked.findIndex(r => r.plant === plant) / ranked.length
    const verdict = rank < Math.max(KEPT, 2 / ranked.length) ? 'keep' : rank < WATCHED ? 'watch' : 'discard'
    scribe.note(on, hour + 0.005, 'judged', plant.id, {
      verdict,
      reason: verdict === 'keep' ? scribe.pick(keep) : verdict === 'watch' ? watch[0]! : scribe.pick(discard),
    })
  })
  return ranked.map(r => r.plant)
}
