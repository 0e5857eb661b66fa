import type { CropGuide } from '../guide'
import { bulbs } from './bulbs'
import { chilli } from './chilli'
import { underGlass } from './exotic'
import { fruit } from './fruit'
import { gardenFlowers } from './garden'
import { hellebore } from './hellebore'
import { kitchen } from './kitchen'
import { squash } from './squash'
import { guideFrom } from './usual'

/** The guides that come with Virgulta, by name: general horticultural knowledge, to be replaced by the garden's own records. */
export const builtInGuides: CropGuide[] = [
  chilli,
  hellebore,
  squash,
  ...[...gardenFlowers, ...bulbs, ...underGlass, ...fruit, ...kitchen].map(guideFrom),
].sort((a, b) => a.name.localeCompare(b.name, 'en'))

const byId = new Map(builtInGuides.map(guide => [guide.id, guide]))

/** The built-in guide of a crop; undefined for a crop that the garden has added. */
export const builtInGuide = (id: string): CropGuide | undefined => byId.get(id)
