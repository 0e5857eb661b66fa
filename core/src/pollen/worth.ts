import type { CropGuide } from '../crops/guide'

/** How long pollen of a crop lives. */
export type PollenClass = CropGuide['pollination']['pollen']

/** Share alive from which pollen is worth a flower. */
export const WORTH_USING = 0.2
