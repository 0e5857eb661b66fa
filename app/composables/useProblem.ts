/** Fields of the screen that tell what is wrong with them, and dialogs that tell what is wrong at all, by how many there are. */
const fields = reactive(new Map<string, number>())
const hosts = ref(0)

function counted(change: (by: 1 | -1) => void, isOn: () => boolean) {
  watch(
    isOn,
    (on, before) => {
      if (on) change(1)
      else if (before) change(-1)
    },
    { immediate: true },
  )
  onBeforeUnmount(() => isOn() && change(-1))
}

const isAtField = (field: string | undefined) => field !== undefined && (fields.get(field) ?? 0) > 0

/** What is wrong with a field of the screen, for its error line; while the field is there, nobody else tells it. */
export function useProblemAt(field: string) {
  const log = useLogStore()
  counted(
    by => fields.set(field, (fields.get(field) ?? 0) + by),
    () => true,
  )
  return computed(() => (log.problem?.field === field ? log.problem.sentence : undefined))
}

/** What a dialog or a form tells itself of what was refused; the line at the edge of the screen then keeps silent. */
export function useProblemHost(isOpen: () => boolean) {
  const log = useLogStore()
  counted(by => (hosts.value += by), isOpen)
  return computed(() => (log.problem && !isAtField(log.problem.field) ? log.problem.sentence : null))
}

/** True while a form is open: what goes wrong behind it is told in it, and nobody is led away from what they type. */
export const isFormOpen = (): boolean => hosts.value > 0

/** What is left to be told by the line at the edge of the screen: each problem is told once. */
export function useProblemLine() {
  const log = useLogStore()
  return computed(() =>
    log.problem && hosts.value === 0 && !isAtField(log.problem.field) ? log.problem : null,
  )
}
