/** Parts of a value that are looked at; what is larger counts as that large. */
const MOST_PARTS = 500_000
const BYTES_OF_PART = 16

/** About how many bytes a value takes in memory: enough to keep a cache within its bounds. */
export function weightOf(value: unknown): number {
  const open: unknown[] = [value]
  const seen = new Set<object>()
  let bytes = 1
  for (let parts = 0; open.length && parts < MOST_PARTS; parts++) {
    const part = open.pop()
    bytes += BYTES_OF_PART
    if (typeof part === 'string') bytes += 2 * part.length
    if (typeof part !== 'object' || part === null || seen.has(part)) continue
    seen.add(part)
    if (ArrayBuffer.isView(part)) bytes += part.byteLength
    else if (part instanceof Map) for (const [key, of] of part) open.push(key, of)
    else
      for (const of of part instanceof Set || Array.isArray(part) ? part : Object.values(part)) open.push(of)
  }
  return bytes
}
