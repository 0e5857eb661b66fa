/**
 * Something that a press sets off: while it is under way, another press is the same press. Whatever becomes of it, the next one counts.
 *
 * @param work what is done
 */
export function useOnce<A extends unknown[]>(work: (...args: A) => unknown) {
  const isBusy = ref(false)
  async function run(...args: A): Promise<void> {
    if (isBusy.value) return
    isBusy.value = true
    try {
      await work(...args)
    } finally {
      isBusy.value = false
    }
  }
  return { isBusy, run }
}

/** The first field of a form that says what is wrong with it; it gets the focus. */
export function faultyField(form: HTMLElement | null | undefined): HTMLElement | null {
  const field = form?.querySelector<HTMLElement>('[aria-invalid="true"]') ?? null
  field?.focus()
  return field
}
