import { greatest } from 'd3-array'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { PassDetails } from '@virgulta/core/flowers/answers'
import { usualPass } from '@virgulta/core/flowers/answers'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { LastPass, LastPassAnswer } from '#shared/round'

const NOTHING_TOLD: PassDetails = {
  tool: null,
  isToolClean: null,
  grains: null,
  source: null,
  reached: null,
  tubeId: null,
  bulkOf: null,
  isAfterAnother: false,
  donorStage: null,
  donorCovered: null,
}

/** What is told of the pass of pollen at the flower in view; another flower begins with the crop's usual way. */
export function usePass(guide: Ref<CropGuide | null>, flower: () => Flower | null | undefined) {
  const garden = useGardenStore()
  const { data: noted } = useLive<LastPassAnswer>(() => '/api/round/last-pass')
  /** What this person did on this device: it counts before the server has heard of it. */
  const here = useLocalStorage<LastPass | null>(
    `virgulta-last-pass-${garden.garden?.id ?? ''}-${garden.garden?.personId ?? ''}`,
    null,
    { serializer: { read: JSON.parse, write: JSON.stringify } },
  )
  const last = computed(() =>
    greatest(
      [noted.value?.last, here.value].filter(pass => !!pass),
      pass => pass.at,
    ),
  )
  const isAfterAnother = () => {
    const at = flower()
    if (!at || !last.value) return false
    const { seedParentId, pollenParentId } = last.value
    return seedParentId !== at.seedParentId || pollenParentId !== at.pollenParentId
  }
  const pass = ref<PassDetails>(NOTHING_TOLD)
  watch(
    [() => flower()?.id, () => guide.value?.id, () => flower()?.looks.length],
    () => {
      if (!guide.value) return
      pass.value = { ...usualPass(guide.value, flower()), isAfterAnother: isAfterAnother() }
    },
    { immediate: true },
  )
  watch(last, () => {
    // An answer that comes late asks no less; what was told meanwhile stays.
    pass.value = { ...pass.value, isAfterAnother: isAfterAnother() }
  })
  /** Remembers where the tool was, once a pass was noted; with whose pollen, where it was not that of the plan. */
  function passed(pollenParentId = flower()?.pollenParentId ?? null): void {
    const at = flower()
    if (at) here.value = { seedParentId: at.seedParentId, pollenParentId, at: garden.now }
  }
  return { pass, passed }
}
