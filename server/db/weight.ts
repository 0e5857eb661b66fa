/** Parts of a value that are looked at; what is larger counts as that large. */
const MOST_PARTS = 500_000
const BYTES_OF_PART = 16
/** Items of a list that are looked at, spread over it; each stands for those between. */
const SAMPLE = 100
/** Spreads them so that they fall in with nothing that comes again and again. */
const GOLDEN = 0.618_033_988_75

/** About how many bytes a value takes in memory: enough to keep a cache within its bounds. */
export function weightOf(value: unknown): number {
  const open: { part: unknown; times: number }[] = [{ part: value, times: 1 }]
  const seen = new Set<object>()
  let bytes = 1
  for (let parts = 0; open.length && parts < MOST_PARTS; parts++) {
    const { part, times } = open.pop()!
    bytes += BYTES_OF_PART * times
    if (typeof part === 'string') bytes += 2 * part.length * times
    if (typeof part !== 'object' || part === null || seen.has(part)) continue
    seen.add(part)
    if (ArrayBuffer.isView(part)) {
      bytes += part.byteLength * times
      continue
    }
    const items = itemsOf(part)
    const looked = Math.min(items.length, SAMPLE)
    for (let i = 0; i < looked; i++)
      open.push({
        part: items[Math.floor(((i + ((i * GOLDEN) % 1)) * items.length) / looked)],
        times: (times * items.length) / looked,
      })
  }
  return Math.ceil(bytes)
}

/** What a value is made of. */
function itemsOf(part: object): unknown[] {
  if (Array.isArray(part)) return part
  if (part instanceof Map) return [...part].flat()
  return part instanceof Set ? [...part] : Object.values(part)
}
