import { sum } from 'd3-array'
import type { CropGuide } from '../crops/guide'
import type { ISODate } from '../time/days'
import { addDays, daysBetween } from '../time/days'
import type { Bounded, Curve, GerminationFit, Look, Sown } from './germination'
import { fitGermination, logLikelihoodOf, seenAlong, upBy } from './germination'
import { clockToLearn } from './course'
import type { Sowing } from './sowing'
import { stillToCome } from './stillToCome'

/**
 * The looks at a tray by days since its clock began; those of one day are one, and what was up on the day itself came within half of
 * one.
 *
 * @param clock the day from which its days are counted, see `clockOf`
 */
export function seenIn({ seeds, looks }: Pick<Sowing, 'seeds' | 'looks'>, clock: ISODate): Sown {
  const byDay = new Map<number, number>()
  for (const { on, up } of looks) {
    const day = Math.max(daysBetween(clock, on), 0.5)
    byDay.set(day, (byDay.get(day) ?? 0) + up)
  }
  return {
    seeds,
    looks: [...byDay].map(([day, count]): Look => ({ day, count })).sort((a, b) => a.day - b.day),
  }
}

/** How seed of a crop usually comes up: the slope of most, and the share of them that is up when the first are seen. */
const [USUAL_SLOPE, FIRST] = [6, 0.07]

/** The curve that a guide makes likely: its share, and as quick as its first seedlings are. */
export function guideCurve({ sowing: { daysToUp, germination } }: CropGuide): Curve {
  const first = Math.sqrt(daysToUp.low * daysToUp.high)
  const [low, high] = [germination.low, germination.high]
  return {
    final: (low + high) / 2,
    t50: first * ((1 - FIRST) / FIRST) ** (1 / USUAL_SLOPE),
    slope: USUAL_SLOPE,
  }
}

/** How many seeds the guide's curve is worth, and that of a crop's trays where another one is looked at. */
const [GUIDE_SEEDS, USUAL_SEEDS] = [8, 8]
/** Trays that a crop's curve is fitted to, the latest: seed, medium and hand change. */
const MOST_TRAYS = 40

const curveOf = ({ final, t50, slope }: GerminationFit): Curve => ({
  final: final.estimate,
  t50: t50!.estimate,
  slope: slope!.estimate,
})

/** The curve of a crop in this garden, from the guide's and the trays that were looked at to their end. */
export function usualCurve(guide: CropGuide, sowings: Sowing[]): { curve: Curve; trays: number } {
  const seen = sowings
    .filter(sowing => (sowing.ended ?? sowing.raisedOn) && sowing.looks.length)
    .sort((a, b) => b.sownOn.localeCompare(a.sownOn))
    .flatMap(sowing => {
      const clock = clockToLearn(sowing, guide)
      return clock ? [seenIn(sowing, clock)] : []
    })
    .slice(0, MOST_TRAYS)
  const prior = guideCurve(guide)
  return seen.length
    ? { curve: curveOf(fitGermination(seen, [seenAlong(prior, GUIDE_SEEDS)])), trays: seen.length }
    : { curve: prior, trays: 0 }
}

/** A point of the curve of a tray: how many of its seeds are up by a day, with the 80 % interval. */
export interface CurvePoint {
  day: number
  up: number
  low: number
  high: number
}

/** How a tray comes up. */
export interface ComingUp {
  /** the day from which its days are counted */ from: ISODate
  final: Bounded
  t50: Bounded
  slope: Bounded
  /** trays of the garden that it was compared with */
  trays: number
  curve: CurvePoint[]
  /** null where nothing more is awaited */
  still: { by: ISODate; expected: number; low: number; high: number; any: number } | null
  /** seedlings to be expected of as many seeds, sown today, in the same time */
  fresh: number
}

/** Points along each parameter of the curves that are possible, and days at which they are drawn. */
const [POINTS, DRAWN] = [9, 24]

/** Curves that the counts leave possible, each with its weight. */
function possibleCurves(trays: Sown[], fit: GerminationFit): { curve: Curve; weight: number }[] {
  const along = ({ estimate, low, high }: Bounded, least: number, most: number) => {
    const [start, end] = [
      Math.max(least, estimate - 2 * (estimate - low)),
      Math.min(most, estimate + 2 * (high - estimate)),
    ]
    return Array.from({ length: POINTS }, (_, i) => start + ((end - start) * i) / (POINTS - 1))
  }
  const { t50, slope } = curveOf(fit)
  const curves = along(fit.final, 0.001, 1).flatMap(final =>
    along(fit.t50!, t50 / 5, t50 * 5).flatMap(t =>
      along(fit.slope!, slope / 5, slope * 5).map((s): Curve => ({ final, t50: t, slope: s })),
    ),
  )
  const logs = curves.map(logLikelihoodOf(trays))
  const most = Math.max(...logs)
  return curves
    .map((curve, i) => ({ curve, weight: Math.exp(logs[i]! - most) }))
    .filter(({ weight }) => weight > 1e-3)
}

function pointsOf(trays: Sown[], fit: GerminationFit, seeds: number, until: number): CurvePoint[] {
  const possible = possibleCurves(trays, fit)
  const best = curveOf(fit)
  const total = sum(possible, ({ weight }) => weight)
  return Array.from({ length: DRAWN + 1 }, (_, i): CurvePoint => {
    const day = (until * i) / DRAWN
    const ups = possible
      .map(({ curve, weight }) => ({ up: seeds * curve.final * upBy(day, curve), weight }))
      .sort((a, b) => a.up - b.up)
    const at = (share: number) => {
      let below = 0
      return ups.find(({ weight }) => (below += weight) >= share * total)?.up ?? 0
    }
    return { day, up: seeds * best.final * upBy(day, best), low: at(0.1), high: at(0.9) }
  })
}

/**
 * How a tray comes up, from its looks and from how its crop does in this garden: its curve, and what is still to come.
 *
 * @param usual the curve of its crop, see {@link usualCurve}
 * @param clock the day from which its days are counted, see `clockOf`
 */
export function comingUp(
  sowing: Sowing,
  { curve: usual, trays }: { curve: Curve; trays: number },
  clock: ISODate,
  today: ISODate,
): ComingUp {
  const tray = seenIn(sowing, clock)
  const prior = [seenAlong(usual, USUAL_SEEDS)]
  const all = tray.looks.length ? [tray, ...prior] : prior
  const fit = fitGermination(tray.looks.length ? [tray] : [], prior)
  const { final, slope } = fit
  const t50 = fit.t50!
  const age = daysBetween(clock, today)
  const isAwaited = !sowing.ended && sowing.up < sowing.seeds
  const usualEnd = stillToCome(tray, fit, undefined, prior).by
  // What nobody looked for since the last look may be up by now: the day lies ahead of today.
  const by = Math.max(usualEnd, age + 1)
  const still = isAwaited ? stillToCome(tray, fit, by, prior) : null
  const drawnUntil = Math.max(tray.looks.at(-1)?.day ?? 0, isAwaited ? by : 0, t50.estimate * 1.6)
  return {
    from: clock,
    final,
    t50,
    slope: slope!,
    trays,
    curve: pointsOf(all, fit, sowing.seeds, drawnUntil),
    still: still && { ...still, by: addDays(clock, still.by) },
    fresh: sowing.seeds * usual.final * upBy(by - age, usual),
  }
}
