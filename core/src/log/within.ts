import * as v from 'valibot'

type Issue = v.BaseIssue<unknown> & { requirement?: unknown; path?: { key: unknown }[] }

/** What an issue's value becomes at the bound it is beyond; undefined where it is wrong in another way. */
function atBound({ type, requirement, input }: Issue): unknown {
  if (type === 'min_value' || type === 'max_value') return requirement
  if (type === 'max_length') return (input as string | unknown[]).slice(0, requirement as number)
  return undefined
}

/**
 * A value that an earlier version took beyond the bounds of today, brought to them: numbers too small or too large, texts and
 * lists too long.
 *
 * @returns the value as the schema reads it; what is wrong in another way is told as issues
 */
export function within<S extends v.GenericSchema>(schema: S, value: unknown): v.SafeParseResult<S> {
  const found = v.safeParse(schema, value)
  if (found.success) return found
  const copy = structuredClone(value)
  for (const issue of found.issues as unknown as Issue[]) {
    const bounded = atBound(issue)
    const keys = issue.path?.map(p => p.key as string) ?? []
    const last = keys.pop()
    if (bounded === undefined || last === undefined) continue
    const holder = keys.reduce<Record<string, unknown> | undefined>(
      (at, key) => at?.[key] as Record<string, unknown> | undefined,
      copy as Record<string, unknown>,
    )
    if (holder) holder[last] = bounded
  }
  return v.safeParse(schema, copy)
}
