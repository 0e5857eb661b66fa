import { addDays, dayInWords, dayNumber, dayOfNumber } from '@virgulta/core/time/days'
import { scaleLinear } from 'd3-scale'

/** Days across a drawing: their place, the months under them, and the day at a place. */
export function useSeasonScale(span: () => { from: string; to: string }, width: () => number) {
  const scale = computed(() =>
    scaleLinear([dayNumber(span().from), dayNumber(span().to) + 1], [0, Math.max(60, width())]),
  )
  const months = computed(() => {
    const { from, to } = span()
    const found: { day: string; at: number; name: string }[] = []
    for (let day = `${from.slice(0, 8)}01`; day <= to; day = `${addDays(day, 32).slice(0, 8)}01`)
      if (day >= from)
        found.push({
          day,
          at: scale.value(dayNumber(day)),
          name: dayInWords(day).slice(2, 5) + (day.slice(5, 7) === '01' ? ` ${day.slice(0, 4)}` : ''),
        })
    return found
  })
  return {
    x: (day: number) => scale.value(day),
    months,
    dayAt: (at: number) => dayOfNumber(Math.floor(scale.value.invert(at))),
  }
}
