import { group, max, min } from 'd3-array'
import type { BloomDue } from '../bloom/due'
import { seasonOf } from '../bloom/season'
import type { Estimate } from '../chance/estimate'
import { wilsonInterval } from '../chance/wilson'
import type { CropGuide } from '../crops/guide'
import type { CropKnowledge } from '../crops/knowledge'
import type { CropHistory, Judged } from '../crops/records'
import { firstFlowerOf } from '../crops/records'
import type { Cross } from '../crosses/cross'
import { counted } from '../formats/counted'
import { once } from '../once'
import { usualKind } from '../plants/kinds'
import { bloomEndingAfter, isInBloom, isYearRound } from '../season/band'
import type { Days } from '../season/band'
import type { GrowingDeed } from '../seed/growing'
import type { Sowing } from '../seed/sowing'
import type { ISODate } from '../time/days'
import { addDays, dayInWords, yearOf } from '../time/days'

/** The offspring of a cross: what stands in trays, and the plants that have tags. */
export interface Family {
  cross: Cross
  /** all that were sown of it, given up or not */
  sowings: Sowing[]
  /** those that are there yet and were not discarded */
  seedlings: Judged[]
  /** all that ever had a tag */
  offspring: Judged[]
}

/** Work that is due at a family as a whole. */
export interface FamilyDue extends Omit<BloomDue, 'step'> {
  step: 'judge' | 'firstFlowers' | 'lift'
  estimate: Estimate | null
}

/** The families of a crop of which something grows. */
export const familiesOf = ({
  crosses,
  sowings,
  offspring,
}: Omit<CropHistory, 'flowers' | 'lots'>): Family[] =>
  once(sowings, 'families', () => gather({ crosses, sowings, offspring }), [crosses, offspring])

function gather({ crosses, sowings, offspring }: Omit<CropHistory, 'flowers' | 'lots'>): Family[] {
  const sown = group(sowings, s => s.crossId)
  const raised = group(offspring, plant => plant.crossId)
  return crosses
    .map(cross => ({
      cross,
      sowings: sown.get(cross.id) ?? [],
      seedlings: (raised.get(cross.id) ?? []).filter(
        plant => !plant.lost && plant.verdict?.verdict !== 'discard',
      ),
      offspring: raised.get(cross.id) ?? [],
    }))
    .filter(family => family.seedlings.length || traysOf(family).length)
}

/** The trays of a family in which seedlings stand. */
export const traysOf = ({ sowings }: Pick<Family, 'sowings'>): Sowing[] =>
  sowings.filter(s => !s.ended && s.standing > 0)

const lastOf = ({ cross }: Family, ...dids: GrowingDeed[]): ISODate | null =>
  cross.grown.findLast(({ did }) => dids.includes(did))?.on ?? null

/** A plant that dies after its season is there no longer when so many days have passed since it should have flowered. */
const ANNUAL_DAYS = 240

/** False for a family that is over: of plants that die after their season, which is past. */
export function isThereYet(
  family: Family,
  guide: CropGuide,
  knowledge: CropKnowledge,
  today: ISODate,
): boolean {
  const expected = firstFlowerExpected(family, guide, knowledge)
  return usualKind(guide) === 'clone' || !expected || addDays(expected.to, ANNUAL_DAYS) >= today
}

/** When the first flower of a family was seen; null: none was yet. */
export const firstFlowerSeen = (family: Family): ISODate | null =>
  min(
    [
      firstFlowerOf([...family.sowings, ...family.offspring]),
      ...family.cross.grown.filter(g => g.did === 'firstFlower' || g.did === 'budsOff').map(({ on }) => on),
    ].filter(on => on !== null),
  ) ?? null

const sownOnOf = ({ sowings, seedlings }: Family): ISODate | null =>
  min([...sowings.filter(s => s.up > 0).map(s => s.sownOn), ...seedlings.map(plant => plant.since)]) ?? null

/**
 * Days brought into the blooms of a crop: the first is put off to the bloom that follows, the last is brought forward into the one before.
 * What is sown for its season, or flowers at any time, stays as it is.
 */
function inItsBloom({ from, to }: Days, { bloom }: CropGuide): Days {
  if (bloom.fromSowing || isYearRound(bloom)) return { from, to }
  const first = bloomEndingAfter(from, bloom)
  const last = bloomEndingAfter(to, bloom)
  const begins = first.from > from ? first.from : from
  const ends = last.from > to ? bloomEndingAfter(addDays(to, -365), bloom).to : to
  return { from: begins, to: ends < begins ? first.to : ends }
}

/** When the first flower of a family is expected, by how long its crop takes here and when it blooms; null where nobody knows when it was sown. */
export function firstFlowerExpected(family: Family, guide: CropGuide, { days }: CropKnowledge): Days | null {
  const sownOn = sownOnOf(family)
  if (!sownOn) return null
  const { low, high } = days.toFlower
  return inItsBloom({ from: addDays(sownOn, Math.floor(low)), to: addDays(sownOn, Math.ceil(high)) }, guide)
}

/** How many seedlings of a family have flowered by the end of a season, of those that lived to see it; with the 80 % interval of their share. */
export interface FloweredBy {
  season: number
  of: number
  flowered: number
  low: number
  high: number
}

/** The share of a family's seedlings that has flowered, season by season from the first on in which one of them could. */
export function floweredBySeason(seedlings: Judged[], { bloom }: CropGuide, today: ISODate): FloweredBy[] {
  const those = seedlings.map(plant => {
    const first = firstFlowerOf([plant])
    const gone = plant.lost?.on ?? plant.verdict?.on
    return {
      from: seasonOf(plant.since, bloom),
      flowered: first === null ? null : seasonOf(first, bloom),
      // What was gone before it flowered tells nothing of the seasons after, nor what was judged without a note of its flower.
      until: gone && !first ? seasonOf(gone, bloom) - 1 : Number.POSITIVE_INFINITY,
    }
  })
  const begins = min(those, one => one.from)
  if (begins === undefined) return []
  const now = seasonOf(today, bloom)
  return Array.from({ length: Math.max(0, now - begins + 1) }, (_, i) => begins + i).flatMap(season => {
    const there = those.filter(({ from, until }) => from <= season && season <= until)
    const flowered = there.filter(one => one.flowered !== null && one.flowered <= season).length
    if (!there.length) return []
    return [{ season, of: there.length, flowered, ...wilsonInterval(flowered, there.length) }]
  })
}

/** Nobody is asked any more for what is late by so much. */
const LIFT_DAYS = 75
/** Days from a look in vain to the next one. */
const [GREEN_AGAIN, FLOWER_AGAIN] = [10, 7]

/** All that is due at a family, at most one of each step. */
export const familyDues = (
  family: Family,
  guide: CropGuide,
  knowledge: CropKnowledge,
  today: ISODate,
): FamilyDue[] =>
  once(
    family,
    `due on ${today}`,
    () =>
      [
        liftDue(family, guide, today),
        flowersDue(family, guide, knowledge, today),
        judgeDue(family, guide, today),
      ].filter(due => due !== null),
    [guide, knowledge.days.toFlower],
  )

/** Where a family stands: where the first of its plants does, else its tray. */
export const placeOfFamily = (family: Family): string | null =>
  (family.seedlings[0] ?? traysOf(family)[0])?.placeId ?? null

/** When the last tray was lifted of a family that has nothing but trays, each noted by itself; null while one was not. */
function liftedInTrays(family: Family): ISODate | null {
  const days = traysOf(family).map(({ grown }) => grown.findLast(({ did }) => did === 'lifted')?.on ?? null)
  const isAll = days.length > 0 && family.seedlings.length === 0 && !days.includes(null)
  return isAll ? min(days.filter(on => on !== null))! : null
}

/** Lifting and replanting what dies back; once in its season. */
function liftDue(family: Family, { growingOn: { diesBack } }: CropGuide, today: ISODate): FamilyDue | null {
  const sownOn = sownOnOf(family)
  if (!diesBack || !sownOn) return null
  const year = yearOf(today)
  const from = [`${year}-${diesBack}`, `${year - 1}-${diesBack}`].find(day => day <= addDays(today, 30))!
  const lifted = max([lastOf(family, 'lifted'), liftedInTrays(family)].filter(on => on !== null))
  if (sownOn > addDays(from, -60) || addDays(from, LIFT_DAYS) < today) return null
  if (lifted && lifted > addDays(from, -90)) return null
  const green = lastOf(family, 'green')
  const looked = green && green >= from ? addDays(green, GREEN_AGAIN) : from
  return {
    step: 'lift',
    from: looked,
    until: addDays(looked, 14),
    estimate: null,
    because: `It dies back from about ${dayInWords(from)} on${lifted ? `; last lifted on ${dayInWords(lifted, true)}` : ''}.`,
  }
}

/** A look for the first flower of a family, while one is likely and none was seen. */
function flowersDue(
  family: Family,
  guide: CropGuide,
  knowledge: CropKnowledge,
  today: ISODate,
): FamilyDue | null {
  const expected = firstFlowerExpected(family, guide, knowledge)
  if (!expected || firstFlowerSeen(family)) return null
  const isSeasonal = !guide.bloom.fromSowing && !isYearRound(guide.bloom)
  if (isSeasonal && today > expected.from && !isInBloom(today, guide.bloom)) return null
  if (today > addDays(expected.to, 60)) return null
  const looked = lastOf(family, 'noFlower')
  const from =
    looked && addDays(looked, FLOWER_AGAIN) > expected.from ? addDays(looked, FLOWER_AGAIN) : expected.from
  return {
    step: 'firstFlowers',
    from,
    until: addDays(from, 7),
    estimate: knowledge.days.toFlower,
    because: `Its first flower is expected between ${dayInWords(expected.from, true)} and ${dayInWords(expected.to, true)}${looked ? `; none on ${dayInWords(looked)}` : ''}.`,
  }
}

/** Judging what flowers, or is old enough; and looking again, in a later bloom, at what was only watched. */
function judgeDue({ seedlings }: Family, guide: CropGuide, today: ISODate): FamilyDue | null {
  const ready = seedlings.flatMap(plant => {
    const span = judgedIn(plant, guide, today)
    return span && span.to >= today ? [{ ...span, isAgain: plant.verdict !== null }] : []
  })
  if (!ready.length) return null
  const from = min(ready, one => one.from)!
  const due = ready.filter(one => one.from <= (from > today ? from : today))
  const again = due.filter(one => one.isAgain).length
  const parts = [
    due.length > again && `${counted(due.length - again, 'seedling')} to judge`,
    again && `${counted(again, 'seedling')} to look at again, as the first bloom often misleads`,
  ].filter(Boolean)
  return {
    step: 'judge',
    from,
    until: max([addDays(from, 14), min([max(due, one => one.to)!, addDays(today, 7)])!])!,
    estimate: null,
    because: `${parts.join('; ')}.`,
  }
}

/** From when until when a seedling is to be judged, for the first time or anew; null while nothing is to be seen of it. */
function judgedIn({ verdict, blooming, since }: Judged, guide: CropGuide, today: ISODate): Days | null {
  const { bloom, judging } = guide
  const last = blooming.blooms.at(-1)
  if (verdict) {
    // What dies after its season is not seen again.
    if (verdict.verdict !== 'watch' || usualKind(guide) !== 'clone') return null
    const season = nextBloom(verdict.on, guide, today)
    const isSeen = last && season && last.seen >= season.from
    return season && (isSeen ? { from: last.first ?? last.seen, to: season.to } : season)
  }
  if (last) {
    const bloomed = last.first ?? last.seen
    const isNow = isYearRound(bloom)
      ? addDays(last.seen, 60) >= today
      : seasonOf(last.seen, bloom) === seasonOf(today, bloom)
    if (isNow) return { from: bloomed, to: addDays(last.seen, 90) }
    return usualKind(guide) === 'clone' ? nextBloom(last.seen, guide, today) : null
  }
  const { low, high } = judging.daysAfterRaising
  const old = { from: addDays(since, Math.floor(low)), to: addDays(since, Math.ceil(high * 1.5)) }
  const span = inItsBloom(old, guide)
  // Of what may flower in one of several years, the bloom that is on counts, not those that passed.
  const now = bloom.fromSowing || isYearRound(bloom) ? span : bloomEndingAfter(today, bloom)
  return { from: max([span.from, now.from])!, to: span.to }
}

/** The bloom that is on or comes next, where it is of a later season than a day; else null: it is still to come. */
function nextBloom(after: ISODate, { bloom }: CropGuide, today: ISODate): Days | null {
  if (isYearRound(bloom)) return { from: addDays(after, 300), to: addDays(after, 420) }
  const next = bloomEndingAfter(today, bloom)
  return seasonOf(next.from, bloom) > seasonOf(after, bloom)
    ? { from: addDays(next.from, Math.max(0, bloom.firstFlower.low)), to: next.to }
    : null
}
