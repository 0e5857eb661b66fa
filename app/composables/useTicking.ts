import type { Instant } from '@virgulta/core/time/days'

/** The moment, second by second; the demo garden's clock stands between its steps, and goes on from there. */
export function useTicking(): ComputedRef<Instant> {
  const garden = useGardenStore()
  const clock = useNow({ interval: 1000 })
  const stood = ref(Date.now())
  watch(
    () => garden.now,
    () => (stood.value = Date.now()),
  )
  return computed(() =>
    garden.garden?.isDemo
      ? new Date(Date.parse(garden.now) + Math.max(0, clock.value.getTime() - stood.value)).toISOString()
      : clock.value.toISOString(),
  )
}
