import type { CropGuide } from '@virgulta/core/crops/guide'
import type { PassDetails } from '@virgulta/core/flowers/answers'
import { usualPass } from '@virgulta/core/flowers/answers'
import type { Flower } from '@virgulta/core/flowers/flower'

/** Where the tool of whoever holds this device was last: at which plant, with whose pollen. */
interface LastPass {
  /** empty: nowhere yet */
  seedParentId: string
  pollenParentId: string | null
}

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
  const last = useLocalStorage<LastPass>(`virgulta-last-pass-${garden.garden?.id ?? ''}`, {
    seedParentId: '',
    pollenParentId: null,
  })
  const isAfterAnother = () => {
    const here = flower()
    const { seedParentId, pollenParentId } = last.value
    if (!here || !seedParentId) return false
    return seedParentId !== here.seedParentId || pollenParentId !== here.pollenParentId
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
  /** Remembers where the tool was, once a pass was noted. */
  function passed(): void {
    const here = flower()
    if (here) last.value = { seedParentId: here.seedParentId, pollenParentId: here.pollenParentId }
  }
  return { pass, passed }
}
