import { randomStream } from '@virgulta/core/chance/stream'
import { chilli } from '@virgulta/core/crops/guides/chilli'
import { comingUp, guideCurve } from '@virgulta/core/seed/comingUp'
import type { Sown } from '@virgulta/core/seed/germination'
import { fitGermination, upBy } from '@virgulta/core/seed/germination'
import { shareFromGuide } from '@virgulta/core/chance/rate'
import { germinationOn } from '@virgulta/core/seed/drawer'
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

const PACKETS = 20_000
const HARVEST_DAYS = 400

/** Packets of as many harvests as a large garden has in ten years; one in fifty was tested. */
const drawer = Array.from({ length: PACKETS }, (_, i) => ({
  harvestedOn: addDays('2016-08-01', (i % HARVEST_DAYS) * 9),
  stored: [],
  tests: i % 50 ? [] : [{ on: '2026-02-01', seeds: 10, up: i % 11 }],
}))

/** What comes up of each packet, those that are alike reckoned once, as the screen does. */
function comesUp(on: string): boolean {
  const belief = {
    germination: { ...shareFromGuide(chilli.sowing.germination), records: 0 },
    keepsYears: chilli.seedHandling.keepsYears,
  }
  const known = new Map<string, number>()
  return drawer.every(packet => {
    const key = packet.tests.length ? '' : packet.harvestedOn
    const share = known.get(key) ?? germinationOn(packet, belief, () => null, on).median
    if (key) known.set(key, share)
    return share > 0
  })
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
    await timed(`seed: what comes up of ${PACKETS} packets`, 1, 10, async turn =>
      comesUp(addDays('2026-06-01', turn)),
    ),
    await timed('seed: a tray with its curve and what is still to come', 1, 20, async turn =>
      Boolean(comingUp(sowings[turn % sowings.length]!, usual, sownOn, addDays(sownOn, 31)).still),
    ),
  ]
}
