<!-- The places in the order of the walk: named, put in order, merged, closed. -->
<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp } from '@mdi/js'
import { conditionsInWords } from '@virgulta/core/places/kinds'
import { dayInWords } from '@virgulta/core/time/days'
import type { DescribedPlace, Place } from '#shared/garden'

const garden = useGardenStore()
const log = useLogStore()
const places = computed(() => (garden.garden?.places ?? []).filter(p => !p.mergedInto))
/** Those that became part of a place, so that they can be taken apart again. */
const partsOf = (id: string) => (garden.garden?.places ?? []).filter(p => p.mergedInto === id)
const changing = ref<string | null>(null)
const name = ref('')
const into = ref<string | null>(null)
const fresh = ref('')
function open(place: Place) {
  changing.value = changing.value === place.id ? null : place.id
  name.value = place.name
  into.value = null
  changed.problem.value = null
}
let work: () => Promise<unknown> = async () => {}
const changed = useForm(async () => {
  await work()
  await garden.refresh()
  log.revision++
})
/** What was pressed last: a press before its answer waits for it, and none is lost. */
let line = Promise.resolve()
function submit(next: () => Promise<unknown>) {
  line = line.then(() => {
    work = next
    return changed.submit()
  })
}
function change(id: string, body: object) {
  const opened = changing.value
  submit(async () => {
    await $fetch<unknown>(`/api/garden/places/${id}`, { method: 'PUT', body })
    if (changing.value === opened) changing.value = null
  })
}
const move = (id: string, by: number) =>
  submit(async () => {
    const ids = places.value.map(p => p.id)
    const at = ids.indexOf(id)
    if (!ids[at + by]) return
    ids.splice(at + by, 0, ...ids.splice(at, 1))
    await $fetch<unknown>('/api/garden/places', { method: 'PUT', body: { ids } })
  })
function add() {
  const named = fresh.value.trim()
  if (!named) return
  fresh.value = ''
  submit(async () => {
    try {
      await garden.addPlace(named)
    } catch (refused) {
      fresh.value ||= named
      throw refused
    }
  })
}
const likeIn = ({ spells }: DescribedPlace) =>
  spells.length ? conditionsInWords(spells.at(-1)!.conditions) : 'taken for an open bed'
/** What it was like before, the latest first. */
const earlierOf = ({ spells }: DescribedPlace) =>
  spells
    .slice(0, -1)
    .map(
      ({ conditions }, i) =>
        `until ${dayInWords(spells[i + 1]!.since, true)} ${conditionsInWords(conditions)}`,
    )
    .reverse()
const described = ref<DescribedPlace | null>(null)
const isDescribing = ref(false)
function describe(place: DescribedPlace) {
  described.value = place
  isDescribing.value = true
}
const others = computed(() =>
  places.value.filter(p => p.id !== changing.value && !p.isClosed).map(p => ({ value: p.id, title: p.name })),
)
</script>

<template>
  <PaperSheet heading="Places">
    <p class="quiet small">In the order of the walk.</p>
    <ol class="places">
      <li v-for="(place, i) in places" :key="place.id">
        <div class="row line">
          <span class="name" :class="{ quiet: place.isClosed }"
            ><NuxtLink :to="`/places/${place.id}`">{{ place.name }}</NuxtLink
            ><span v-if="place.isClosed" class="small"> closed</span
            ><span class="likewise">{{ likeIn(place) }}</span></span
          >
          <template v-if="garden.mayNote">
            <button
              type="button"
              class="tool"
              data-many
              :disabled="i === 0"
              :aria-label="`${place.name} earlier`"
              @click="move(place.id, -1)"
            >
              <v-icon :icon="mdiArrowUp" size="18" />
            </button>
            <button
              type="button"
              class="tool"
              data-many
              :disabled="i === places.length - 1"
              :aria-label="`${place.name} later`"
              @click="move(place.id, 1)"
            >
              <v-icon :icon="mdiArrowDown" size="18" />
            </button>
            <button
              type="button"
              class="link small"
              :aria-expanded="changing === place.id"
              :aria-label="`Change ${place.name}`"
              @click="open(place)"
            >
              change
            </button>
          </template>
        </div>
        <form
          v-if="changing === place.id"
          class="stack change"
          novalidate
          @submit.prevent="name.trim() && change(place.id, { name: name.trim() })"
        >
          <div>
            <v-btn height="40" @click="describe(place)">Say what it is like there</v-btn>
            <p v-for="words in earlierOf(place)" :key="words" class="quiet small">{{ words }}</p>
          </div>
          <div class="row nowrap">
            <WordsField
              v-model="name"
              :most="60"
              label="Name of the place"
              :errors="changed.at('name')"
            /><v-btn type="submit" height="40" :disabled="!name.trim() || name.trim() === place.name"
              >Rename</v-btn
            >
          </div>
          <div v-if="others.length" class="row nowrap">
            <v-select v-model="into" :items="others" label="Make it part of" hide-details /><v-btn
              height="40"
              :disabled="!into"
              @click="change(place.id, { mergedInto: into })"
              >Merge</v-btn
            >
          </div>
          <div v-for="part in partsOf(place.id)" :key="part.id" class="row">
            <span>{{ part.name }} is part of it.</span
            ><v-btn
              size="small"
              class="quietly"
              :aria-label="`Take ${part.name} apart again`"
              @click="change(part.id, { mergedInto: null })"
              >Take it apart</v-btn
            >
          </div>
          <div>
            <v-btn size="small" class="quietly" @click="change(place.id, { isClosed: !place.isClosed })">{{
              place.isClosed ? 'Open it again' : 'Close it: nothing new is put there'
            }}</v-btn>
          </div>
        </form>
      </li>
    </ol>
    <form v-if="garden.mayNote" class="row nowrap" novalidate @submit.prevent="add">
      <WordsField v-model="fresh" :most="60" label="A new place" /><v-btn
        type="submit"
        height="40"
        :disabled="!fresh.trim()"
        >Add</v-btn
      >
    </form>
    <PlaceDialog v-if="described" v-model="isDescribing" :place="described" />
    <p v-if="changed.beside('name')" class="fail" role="alert">{{ changed.beside('name') }}</p>
  </PaperSheet>
</template>

<style scoped>
.places {
  list-style: none;
  margin: 0 0 12px;
  padding: 0;
}
.places li {
  border-bottom: 1px solid var(--rule);
  padding: 4px 0;
}
.line {
  flex-wrap: nowrap;
  gap: 2px;
}
.name {
  flex: 1;
  min-width: 0;
  overflow-wrap: anywhere;
}
.likewise {
  display: block;
  color: var(--quiet);
  font-size: 13px;
  line-height: 1.3;
}
.tool {
  width: 30px;
  height: 30px;
  border: 0;
  background: none;
  color: var(--sap);
  cursor: pointer;
}
.tool:disabled {
  color: var(--rule);
  cursor: default;
}
.link {
  min-height: 30px;
  padding-left: 6px;
}
.change {
  padding: 8px 0 10px;
  gap: 10px;
}
.nowrap {
  flex-wrap: nowrap;
  align-items: start;
}
p {
  margin: 0 0 6px;
}
</style>
