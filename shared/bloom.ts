import type { FlowerHours } from '@virgulta/core/bloom/hours'
import type { Predictor } from '@virgulta/core/bloom/predict'
import type { WarmthCurve } from '@virgulta/core/bloom/scale'
import { Day, Id } from '@virgulta/core/log/kind'
import type { SunDay } from '@virgulta/core/time/sun'
import type { WeatherHour } from '@virgulta/core/weather/hour'
import type { Normal } from '@virgulta/core/weather/climate'
import type { FormId } from '@virgulta/core/crops/forms/forms'
import type { BloomForecast } from '@virgulta/core/garden/blooms'
import type { DayView } from '@virgulta/core/weather/known'
import * as v from 'valibot'
import type { Parent } from './parent'

/** Which part of the year is looked at, and which plants. */
export const BloomQuery = v.pipe(
  v.object({
    from: Day,
    to: Day,
    who: v.optional(v.picklist(['play', 'all']), 'play'),
    /** each season that may come by itself, for whether two plants meet */
    seasons: v.optional(
      v.pipe(
        v.picklist(['yes', 'no']),
        v.transform(wish => wish === 'yes'),
      ),
      'no',
    ),
    crop: v.optional(v.pipe(v.string(), v.maxLength(40))),
    /** plants that are shown in any case */
    also: v.optional(
      v.pipe(
        v.string(),
        v.transform(ids => ids.split(',').filter(Boolean)),
        v.array(Id),
        v.maxLength(40),
      ),
      '',
    ),
  }),
  v.check(
    q => q.from <= q.to && Date.parse(q.to) - Date.parse(q.from) <= 800 * 86_400_000,
    'Ask for a span of at most 800 days; the first day comes first.',
  ),
)
export type BloomQuery = v.InferOutput<typeof BloomQuery>

export const Latitude = v.pipe(
  v.number('Give a number of degrees.'),
  v.minValue(-90, 'The latitude lies between −90 and 90 degrees.'),
  v.maxValue(90, 'The latitude lies between −90 and 90 degrees.'),
)
export const Longitude = v.pipe(
  v.number('Give a number of degrees.'),
  v.minValue(-180, 'The longitude lies between −180 and 180 degrees.'),
  v.maxValue(180, 'The longitude lies between −180 and 180 degrees.'),
)

/** Two plants that should meet, in which season; absent: the next one that is not over. */
export const MeetQuery = v.object({
  seed: Id,
  pollen: Id,
  season: v.optional(
    v.pipe(v.string(), v.transform(Number), v.integer(), v.minValue(1900), v.maxValue(2199)),
  ),
})

/** A plant whose blooms to come are asked for. */
export const ComingQuery = v.object({ plant: Id })

/** Where the garden lies. */
export const SiteWish = v.object({ latitude: Latitude, longitude: Longitude })

/** The text of a file of blooms. */
export const BloomText = v.object({
  text: v.pipe(
    v.string(),
    v.nonEmpty('The file is empty.'),
    v.maxLength(2_000_000, 'The file is too large; at most two megabytes are read.'),
  ),
})

export interface BloomPlant extends Parent {
  crop: string
  plantKind: string
  placeId: string | null
}

/** One row of the bloom screen. */
export interface BloomRow {
  plant: BloomPlant
  isInPlay: boolean
  windows: BloomForecast[]
}

export interface StationView {
  name: string
  isSimulated: boolean
}

export interface BloomPage {
  rows: BloomRow[]
  /** plants that fit, of which those in play */
  total: number
  inPlay: number
  weather: {
    days: DayView[]
    normals: Normal[]
    /** null: there is none, and only what was read in is shown */ station: StationView | null
  }
}

/** One of two plants that should meet, with what its bloom is foretold by. */
export interface MeetSide {
  plant: BloomPlant
  windows: BloomForecast[]
  /** how a batch that is not sown yet is foretold; null where the crop is not sown for the season */
  sown: (Pick<Predictor, 'method' | 'next' | 'length'> & { why: string }) | null
  isHeldBack: boolean
}

/** All that a screen needs to make two plants meet. */
export interface MeetPage {
  crop: string
  season: number
  seed: MeetSide
  pollen: MeetSide
  /** how they flowered beside each other */
  history: string | null
  /** warmth of years that may come, which tell its seasons apart */
  curves: WarmthCurve[]
  tasks: { id: string; does: string; plantId: string; from: string; until: string }[]
}

/** When in a day the flowers of each crop do what they do. */
export interface HoursPage {
  station: StationView | null
  /** false: the sun is that of a guessed place */
  isSited: boolean
  zone: string
  days: {
    day: string
    sun: SunDay
    /** each crop once for each kind of place where its plants stand */
    crops: { crop: string; name: string; form: FormId; where: string; hours: FlowerHours }[]
  }[]
  hours: (WeatherHour & { isForecast: boolean })[]
}

/** What is known of the weather: where it comes from, and what was read in. */
export interface WeatherPage {
  station: StationView | null
  isSited: boolean
  site: { latitude: number; longitude: number }
  days: DayView[]
  normals: Normal[]
  /** years whose weather stands for the days to come */
  years: number[]
  yearsFrom: 'read' | 'station'
  read: {
    id: string
    source: string
    readOn: string
    unit: 'day' | 'hour'
    from: string
    to: string
    rows: number
  }[]
}
