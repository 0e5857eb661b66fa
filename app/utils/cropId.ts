/** The id of a crop of the garden's own, made of its name: "Sea kale" becomes "sea-kale". */
export const cropId = (name: string): string =>
  name
    .trim()
    .toLowerCase()
    .normalize('NFKD')
    .replace(/\p{Mark}/gu, '')
    .replace(/[^a-z]+/g, '-')
    .replace(/^-|-$/g, '')
