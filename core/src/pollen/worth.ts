import type { CropGuide } from '../crops/guide'

/** How long pollen of a crop lives. */
export type PollenClass = CropGuide['pollination']['pollen']

/** Share alive from which pollen is worth a flower. */
export const WORTH_USING = 0.2

/** True for pollen that is dried and frozen to be kept; what lives for a day at most is used as it is. */
export const canBeDried = (pollen: PollenClass): boolean => pollen === 'long' || pollen === 'medium'
