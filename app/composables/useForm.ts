import type { Problem } from '#shared/entries'

/**
 * A form that is sent to the server: what was refused stands at its field or below, and nothing typed is lost.
 *
 * @param send does it; what it throws is what the server refused
 */
export function useForm(send: () => Promise<unknown>) {
  const problem = ref<Problem | null>(null)
  const isBusy = ref(false)
  async function submit() {
    problem.value = null
    isBusy.value = true
    try {
      await send()
    } catch (error) {
      problem.value = problemOf(error)
    } finally {
      isBusy.value = false
    }
  }
  /** What is wrong with a field, for its error line. */
  const at = (field: string) => (problem.value?.field === field ? [problem.value.sentence] : [])
  /** What is wrong with the whole, or with a field that is not on the screen. */
  const beside = (...fields: string[]) =>
    problem.value && !fields.includes(problem.value.field ?? '') ? problem.value.sentence : null
  return { problem, isBusy, submit, at, beside }
}
