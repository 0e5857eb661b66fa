import type { CropGuide } from '@virgulta/core/crops/guide'
import type { PassDetails } from '@virgulta/core/flowers/answers'
import type { Flower } from '@virgulta/core/flowers/flower'
import { usualPass } from '@virgulta/core/flowers/answers'

/** What is told of a pass of pollen at the flower in view; another flower begins with the crop's usual way. */
export function usePass(guide: Ref<CropGuide | null>, flower: () => Flower | null | undefined) {
  const pass = ref<PassDetails>({
    tool: null,
    isToolClean: null,
    grains: null,
    source: null,
    reached: null,
    tubeId: null,
    donorStage: null,
    donorCovered: null,
  })
  watch(
    [() => flower()?.id, () => guide.value?.id, () => flower()?.looks.length],
    () => {
      if (guide.value) pass.value = usualPass(guide.value, flower())
    },
    { immediate: true },
  )
  return { pass }
}
