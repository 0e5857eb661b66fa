import { chilli } from './chilli'
import type { CropGuide } from './guide'
import { hellebore } from './hellebore'
import { squash } from './squash'

/** The guides that come with Virgulta; every garden gets a copy of its own to edit. */
export const builtInGuides: CropGuide[] = [chilli, hellebore, squash]
