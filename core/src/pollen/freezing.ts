import { betaQuantile } from '../chance/distributions'
import type { Tube, TubeTest } from './tube'

/** The last test before freezing against the first after it: share of what was alive that is left, 80 % interval. */
export interface Freezing {
  before: TubeTest
  after: TubeTest
  kept: { median: number; low: number; high: number }
}

/** How much of what was alive before freezing is alive after it, from two beliefs that know nothing but the counts; null without both tests. */
export function freezingOf({ tests }: Pick<Tube, 'tests'>): Freezing | null {
  const before = tests.filter(t => t.phase === 'before').at(-1)
  const after = tests.find(t => t.phase === 'after' && (!before || t.at > before.at))
  if (!before || !after) return null
  const quantiles = ({ alive, seen }: TubeTest) =>
    Array.from({ length: 40 }, (_, i) => betaQuantile((i + 0.5) / 40, alive + 1, seen - alive + 1))
  const [a, b] = [quantiles(before), quantiles(after)]
  const ratios = b.flatMap(y => a.map(x => y / x)).sort((x, y) => x - y)
  const at = (p: number) => ratios[Math.floor(p * (ratios.length - 1))]!
  return { before, after, kept: { median: at(0.5), low: at(0.1), high: at(0.9) } }
}
