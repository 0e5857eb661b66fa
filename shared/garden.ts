import type { CropDefinition } from '@virgulta/core/crops/definition'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { Half } from '@virgulta/core/crops/half'
import type { CropKnowledge } from '@virgulta/core/crops/knowledge'
import { Id, name } from '@virgulta/core/log/kind'
import type { FormId } from '@virgulta/core/crops/forms/forms'
import type { Spell } from '@virgulta/core/places/place'
import type { PLANT_KINDS } from '@virgulta/core/plants/kinds'
import * as v from 'valibot'
import { SiteWish } from './bloom'
import type { Role } from './people'

/** A time zone by its IANA name. */
export const Zone = v.pipe(
  v.string(),
  v.maxLength(60),
  v.check(zone => {
    try {
      return Boolean(new Intl.DateTimeFormat('en', { timeZone: zone }))
    } catch {
      return false
    }
  }, 'This time zone is not known; choose one from the list.'),
)

/** A garden to start. */
export const NewGarden = v.object({
  name: name(80),
  zone: Zone,
  /** where it lies; null: to be said later, and until then the hours are the guides' usual ones */
  site: v.optional(v.nullable(SiteWish), null),
})

/** The name again, so that no garden is deleted by a slip. */
export const GardenEnd = v.object({ name: v.string('Type the garden’s name.') })

export const NewPlace = v.object({ name: name(60) })

export const ClockStep = v.object({ by: v.picklist(['hour', 'day'], 'Step by an hour or by a day.') })

/** A place as it was changed: renamed, closed, opened again, or made part of another. */
export const PlaceChange = v.pipe(
  v.strictObject({
    name: v.optional(name(60)),
    isClosed: v.optional(v.boolean()),
    mergedInto: v.optional(v.nullable(Id)),
  }),
  v.check(change => Object.keys(change).length > 0, 'Say what is to be changed of the place.'),
)
export type PlaceChange = v.InferOutput<typeof PlaceChange>

/** The places in the order of the walk. */
export const PlaceOrder = v.strictObject({ ids: v.pipe(v.array(Id), v.minLength(1), v.maxLength(1000)) })

/** The simulated weather station of a garden that is no demo. */
export const StationSwitch = v.strictObject({
  isOn: v.boolean('Say whether the simulated station is to be on.'),
})

/** What a garden's log holds, and what it may hold on this server. */
export interface GardenSize {
  entries: number
  bytes: number
  room: { entries: number; bytes: number }
}

export interface Place {
  id: string
  name: string
  position: number
  isClosed: boolean
  /** the place it became part of */ mergedInto: string | null
}

/** A place with what was told of it, the latest last. */
export interface DescribedPlace extends Place {
  spells: readonly Spell[]
}

/** The place that a place has become part of, over several steps if need be; itself where it was not merged. */
export function resolvedPlace(places: readonly Place[], id: string | null): string | null {
  const seen = new Set<string>()
  let at = id
  for (
    let place = places.find(p => p.id === at);
    place?.mergedInto && !seen.has(place.id);
    place = places.find(p => p.id === at)
  ) {
    seen.add(place.id)
    at = place.mergedInto
  }
  return at
}

/** A crop with its guide and what the garden has learnt of it. */
export interface Crop {
  guide: CropGuide
  knowledge: CropKnowledge
}

/** A crop as every screen needs it: also with what is scored on it and how it inherits. */
export interface OpenCrop extends Crop {
  definition: CropDefinition
}

/** The open garden as every screen needs it. */
export interface OpenGarden {
  id: string
  name: string
  zone: string
  isDemo: boolean
  /** somebody said where it lies */
  isSited: boolean
  /** the half of the earth it lies in */
  half: Half
  hasStation: boolean
  /** of the log: grows with every change */
  revision: number
  personId: string
  person: string
  role: Role
  now: string
  today: string
  places: DescribedPlace[]
  /** those of which it has a plant */
  crops: OpenCrop[]
  /** every crop that has a guide, by name: what its plants usually are, and the sets of chromosomes among which one must ask */
  guides: { id: string; name: string; form: FormId; kind: (typeof PLANT_KINDS)[number]; levels: number[] }[]
  /** cautions it has had enough of */
  hiddenCautions: string[]
}
