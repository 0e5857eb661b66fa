import type { LoggedDeed, Draft } from '@virgulta/core/log/entry'
import type { Names } from '@virgulta/core/log/kind'
import { Refusal } from '@virgulta/core/log/refusal'
import type { Plant } from '@virgulta/core/plants/plant'
import { plantAfter } from '@virgulta/core/plants/plant'
import type { ISODate } from '@virgulta/core/time/days'
import { group } from 'd3-array'

/**
 * Notes on plants in haste: what was pressed here counts at once, and goes on counting until an answer holds it.
 *
 * @param answer what the plants came with
 * @param names of traits, for the line that says what was noted
 */
export function useKeyed(answer: Ref<unknown>, names: () => Names) {
  const log = useLogStore()
  const garden = useGardenStore()
  const mine = shallowRef<LoggedDeed[]>([])
  watch(answer, () => {
    const waiting = new Set(log.waiting.map(w => w.deed.id))
    mine.value = mine.value.filter(deed => waiting.has(deed.id))
  })
  const mineOf = computed(() => group(mine.value, deed => deed.subjectId))

  /** Notes at once, without waiting for an answer. */
  function note(drafts: Draft[], day: ISODate = garden.today): void {
    const deeds = log.later(drafts, names(), day)
    mine.value = [...mine.value, ...deeds.map(deed => ({ ...deed, day }) as LoggedDeed)]
  }
  /** What no longer fits, as on a plant that somebody else noted as lost, is for the server to refuse in words. */
  function afterIfFit(plant: Plant, deed: LoggedDeed): Plant {
    try {
      return plantAfter(plant, deed, plant.id)
    } catch (error) {
      if (error instanceof Refusal) return plant
      throw error
    }
  }
  /** The plant with what was pressed here; what is not taken back is still among what is under way, or in the answer. */
  const keyed = (plant: Plant): Plant => (mineOf.value.get(plant.id) ?? []).reduce(afterIfFit, plant)

  return { note, keyed }
}
