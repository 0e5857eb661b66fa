import type { ISODate, Instant } from '@virgulta/core/time/days'
import { dayOf, instantAt } from '@virgulta/core/time/days'
import type { OpenCrop, OpenGarden, Place } from '#shared/garden'
import { reaches } from '#shared/people'

/** The open garden: its name, clock, places and crops. */
export const useGardenStore = defineStore('garden', () => {
  const garden = ref<OpenGarden | null>(null)

  async function load(isOpen: boolean): Promise<void> {
    garden.value = isOpen ? await $fetch<OpenGarden>('/api/garden') : null
  }

  const refresh = () => load(garden.value !== null)

  /** Moves the demo garden's clock on. */
  async function step(by: 'hour' | 'day'): Promise<void> {
    await $fetch('/api/garden/clock', { method: 'POST', body: { by } })
    await refresh()
    useLogStore().revision++
  }

  async function addPlace(name: string): Promise<Place> {
    const place = await $fetch<Place>('/api/garden/places', { method: 'POST', body: { name } })
    garden.value!.places.push(place)
    return place
  }

  const { now: clock } = useNow({ interval: 30_000, controls: true })

  /** The moment it is in the garden. */
  const now = computed<Instant>(() => garden.value?.isDemo ? garden.value.now : clock.value.toISOString())
  const today = computed<ISODate>(() => garden.value ? dayOf(now.value, garden.value.zone) : now.value.slice(0, 10))

  /** The instant to note for a day: now for today; for another day its last minute, behind whatever was noted on it already. */
  function instantOn(day: ISODate): Instant {
    return day === today.value ? (garden.value?.isDemo ? now.value : new Date().toISOString()) : instantAt(day, 24 - 1 / 60, garden.value!.zone)
  }

  const cropOf = (id: string): OpenCrop | undefined => garden.value?.crops.find(crop => crop.guide.id === id)
  const placeName = (id: string | null): string => garden.value?.places.find(place => place.id === id)?.name ?? 'no place'

  // What is expected of a crop changes with what is noted.
  watchDebounced(() => useLogStore().revision, revision => revision && refresh(), { debounce: 400 })

  /** What the person's role lets them do: what it does not is not offered. */
  const mayNote = computed(() => garden.value !== null && reaches(garden.value.role, 'hand'))
  const isKeeper = computed(() => garden.value?.role === 'keeper')
  const mayUndo = (byId: string) => isKeeper.value || (mayNote.value && byId === garden.value?.personId)

  return { garden, now, today, mayNote, isKeeper, mayUndo, load, refresh, step, addPlace, instantOn, cropOf, placeName }
})
