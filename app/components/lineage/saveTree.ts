import type { FamilyTree } from '@virgulta/core/lineage/tree'

/** Hands a file to the browser. */
function save(content: Blob, file: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(content)
  link.download = file
  link.click()
  URL.revokeObjectURL(link.href)
}

/** Hands a text to the browser as a file. */
export const saveText = (text: string, file: string, type: string): void =>
  save(new Blob([text], { type: `${type};charset=utf-8` }), file)

/** A drawing with the colours of the look in place of their names, so that it stands for itself. */
function standingAlone(drawing: SVGSVGElement): { text: string; width: number; height: number } {
  const copy = drawing.cloneNode(true) as SVGSVGElement
  const { width, height } = drawing.viewBox.baseVal
  copy.setAttribute('width', String(width))
  copy.setAttribute('height', String(height))
  const look = getComputedStyle(drawing)
  const text = new XMLSerializer()
    .serializeToString(copy)
    .replace(/var\((--[\w-]+)\)/g, (_, name: string) =>
      look.getPropertyValue(name).trim().replaceAll('"', "'"),
    )
  return { text, width, height }
}

/** No picture is wider or higher: browsers draw no larger ones. */
const MOST_PIXELS = 12_000
const SHARP = 2

/** Saves a drawing as a picture: as lines, or in dots. */
export async function savePicture(drawing: SVGSVGElement, name: string, as: 'svg' | 'png'): Promise<void> {
  const { text, width, height } = standingAlone(drawing)
  if (as === 'svg') return saveText(text, `${name}.svg`, 'image/svg+xml')
  const image = new Image()
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(text)}`
  await image.decode()
  const scale = Math.min(SHARP, MOST_PIXELS / Math.max(width, height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.ceil(width * scale)
  canvas.height = Math.ceil(height * scale)
  const on = canvas.getContext('2d')!
  on.fillStyle = getComputedStyle(drawing).getPropertyValue('--paper')
  on.fillRect(0, 0, canvas.width, canvas.height)
  on.drawImage(image, 0, 0, canvas.width, canvas.height)
  const blob = await new Promise<Blob | null>(resolve => canvas.toBlob(resolve, 'image/png'))
  if (blob) save(blob, `${name}.png`)
}

/** The plants of a tree as a table: each with its parents. */
export function treeCells({ nodes, loose, links }: FamilyTree): [string[], (string | number | null)[][]] {
  const genets = new Map(
    [...nodes, ...loose].flatMap(node => (node.kind === 'genet' ? [[node.id, node] as const] : [])),
  )
  const coupleOf = new Map(
    links.flatMap(({ from, to, as }) => (as === 'couple' ? [[to, from] as const] : [])),
  )
  const parentOf = (id: string, side: 'seed parent' | 'pollen parent') => {
    const found = links.find(
      link => link.to === coupleOf.get(id) && (link.as === side || link.as === 'both parents'),
    )
    return genets.get(found?.from ?? '')?.name ?? ''
  }
  return [
    ['name', 'tag', 'kind', 'generation', 'inbreeding', 'living plants', 'seed parent', 'pollen parent'],
    [...genets.values()].map(node => [
      node.name,
      node.code,
      node.plantKind,
      node.generation ?? '',
      Number(node.inbreeding.toPrecision(4)),
      node.living,
      parentOf(node.id, 'seed parent'),
      parentOf(node.id, 'pollen parent'),
    ]),
  ]
}
