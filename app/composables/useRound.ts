import { stopsAfter } from '@virgulta/core/round/stopsAfter'
import type { Noted } from '#shared/entries'
import type { Round } from '#shared/round'

/**
 * The round of a day. What is noted at a flower shows in today's round at once, before the round is reckoned anew.
 *
 * @param path of the route with its query
 */
export function useRound(path: () => string) {
  const garden = useGardenStore()
  const log = useLogStore()
  const { data: round, ...live } = useLive<Round>(path)

  function after(before: Round, { changed, removed }: Noted): Round {
    const flowers = (changed ?? []).flatMap(one => (one.type === 'flower' ? [one.state] : []))
    const stops = stopsAfter(before.stops, flowers, removed, garden)
    const ids = new Set(stops.map(stop => stop.subject.id))
    const left = before.stops.filter(stop => !ids.has(stop.subject.id))
    const atPlaces = { ...before.atPlaces }
    for (const { placeId } of left) atPlaces[placeId ?? ''] = (atPlaces[placeId ?? ''] ?? 1) - 1
    return { ...before, stops, total: before.total - left.length, atPlaces }
  }
  watch(
    () => log.noted,
    noted => {
      if (noted && round.value?.day === garden.today) round.value = after(round.value, noted)
    },
    { flush: 'sync' },
  )
  return { data: round, ...live }
}
