<!-- When today's stigmas are ready and pollen is dry, with the reason; for the crops in bloom. -->
<script setup lang="ts">
import { hoursInWords } from '@virgulta/core/bloom/hours'
import { isInBloom } from '@virgulta/core/season/band'
import type { HoursPage } from '#shared/bloom'

const garden = useGardenStore()
const { data: page } = useLive<HoursPage>(
  () => `/api/bloom/hours?${new URLSearchParams({ at: garden.now.slice(0, 13) })}`,
)
const crops = computed(() =>
  (page.value?.days[0]?.crops ?? []).filter(c => isInBloom(garden.today, garden.cropOf(c.crop)!.guide.bloom)),
)
</script>

<template>
  <PaperSheet v-if="crops.length" heading="Hours today">
    <template #actions><NuxtLink to="/bloom/hours" class="small">and the days ahead</NuxtLink></template>
    <dl>
      <template v-for="c in crops" :key="c.crop + c.where"
        ><dt>
          {{ c.name }} <span class="quiet where">{{ c.where }}</span>
        </dt>
        <dd v-for="event in ['receptive', 'sheds'] as const" :key="event">
          {{ hoursInWords(event, c.hours[event]) }}
        </dd></template
      >
    </dl>
  </PaperSheet>
</template>

<style scoped>
dl {
  font-size: 14px;
}
dt {
  font-weight: 650;
}
.where {
  font-weight: 400;
}
dt:not(:first-child) {
  margin-top: 6px;
}
dd {
  margin: 0;
}
dd::first-letter {
  text-transform: uppercase;
}
</style>
