<!-- The day something happened; today unless it is noted late. An emptied one says so itself. -->
<script setup lang="ts">
const day = defineModel<string>({ required: true })
const { label = 'Day' } = defineProps<{ label?: string }>()
const log = useLogStore()
const refused = useProblemAt('happenedAt')
const isEmptied = ref(false)
const errors = computed(() =>
  isEmptied.value && !day.value
    ? ['Give the day, such as 14 June 2027.']
    : refused.value
      ? [refused.value]
      : [],
)
watch(day, to => {
  isEmptied.value = !to
  // What was asked about another day is asked no more.
  log.clear()
})
</script>

<template>
  <v-text-field
    v-model="day"
    type="date"
    :label="label"
    :error-messages="errors"
    :aria-invalid="errors.length > 0"
    class="day"
  />
</template>

<style scoped>
.day {
  max-width: 210px;
  min-width: 170px;
}
</style>
