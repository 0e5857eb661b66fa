/** Name and code of a plant, as tags carry them. */
export interface Parent {
  id: string
  name: string
  code: string
}
