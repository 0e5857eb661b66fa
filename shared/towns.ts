import * as v from 'valibot'

/** What was typed of a town's name. */
export const TownQuery = v.object({
  q: v.pipe(
    v.string('Type the beginning of a town.'),
    v.trim(),
    v.minLength(2, 'Type two letters at least.'),
    v.maxLength(60, 'A town’s name has at most 60 letters.'),
  ),
})

/** A town with its place on earth and its clock. */
export interface Town {
  name: string
  region: string
  country: string
  latitude: number
  longitude: number
  zone: string
}
