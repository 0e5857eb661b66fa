import type { CropDefinition } from '@virgulta/core/crops/definition'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { CropKnowledge } from '@virgulta/core/crops/knowledge'
import { words } from '@virgulta/core/log/kind'
import * as v from 'valibot'
import type { Role } from './people'

/** A garden to start. */
export const NewGarden = v.object({
  name: words(80),
  zone: v.pipe(v.string(), v.check((zone) => {
    try {
      return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }))
    }
    catch {
      return false
    }
  }, 'This time zone is not known; choose one from the list.')),
})

/** The name again, so that no garden is deleted by a slip. */
export const GardenEnd = v.object({ name: v.string('Type the garden’s name.') })

export const NewPlace = v.object({ name: words(60) })

export const ClockStep = v.object({ by: v.picklist(['hour', 'day'], 'Step by an hour or by a day.') })

export interface Place { id: string, name: string, position: number }

/** A crop with its guide and what the garden has learnt of it. */
export interface Crop { guide: CropGuide, knowledge: CropKnowledge }

/** A crop as every screen needs it: also with what is scored on it and how it inherits. */
export interface OpenCrop extends Crop { definition: CropDefinition }

/** The open garden as every screen needs it. */
export interface OpenGarden {
  id: string
  name: string
  zone: string
  isDemo: boolean
  personId: string
  person: string
  role: Role
  now: string
  today: string
  places: Place[]
  /** those of which it has a plant */
  crops: OpenCrop[]
  /** every crop that has a guide, by name */
  guides: { id: string, name: string }[]
  /** cautions it has had enough of */
  hiddenCautions: string[]
}
