import type { Quantity } from '@virgulta/core/crops/quantities'
import { quantities } from '@virgulta/core/crops/quantities'
import type { CountRecord, WaitRecord } from '@virgulta/core/crops/records'
import type { OwnCustom, OwnGuide } from '@virgulta/core/crops/ownGuide'
import * as v from 'valibot'
import { Id } from '@virgulta/core/log/kind'
import type { Crop } from './garden'

/** Which records of a crop are asked for. */
export const RecordsQuery = v.object({
  of: v.optional(
    v.picklist(Object.keys(quantities) as Quantity[], 'There are no records of this.'),
    'toReceptive',
  ),
  cross: v.optional(Id),
})

/** A crop with the records behind one of its quantities. */
export interface CropPage extends Crop {
  of: Quantity
  records: (WaitRecord | CountRecord)[]
}

/** What a garden has of its own beside the built-in guides. */
export interface OwnGuides {
  own: OwnGuide[]
  customs: OwnCustom[]
}
