import type { CropGuide } from '../crops/guide'
import { genusOf } from '../crops/guide'
import type { LineLeftOut } from '../formats/csv'
import { readTable } from '../formats/csv'
import { checkTagCode } from '../tags/code'
import { PLANT_KINDS } from './kinds'
import type { Plant } from './plant'

/** Plants at most in one table; they are noted in one go. */
const MOST_PLANTS = 2000

type Kind = (typeof PLANT_KINDS)[number]

/** A parent as a table names it: a plant that is there, or another row of the table. */
export type ParentOf = { plantId: string } | { row: number } | null

/** A plant as it stands in a table. */
export interface TableRow {
  line: number
  name: string
  crop: string
  kind: Kind
  /** a place of the garden, or one to be made */
  place: { id: string } | { name: string } | null
  seedParent: ParentOf
  pollenParent: ParentOf
  /** a tag code of this garden's making that is still free */
  code: string | null
  note: string | null
  /** what is remarkable: a name that is there already */
  remarks: string[]
}

/** What could be read of a table of plants, parents before their children; nothing of it is noted yet. */
export interface PlantTable {
  rows: TableRow[]
  newPlaces: string[]
  leftOut: LineLeftOut[]
}

/** What the garden knows, for the names in a table. */
export interface TableGround {
  plants: Pick<Plant, 'id' | 'name' | 'code' | 'crop'>[]
  places: { id: string; name: string }[]
  guides: Pick<CropGuide, 'id' | 'name' | 'botanical'>[]
  usualKind: (crop: string) => Kind
  /** for rows that name no crop; null: they are left out */
  crop: string | null
}

/** The heads by which people call the columns. */
const HEADS = {
  seedParent: /^(seed|female|mother|dam|♀|mum)|seed parent|mother|female/i,
  pollenParent: /^(pollen|male|father|sire|♂|dad)|pollen parent|father|male/i,
  name: /^(name|plant|variety|cultivar|clone|line|accession|called)/i,
  code: /^(code|tag|label|number|no\.?|nr\.?|id)$|tag/i,
  crop: /^(crop|species|genus|kind of plant)/i,
  kind: /^(kind|type|material)/i,
  place: /^(place|where|bench|bed|location|site|stands)/i,
  note: /^(note|remark|comment|description)/i,
} as const
type Head = keyof typeof HEADS

/** Which column is which; each head takes one column, the more special heads first. */
function columnsOf(headings: string[]): Partial<Record<Head, number>> {
  const free = new Set(headings.keys())
  return Object.fromEntries(
    (Object.keys(HEADS) as Head[]).flatMap(head => {
      const at = [...free].find(i => HEADS[head].test(headings[i]!.trim()))
      if (at === undefined) return []
      free.delete(at)
      return [[head, at]]
    }),
  )
}

/** Words that people use for the kinds of material. */
const KIND_WORDS: Record<Kind, RegExp> = {
  clone: /^(clone|cultivar|cutting|graft|bulb|tuber)/i,
  line: /^(line|inbred|selfed|pure)/i,
  population: /^(population|mix|landrace|open|strain)/i,
  seedling: /^(seedling|offspring)/i,
}

const same = (text: string) => text.trim().toLowerCase()

/**
 * Reads a table of plants: pasted from a spreadsheet, or a CSV file. Columns in any order, under the names that people give them; at
 * least one for the name. What does not fit is left out and named with its line, and so are rows whose parents were left out.
 *
 * @returns what was read, with a sentence instead where it cannot be read at all
 */
export function readPlantTable(text: string, ground: TableGround): PlantTable | { why: string } {
  const { headings, rows } = readTable(text)
  const at = columnsOf(headings)
  if (at.name === undefined)
    return {
      why: 'The first line names the columns: name, and perhaps code, crop, kind, place, seed parent, pollen parent, note. At least the name is needed.',
    }
  if (rows.length > MOST_PLANTS)
    return { why: `The table has ${rows.length} rows; at most ${MOST_PLANTS} are read at once. Divide it.` }
  const leftOut: LineLeftOut[] = []
  const cellOf = (cells: string[], head: Head) =>
    at[head] === undefined ? '' : (cells[at[head]] ?? '').trim()
  const byName = namedBy(ground.plants)
  const firstLine = new Map<string, number>()
  /** Places to be made, as they are written first. */
  const newPlaces = new Map<string, string>()
  const fresh = (name: string) => {
    newPlaces.set(same(name), name)
    return name
  }
  const read = rows.flatMap((row): Draft[] => {
    const cell = (head: Head) => cellOf(row.cells, head)
    const leave = (why: string): [] => {
      leftOut.push({ line: row.line, text: row.text, why })
      return []
    }
    const name = cell('name')
    if (!name) return leave('It has no name.')
    if (name.length > 80) return leave('Its name has more than 80 characters.')
    const twin = firstLine.get(same(name))
    if (twin !== undefined) return leave(`“${name}” stands in line ${twin} already.`)
    const crop = cropOf(cell('crop'), ground)
    if (!crop)
      return leave(
        cell('crop')
          ? `No guide knows the crop “${cell('crop')}”; begin one for it first, or write it as in the guides.`
          : 'It names no crop.',
      )
    const kind = cell('kind')
      ? (Object.keys(KIND_WORDS) as Kind[]).find(k => KIND_WORDS[k].test(cell('kind')))
      : ground.usualKind(crop)
    if (!kind) return leave(`“${cell('kind')}” is no kind; it is one of: ${PLANT_KINDS.join(', ')}.`)
    firstLine.set(same(name), row.line)
    const written = cell('code')
    const tag = written ? checkTagCode(written) : null
    const isFree = tag?.ok && !ground.plants.some(p => p.code === tag.code)
    const note = [cell('note'), written && !isFree ? `code: ${written}` : ''].filter(Boolean).join('; ')
    if (note.length > 2000) return leave('Its note has more than 2000 characters.')
    const place = cell('place')
    if (place.length > 60) return leave('The name of its place has more than 60 characters.')
    const known = ground.places.find(p => same(p.name) === same(place))
    return [
      {
        line: row.line,
        text: row.text,
        name,
        crop,
        kind,
        code: isFree ? tag.code : null,
        note: note || null,
        place: place
          ? known
            ? { id: known.id }
            : { name: newPlaces.get(same(place)) ?? fresh(place) }
          : null,
        parents: [cell('seedParent'), cell('pollenParent')],
        keys: [same(name), same(written)].filter(Boolean),
        remarks: byName.has(same(name)) ? [`A plant called ${name} is in the garden already.`] : [],
      },
    ]
  })
  const { ordered, ...rest } = inOrderOfDescent(read, byName)
  leftOut.push(...rest.leftOut)
  return {
    rows: ordered,
    newPlaces: [...new Set(ordered.flatMap(r => (r.place && 'name' in r.place ? [r.place.name] : [])))],
    leftOut: leftOut.sort((a, b) => a.line - b.line),
  }
}

/** A row before its parents are found. */
interface Draft extends Omit<TableRow, 'seedParent' | 'pollenParent'> {
  text: string
  parents: string[]
  keys: string[]
}

type Named = Map<string, { id: string }[]>

function namedBy(plants: TableGround['plants']): Named {
  const byName: Named = new Map()
  for (const plant of plants)
    for (const key of new Set([same(plant.name), same(plant.code)]))
      byName.set(key, [...(byName.get(key) ?? []), plant])
  return byName
}

function cropOf(written: string, { guides, crop }: TableGround): string | null {
  if (!written) return crop
  const key = same(written)
  const found =
    guides.find(g => [g.id, g.name, g.botanical].some(word => same(word) === key)) ??
    guides.find(g => genusOf(g) === key) ??
    guides.find(g => `${same(g.name)}s` === key)
  return found?.id ?? null
}

/** The rows with their parents, each behind those it comes from; rows whose parents cannot be found, or that go in a circle, are left out. */
function inOrderOfDescent(read: Draft[], byName: Named): { ordered: TableRow[]; leftOut: LineLeftOut[] } {
  const rowOf = new Map(read.flatMap(draft => draft.keys.map((key): [string, Draft] => [key, draft])))
  const placed = new Map<Draft, number>()
  const ordered: TableRow[] = []
  const leftOut: LineLeftOut[] = []
  const out = new Set<Draft>()
  const leave = (draft: Draft, why: string) => {
    out.add(draft)
    leftOut.push({ line: draft.line, text: draft.text, why })
  }
  /** @returns true where it is placed */
  function place(draft: Draft, path: Draft[]): boolean {
    if (placed.has(draft)) return true
    if (out.has(draft)) return false
    if (path.includes(draft)) {
      leave(draft, 'It would be its own forebear.')
      return false
    }
    const found: ParentOf[] = []
    for (const written of draft.parents) {
      const parent = parentOf(written, draft, path)
      if (typeof parent === 'string') {
        if (!out.has(draft)) leave(draft, parent)
        return false
      }
      found.push(parent)
    }
    placed.set(draft, ordered.length)
    const { text, parents, keys, ...row } = draft
    ordered.push({ ...row, seedParent: found[0] ?? null, pollenParent: found[1] ?? null })
    return true
  }
  /** The parent, or why there is none. */
  function parentOf(written: string, draft: Draft, path: Draft[]): ParentOf | string {
    if (!written || /^(\?|-|unknown|op|open)$/i.test(written)) return null
    const row = rowOf.get(same(written))
    if (row)
      return place(row, [...path, draft])
        ? { row: placed.get(row)! }
        : `Its parent “${written}” was left out (line ${row.line}).`
    const plants = byName.get(same(written)) ?? []
    if (plants.length === 1) return { plantId: plants[0]!.id }
    return plants.length
      ? `${plants.length} plants are called “${written}”; use the tag code.`
      : `Its parent “${written}” is neither in the garden nor in the table.`
  }
  for (const draft of read) place(draft, [])
  return { ordered, leftOut }
}
