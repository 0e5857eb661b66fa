import type { CropGuide } from '../crops/guide'
import { usualSchool } from '../crops/guide'
import type { Draft } from '../log/entry'
import type { School } from './schools'

/** What is taken off round a flower, so that it can be worked or does not rot. */
type PartsOff = Exclude<School<'petals'>, 'on'>

export const PARTS: Record<PartsOff, { name: string; how: string }> = {
  off: { name: 'petals', how: 'Pull the petals off one by one, away from the style; the base stays.' },
  sepals: {
    name: 'sepals',
    how: 'Pull each sepal down and off with the forceps; the bud inside stays whole.',
  },
  rays: { name: 'ray florets', how: 'Cut the ray florets short with scissors; the disc stays whole.' },
}

/** What comes off where anything does: what is usual for the crop, else its petals. */
export function partsOf(guide: CropGuide): PartsOff {
  const usual = usualSchool(guide, 'petals')
  return usual && usual !== 'on' ? usual : 'off'
}

/** Notes that they came off. */
export function partsOffDraft(subjectId: string, guide: CropGuide): Draft {
  const what = partsOf(guide)
  return { kind: 'petalsOff', subjectId, payload: what === 'off' ? {} : { what } }
}
