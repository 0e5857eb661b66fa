import { chanceOfBatches } from '@virgulta/core/bloom/batchChances'
import type { Window } from '@virgulta/core/bloom/overlap'
import { bySeason, meeting, pollenSide, receptiveWindow, sheddingWindow } from '@virgulta/core/bloom/overlap'
import { sowingDays } from '@virgulta/core/bloom/sowingDays'
import type { BloomForecast } from '@virgulta/core/garden/blooms'
import type { MeetPage } from '#shared/bloom'
import type { MeetingWish } from '#shared/works'
import { windowOfBatch } from '#shared/works'
import { dayNumber } from '@virgulta/core/time/days'

/** What is thought of to make two plants meet. */
export interface MeetingPlan {
  atLeastDays: number
  holdDays: number
  pollenKeepsDays: number
  /** days of batches that are thought of */ sow: string[]
}

/** Whether two plants meet as things stand and as is thought of; worked out at once, while a date is being dragged. */
export function useMeeting(page: () => MeetPage | null, plan: () => MeetingPlan) {
  const garden = useGardenStore()
  const bloom = computed(() => page() && garden.cropOf(page()!.crop)!.guide.bloom)
  const sowing = computed((): MeetingWish['sowing'] => {
    const at = page()
    const [seed] = at?.seed.windows ?? []
    if (!at?.pollen.sown || !seed || !bloom.value) return null
    const candidates = sowingDays(receptiveWindow(seed, bloom.value), bloom.value, at.season, garden.today)
    if (!candidates.length) return null
    return {
      candidates,
      season: at.season,
      predictor: at.pollen.sown,
      curves: at.curves,
    }
  })
  /** Days that stand in the address and cannot be sown on any more, or not yet, are passed over. */
  const isOpen = (day: string) =>
    dayNumber(day) >= sowing.value!.candidates[0]! && dayNumber(day) <= sowing.value!.candidates.at(-1)!
  const thought = computed(() =>
    sowing.value
      ? plan()
          .sow.filter(isOpen)
          .map(day => ({ day, window: windowOfBatch(sowing.value!, bloom.value!, dayNumber(day)) }))
      : [],
  )
  const shedding = computed(() => (page()?.pollen.windows ?? []).map(w => sheddingWindow(w, bloom.value!)))
  const terms = computed(() => ({
    pollenKeepsDays: plan().pollenKeepsDays,
    holdDays: plan().holdDays,
    atLeastDays: plan().atLeastDays,
  }))
  const pollen = computed(() => [...shedding.value, ...thought.value.map(t => t.window)])
  const seeds = computed(() =>
    (page()?.seed.windows ?? []).map((view): { view: BloomForecast; window: Window } => ({
      view,
      window: receptiveWindow(view, bloom.value!),
    })),
  )
  const chances = computed(() =>
    seeds.value.map(({ window }) => chanceOfBatches(window, pollen.value, terms.value)),
  )
  /**
   * Of several batches of the seed parent the one that meets best is worked on; it stays the same one while a
   * date is dragged.
   */
  const best = computed(() => seeds.value[chances.value.indexOf(Math.max(...chances.value))] ?? null)
  /** Chance that both are there, day by day, in each season and then over all; holding back is left out. */
  const together = computed(() => {
    if (!best.value) return { first: 0, p: [] as number[] }
    const seasons = bySeason([best.value.window, ...pollen.value]).map(({ probability, windows }) => {
      const [seed, ...sides] = windows.map(
        (w, i) =>
          pollenSide(w, {
            pollenKeepsDays: i ? terms.value.pollenKeepsDays : 0,
            holdDays: 0,
            atLeastDays: 1,
          }).begunBy,
      )
      return { probability, seed: seed!, sides }
    })
    const first = Math.min(...seasons.map(({ seed }) => seed.first))
    const end = Math.max(...seasons.map(({ seed }) => seed.first + seed.values.length))
    const at = ({ first: from, values }: (typeof seasons)[number]['seed'], day: number) =>
      values[day - from] ?? 0
    return {
      first,
      p: Array.from({ length: end - first }, (_, i) =>
        seasons.reduce(
          (sum, { probability, seed, sides }) =>
            sum +
            probability *
              at(seed, first + i) *
              (1 - sides.reduce((missed, side) => missed * (1 - at(side, first + i)), 1)),
          0,
        ),
      ),
    }
  })
  const expectedDays = computed(() => {
    if (!best.value) return 0
    if (!terms.value.holdDays) return together.value.p.reduce((sum, p) => sum + p, 0)
    return Math.max(0, ...pollen.value.map(w => meeting(best.value!.window, w, terms.value).expectedDays))
  })
  return {
    bloom,
    sowing,
    thought,
    shedding,
    best,
    together,
    expectedDays,
    probability: computed(() => Math.max(0, ...chances.value)),
  }
}
