import { randomStream } from '@virgulta/core/chance/stream'
import { chilli } from '@virgulta/core/crops/guides/chilli'
import { comingUp, guideCurve } from '@virgulta/core/seed/comingUp'
import type { Sown } from '@virgulta/core/seed/germination'
import { fitGermination, upBy } from '@virgulta/core/seed/germination'
import type { Sowing } from '@virgulta/core/seed/sowing'
import { addDays } from '@virgulta/core/time/days'
import type { Row } from './measure'
import { timed } from './measure'

const [TRAYS, SEEDS] = [1000, 60]
const FIT_AIM_MS = 2000
const DAYS = [7, 9, 11, 13, 15, 18, 21, 25, 30]
const CURVE = { final: 0.7, t50: 13, slope: 5 }

/** What is seen of a tray whose seeds come up along one curve. */
function trayOf(seed: number): Sown {
  const { binomial } = randomStream(seed + 1)
  let [left, before] = [SEEDS, 0]
  const looks = DAYS.map(day => {
    const by = CURVE.final * upBy(day, CURVE)
    const count = binomial(left, (by - before) / (1 - before))
    left -= count
    before = by
    return { day, count }
  })
  return { seeds: SEEDS, looks }
}

/** What is reckoned of seed. */
export async function seedRows(): Promise<Row[]> {
  const trays = Array.from({ length: TRAYS }, (_, i) => trayOf(i))
  const sownOn = '2026-03-01'
  const usual = { curve: guideCurve(chilli), trays: 0 }
  const sowings = trays.slice(0, 20).map(
    ({ seeds, looks }) =>
      ({
        seeds,
        sownOn,
        looks: looks.map(({ day, count }) => ({ on: addDays(sownOn, day), up: count })),
        up: 0,
        ended: null,
      }) as unknown as Sowing,
  )
  return [
    await timed(
      `seed: ${TRAYS} trays fitted`,
      1,
      5,
      async () => trays.every(tray => fitGermination([tray]).t50 !== null),
      FIT_AIM_MS,
    ),
    await timed('seed: a tray with its curve and what is still to come', 1, 20, async turn =>
      Boolean(comingUp(sowings[turn % sowings.length]!, usual, sownOn, addDays(sownOn, 31)).still),
    ),
  ]
}
