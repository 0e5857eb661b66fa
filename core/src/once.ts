interface Kept {
  parts: unknown[]
  answer: unknown
}

const results = new WeakMap<object, Map<string, Kept>>()

/**
 * What follows from values that are never changed, worked out once for as long as somebody holds the first of them.
 *
 * @param on the value that decides the answer, together with `key` and `parts`
 * @param parts what else decides it: with other parts it is worked out anew, and the earlier answer is let go
 */
export function once<T>(on: object, key: string, workOut: () => T, parts: unknown[] = []): T {
  const known = results.get(on) ?? new Map<string, Kept>()
  results.set(on, known)
  const kept = known.get(key)
  if (kept && kept.parts.length === parts.length && kept.parts.every((part, i) => part === parts[i]))
    return kept.answer as T
  const answer = workOut()
  known.set(key, { parts, answer })
  return answer
}
