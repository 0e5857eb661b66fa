/** The crop whose lineage is looked at, in the address: the first of the garden's where it does not say. */
export function useLineageCrop() {
  const garden = useGardenStore()
  const crop = useAddress('crop', () => garden.garden?.crops[0]?.guide.id ?? '')
  const choices = computed(() =>
    (garden.garden?.crops ?? []).map(({ guide }) => ({ value: guide.id, title: guide.name })),
  )
  return { crop, choices }
}
