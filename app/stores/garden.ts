import type { Half } from '@virgulta/core/crops/half'
import type { SubjectType } from '@virgulta/core/log/kind'
import type { ISODate, Instant } from '@virgulta/core/time/days'
import { dayOf, instantAt } from '@virgulta/core/time/days'
import type { Noted } from '#shared/entries'
import type { OpenCrop, OpenGarden, Place } from '#shared/garden'
import { resolvedPlace } from '#shared/garden'
import { reaches } from '#shared/people'

/** How often a screen that stays open asks whether something was noted elsewhere. */
const LOOKED_EVERY_MS = 45_000

/** What every screen's garden is made of: where one of these changes, it is loaded anew at once. */
const OWN_TYPES: readonly SubjectType[] = [
  'guide',
  'custom',
  'trait',
  'locus',
  'rule',
  'inheritance',
  'place',
]

/** The open garden: its name, clock, places and crops. */
export const useGardenStore = defineStore('garden', () => {
  const garden = ref<OpenGarden | null>(null)

  async function load(isOpen: boolean): Promise<void> {
    garden.value = isOpen ? await $fetch<OpenGarden>('/api/garden') : null
  }

  /** what is expected of the crops may have changed since */
  let isOutdated = false
  async function refresh(): Promise<void> {
    isOutdated = false
    await load(garden.value !== null)
  }
  /** Learns what is expected of the crops now: where one screen gives way to the next one, so that a press asks for nothing more. */
  const catchUp = async () => isOutdated && refresh().catch(() => {})

  /** Follows what was noted here. */
  async function follow({ revision, changed, removed }: Noted, hasNewPlaces: boolean): Promise<void> {
    if (!garden.value) return
    garden.value.revision = revision
    const isOfScreens =
      changed === null ||
      changed.some(({ type, state }) =>
        type === 'plant' ? !cropOf(state.crop) : OWN_TYPES.includes(type),
      ) ||
      removed.some(({ type }) => OWN_TYPES.includes(type))
    isOutdated = true
    if (isOfScreens || hasNewPlaces) await refresh().catch(() => {})
  }

  /** Moves the demo garden's clock on. */
  async function step(by: 'hour' | 'day'): Promise<void> {
    await $fetch('/api/garden/clock', { method: 'POST', body: { by } })
    await refresh()
    useLogStore().revision++
  }

  /** Brings the screens up to date when somebody else noted something meanwhile, or a new day has begun. */
  async function lookAgain(): Promise<void> {
    if (!garden.value || document.hidden) return
    const state = await $fetch<{ revision: number }>('/api/garden/revision').catch(() => null)
    if (!state || state.revision === garden.value?.revision) return
    await refresh().catch(() => {})
    useLogStore().revision++
  }
  useEventListener(document, 'visibilitychange', lookAgain)
  useEventListener(window, 'focus', lookAgain)
  useIntervalFn(lookAgain, LOOKED_EVERY_MS)

  async function addPlace(name: string): Promise<Place> {
    const place = await $fetch<Place>('/api/garden/places', { method: 'POST', body: { name } })
    garden.value!.places.push({ ...place, spells: [] })
    return place
  }

  const { now: clock } = useNow({ interval: 30_000, controls: true })

  /** The moment it is in the garden. */
  const now = computed<Instant>(() => (garden.value?.isDemo ? garden.value.now : clock.value.toISOString()))
  const today = computed<ISODate>(() =>
    garden.value ? dayOf(now.value, garden.value.zone) : now.value.slice(0, 10),
  )

  /**
   * The moment to note for a day: now for today. Of another day only the day is known: it is noted behind whatever was noted on it
   * already, and its hour says nothing.
   */
  function momentOn(day: ISODate): { happenedAt: Instant; dayOnly?: true } {
    if (day === today.value)
      return { happenedAt: garden.value?.isDemo ? now.value : new Date().toISOString() }
    return { happenedAt: instantAt(day, 24 - 1 / 60, garden.value!.zone), dayOnly: true }
  }

  const cropOf = (id: string): OpenCrop | undefined => garden.value?.crops.find(crop => crop.guide.id === id)
  /** Crops that nobody knows of, asked for once. */
  const strangers = new Set<string>()
  /** Learns of crops that came into the garden since it was loaded: noted on another device, or a moment ago. */
  async function know(crops: string[]): Promise<void> {
    const isNew = (id: string) => !cropOf(id) && !strangers.has(id)
    if (!garden.value || !crops.some(isNew)) return
    await refresh()
    for (const id of crops.filter(isNew)) strangers.add(id)
  }
  // A crop of which there is no plant yet may come with the next entry.
  watch(
    () => garden.value?.revision,
    () => strangers.clear(),
  )
  const cropName = (id: string): string => garden.value?.guides.find(guide => guide.id === id)?.name ?? id
  const placeName = (id: string | null): string =>
    garden.value?.places.find(place => place.id === resolvedPlace(garden.value!.places, id))?.name ??
    'no place'
  /** places where something can be put now */
  const openPlaces = computed(
    () => garden.value?.places.filter(place => !place.isClosed && !place.mergedInto) ?? [],
  )

  /** where its year is cut: south of the equator at the end of June */
  const half = computed<Half>(() => garden.value?.half ?? 'north')

  /** What the person's role lets them do: what it does not is not offered. */
  const mayNote = computed(() => garden.value !== null && reaches(garden.value.role, 'hand'))
  const isKeeper = computed(() => garden.value?.role === 'keeper')
  const mayUndo = (byId: string) => isKeeper.value || (mayNote.value && byId === garden.value?.personId)

  return {
    garden,
    now,
    today,
    half,
    mayNote,
    isKeeper,
    mayUndo,
    load,
    refresh,
    catchUp,
    follow,
    lookAgain,
    step,
    addPlace,
    momentOn,
    cropOf,
    know,
    cropName,
    placeName,
    openPlaces,
  }
})
