/**
 * A file that a person chose, as text; one that is too large is not read.
 *
 * @param mostBytes the largest that is read at once
 */
export function useTextFile(mostBytes: number) {
  const file = ref<File | null>(null)
  const text = ref('')
  const tooLarge = ref(false)
  watch(file, async chosen => {
    text.value = ''
    tooLarge.value = (chosen?.size ?? 0) > mostBytes
    if (chosen && !tooLarge.value) text.value = await chosen.text()
  })
  return { file, text, tooLarge }
}

/** Rows in parts of so many: what one entry holds. */
export const inParts = <T>(rows: T[], most: number): T[][] =>
  Array.from({ length: Math.ceil(rows.length / most) }, (_, i) => rows.slice(i * most, (i + 1) * most))
