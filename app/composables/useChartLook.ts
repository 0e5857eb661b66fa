import { looks } from '../theme/looks'

/** What every chart takes from the look that is on: colours, type, and an axis in it. */
export function useChartLook() {
  const { look } = storeToRefs(useLookStore())
  const colours = computed(() => looks[look.value])
  const font = { family: 'Atkinson Hyperlegible Next Variable', size: 13 }
  const titled = (text: string) => ({ display: Boolean(text), text, color: colours.value.quiet, font })
  const ticks = (more: object = {}) => ({ color: colours.value.quiet, font, ...more })
  return {
    colours,
    font,
    /** an axis with its title; lines across only where they help to read a value */
    axis: (
      title: string,
      { lines = false, ...more }: { lines?: boolean } & Record<string, unknown> = {},
    ) => ({
      title: titled(title),
      ticks: ticks((more.ticks as object | undefined) ?? {}),
      grid: lines ? { color: colours.value.rule } : { display: false },
      ...Object.fromEntries(Object.entries(more).filter(([key]) => key !== 'ticks')),
    }),
  }
}
