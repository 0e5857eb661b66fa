import { customsOf, guidesWith } from '@virgulta/core/crops/ownGuide'
import type { Custom } from '@virgulta/core/crops/kinds'
import { v7 } from 'uuid'
import type { OwnGuides } from '#shared/crops'

/** Every crop guide as the garden has it, with what it changed, and the way to change it. */
export function useGuides() {
  const garden = useGardenStore()
  const log = useLogStore()
  const { data, problem } = useLive<OwnGuides>(() => '/api/guides')
  const guides = computed(() =>
    data.value ? guidesWith(data.value.own, data.value.customs, garden.half) : null,
  )
  const customs = computed(() => customsOf(data.value?.customs ?? []))
  /** The garden's own guide of a crop, where it set one. */
  const ownOf = (crop: string) =>
    data.value?.own.filter(own => own.crop === crop).sort((a, b) => (a.setAt < b.setAt ? 1 : -1))[0]
  /** Sets a custom; the one about the same matter is set anew. */
  function keepTo(custom: Custom) {
    const matter = (c: Custom) => (c.about === 'school' ? c.step : c.caution)
    const known = data.value?.customs.find(
      c => c.custom.about === custom.about && matter(c.custom) === matter(custom),
    )
    return log.note([{ kind: 'customSet', subjectId: known?.id ?? v7(), payload: { custom } }])
  }
  return { guides, customs, ownOf, keepTo, problem }
}
