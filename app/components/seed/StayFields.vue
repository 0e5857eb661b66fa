<!-- What seed lies in, what it is like there, for how long, and where. -->
<script setup lang="ts">
import type { Stay } from '@virgulta/core/seed/course'
import { airWords, containerWords, isReadied } from '@virgulta/core/seed/course'

const stay = defineModel<Omit<Stay, 'on'>>({ required: true })
const itemsOf = (words: Record<string, string>) =>
  Object.entries(words).map(([value, title]) => ({ value, title }))
const isAway = computed(() => stay.value.container === 'laboratory')
/** Weeks that were asked for; those of a stay without an end come back when it gets one. */
const weeks = ref(stay.value.weeks ?? 8)
watch(
  () => stay.value.weeks,
  own => own !== null && (weeks.value = own),
)
const hasEnd = computed(() => stay.value.weeks !== null)
function change(part: Partial<Stay>) {
  const next = { ...stay.value, ...part }
  // Where nothing is awaited no end is asked for; in the cold there is one as a rule.
  if (part.air === 'cold' && next.weeks === null) next.weeks = weeks.value
  if (part.air && part.air !== 'cold') next.weeks = null
  stay.value = next
}
</script>

<template>
  <div class="row fields">
    <v-select
      :model-value="stay.container"
      label="In"
      :items="itemsOf(containerWords)"
      class="short"
      @update:model-value="container => change({ container })"
    />
    <v-select
      v-if="!isAway"
      :model-value="stay.air"
      label="How it is there"
      :items="itemsOf(airWords)"
      class="air"
      @update:model-value="air => change({ air })"
    />
    <PlaceSelect
      v-if="!isAway"
      :model-value="stay.placeId"
      @update:model-value="placeId => change({ placeId })"
    />
  </div>
  <div v-if="stay.air !== 'outdoors'" class="row">
    <v-checkbox
      :model-value="hasEnd"
      :label="isAway ? 'It is back after some weeks' : 'It is moved on after some weeks'"
      hide-details
      density="compact"
      @update:model-value="on => change({ weeks: on ? weeks : null })"
    />
    <CountStepper
      v-if="hasEnd"
      :model-value="stay.weeks ?? weeks"
      label="Weeks"
      :least="1"
      :most="200"
      @update:model-value="n => change({ weeks: n })"
    />
  </div>
  <p v-if="isReadied(stay)" class="quiet small">
    The round asks for every look, and when its weeks are over.
  </p>
</template>

<style scoped>
.fields {
  align-items: start;
}
.short {
  max-width: 150px;
}
.air {
  max-width: 230px;
}
</style>
