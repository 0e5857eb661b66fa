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

/** What differs from what is usual: what somebody told. */
const beyond = (usual: PassDetails, now: PassDetails): Partial<PassDetails> =>
  Object.fromEntries(Object.entries(now).filter(([key, value]) => value !== usual[key as keyof PassDetails]))

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
  let usual = NOTHING_TOLD
  watch(
    [() => flower()?.id, () => guide.value?.id, () => flower()?.looks.length],
    ([id, crop], [idBefore, cropBefore]) => {
      if (!guide.value) return
      // An answer of the server that comes late takes nothing back that was told of this flower meanwhile.
      const told = id === idBefore && crop === cropBefore ? beyond(usual, pass.value) : {}
      usual = { ...usualPass(guide.value, flower()), isAfterAnother: isAfterAnother() }
      pass.value = { ...usual, ...told, isAfterAnother: isAfterAnother() }
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
    // What was told was of this pass; the next one begins with what is usual.
    pass.value = { ...usual, isAfterAnother: isAfterAnother() }
  }
  return { pass, passed }
}
