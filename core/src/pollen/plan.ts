import { sum } from 'd3-array'
import type { Estimate } from '../chance/estimate'
import { counted, plural } from '../formats/counted'
import type { ISODate } from '../time/days'
import { addDays, dayInWords, daysBetween } from '../time/days'
import type { StoreKind } from '../stores/kinds'
import { breadthInWords } from './breadth'
import { keepsDays } from './prior'
import type { PollenClass } from './worth'
import { WORTH_USING } from './worth'

/** Pollen that a cross of this season still needs. */
export interface PollenNeed {
  crossId: string
  code: string
  crop: string
  seedParentId: string
  donorId: string
  /** flowers that lack pollen, and doses with all their passes */
  flowers: number
  doses: number
  /** days on which the seed parent's flowers are open */
  from: ISODate
  to: ISODate
  /** share of such days on which the donor sheds, as it is foretold */
  freshShare: number
  /** when the donor flowers this season */
  donorBloom: { from: ISODate; to: ISODate } | null
  pollenClass: PollenClass
  /** doses that one flower of the donor gives, as it is */
  perFlower: number
  /** a population that is crossed with itself, and how many plants it is; null: two parents */
  population: { plants: number | null } | null
}

/** A tube that could serve: doses left, and what is alive in it on a day. */
export interface PlannedTube {
  id: string
  code: string
  donors: string[]
  left: number
  aliveOn: (day: ISODate) => Estimate
}

/** Where the pollen of a cross comes from. */
export interface PollenAnswer {
  need: PollenNeed
  how: 'fresh' | 'shelf' | 'collect' | 'missing'
  /** doses out of tubes, with what is alive on the first day they are wanted */
  tubes: { id: string; code: string; doses: number; alive: Estimate }[]
  /** doses that no tube has */
  short: number
  /** crosses that take from the same tubes */
  rivals: { crossId: string; code: string; doses: number }[]
  /** when to collect, and how to keep it */
  collect: { from: ISODate; until: ISODate; keep: StoreKind } | null
  because: string
  proposals: string[]
}

/** From this share of the days on the donor's own flowers are counted on. */
const OFTEN_ENOUGH = 0.6
/** Days that pollen is kept in a cool box and in the refrigerator; longer than that it goes into the freezer. */
const [COOL_BOX_DAYS, REFRIGERATOR_DAYS] = [1, 21]

/**
 * Where the pollen of each cross comes from: fresh from the donor, from the shelf, to be collected, or missing. The shelf is given
 * out to the crosses in the order in which they need it, from the tubes that die first.
 */
export function pollenPlan(needs: PollenNeed[], tubes: PlannedTube[], today: ISODate): PollenAnswer[] {
  const left = new Map(tubes.map(t => [t.id, t.left]))
  const takers = new Map<string, { crossId: string; code: string; doses: number }[]>()
  const inOrder = [...needs].sort((a, b) => a.from.localeCompare(b.from) || a.code.localeCompare(b.code))
  return inOrder.map(need => {
    const day = need.from > today ? need.from : today
    const fitting = tubes
      .filter(t => t.donors.length === 1 && t.donors[0] === need.donorId)
      .map(tube => ({ tube, alive: tube.aliveOn(day) }))
    const alive = fitting
      .filter(t => t.alive.median >= WORTH_USING)
      .sort((a, b) => a.alive.median - b.alive.median || a.tube.code.localeCompare(b.tube.code))
    const isFresh = need.freshShare >= OFTEN_ENOUGH
    const given: PollenAnswer['tubes'] = []
    let wanted = isFresh ? 0 : need.doses
    for (const { tube, alive: share } of alive) {
      const doses = Math.min(wanted, left.get(tube.id)!)
      if (doses <= 0) continue
      left.set(tube.id, left.get(tube.id)! - doses)
      takers.set(tube.id, [...(takers.get(tube.id) ?? []), { crossId: need.crossId, code: need.code, doses }])
      given.push({ id: tube.id, code: tube.code, doses, alive: share })
      wanted -= doses
    }
    const rivals =
      wanted > 0
        ? alive.flatMap(({ tube }) => (takers.get(tube.id) ?? []).filter(t => t.crossId !== need.crossId))
        : []
    const collect = wanted > 0 ? collecting(need, today) : null
    const how = isFresh ? 'fresh' : wanted <= 0 ? 'shelf' : collect ? 'collect' : 'missing'
    return {
      need,
      how,
      tubes: given,
      short: wanted,
      rivals,
      collect,
      because: why(need, how, given, fitting.length - alive.length, collect, day),
      proposals: wanted > 0 ? proposalsFor(need, wanted, rivals, collect, given) : [],
    }
  })
}

/** When the donor's pollen can be taken for flowers that are open on later days; null where it cannot. */
function collecting(
  { donorBloom, from, to, pollenClass }: PollenNeed,
  today: ISODate,
): PollenAnswer['collect'] {
  if (!donorBloom || pollenClass === 'minutes') return null
  const earliest = [today, donorBloom.from, addDays(from, -keepsDays(pollenClass))].sort().at(-1)!
  const until = donorBloom.to < to ? donorBloom.to : to
  if (earliest > until) return null
  const days = Math.max(0, daysBetween(until, from), daysBetween(earliest, from))
  return {
    from: earliest,
    until,
    keep: days <= COOL_BOX_DAYS ? 'coolBox' : days <= REFRIGERATOR_DAYS ? 'refrigerator' : 'freezer',
  }
}

const keepWords: Record<StoreKind, string> = {
  bench: 'on the bench',
  coolBox: 'in a cool box',
  refrigerator: 'in the refrigerator',
  freezer: 'in the freezer',
}
/** How often the donor sheds while the flowers are open. */
const sharedInWords = (share: number) =>
  share < 0.01
    ? 'the donor hardly sheds while its flowers are open'
    : `the donor sheds on about ${Math.round(share * 100)} of 100 days on which its flowers are open`

function why(
  need: PollenNeed,
  how: PollenAnswer['how'],
  given: PollenAnswer['tubes'],
  dead: number,
  collect: PollenAnswer['collect'],
  day: ISODate,
): string {
  const shared = sharedInWords(need.freshShare)
  const tooDead = dead
    ? ` ${plural(dead, 'One tube of it is', `${dead} tubes of it are`)} too dead by ${dayInWords(day)}.`
    : ''
  switch (how) {
    case 'fresh':
      if (need.population) return `Among themselves. ${breadthInWords(need.population.plants)}`
      return `Fresh: ${shared}; about ${counted(Math.ceil(need.doses / need.perFlower), 'flower')} of it ${plural(Math.ceil(need.doses / need.perFlower), 'gives', 'give')} enough.`
    case 'shelf':
      return `From the shelf: ${sum(given, g => g.doses)} doses on ${dayInWords(day)}; ${shared}.`
    case 'collect':
      return `Collect from ${dayInWords(collect!.from)} and keep it ${keepWords[collect!.keep]}; ${shared}.${tooDead}`
    case 'missing':
      if (need.pollenClass === 'minutes')
        return `Missing: its pollen lives for minutes and has to come fresh; ${shared}.${tooDead}`
      return need.donorBloom && need.donorBloom.to < day
        ? `Missing: the donor’s bloom is over on ${dayInWords(need.donorBloom.to)}.${tooDead}`
        : need.donorBloom
          ? `Missing: the donor flowers from ${dayInWords(need.donorBloom.from)}, the seed parent only until ${dayInWords(need.to)}.${tooDead}`
          : `Missing: nothing is foretold of the donor’s bloom.${tooDead}`
  }
}

function proposalsFor(
  need: PollenNeed,
  short: number,
  rivals: PollenAnswer['rivals'],
  collect: PollenAnswer['collect'],
  given: PollenAnswer['tubes'],
): string[] {
  const touches = Math.max(1, Math.round(need.doses / need.flowers))
  const proposals: string[] = []
  if (collect)
    proposals.push(
      `Collect for ${counted(Math.ceil(short / touches), 'flower')} more until ${dayInWords(collect.until)}.`,
    )
  if (rivals.length) {
    const [first] = rivals
    proposals.push(
      `${first!.code} takes ${first!.doses} doses of the same pollen: share it out, or do that one with fewer flowers.`,
    )
  }
  if (given.length && touches > 1)
    proposals.push(
      `One touch a flower instead of ${touches} makes what is there go to ${counted(
        Math.min(
          need.flowers,
          sum(given, g => g.doses),
        ),
        'flower',
      )}.`,
    )
  if (given.length)
    proposals.push(
      `Do ${counted(Math.floor(sum(given, g => g.doses) / touches), 'flower')} with what is there, and the rest when there is more.`,
    )
  if (!collect && !given.length)
    proposals.push('Choose another pollen parent for it, or plan it for the season in which both flower.')
  return proposals
}
