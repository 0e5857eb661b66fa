<!-- The devices of the garden, simulated ones that ship in place of real ones; and what came out of the label printer. -->
<script setup lang="ts">
import { dayInWords } from '@virgulta/core/time/days'
import type { DevicesPage } from '#shared/tags'

const { data: page, problem } = useLive<DevicesPage>(() => '/api/devices')
const kinds = computed(() =>
  page.value
    ? [
        {
          what: 'Weather station',
          name: page.value.station?.name ?? 'None',
          does: page.value.station
            ? 'Measures and foretells; its hours move the round.'
            : 'A simulated one ships, and is off until somebody switches it on to try.',
          to: '/bloom/weather',
        },
        {
          what: 'Label printer',
          name: page.value.printer.name,
          does: 'Prints single tags; what came out lies below.',
          to: null,
        },
        {
          what: 'Cold-store logger',
          name: 'Simulated cold-store logger',
          does: 'Measures every hour where pollen is kept; files of another one can be read in.',
          to: '/pollen/stores',
        },
        {
          what: 'Code scanner',
          name: 'Simulated scanner',
          does: 'Reads a tag on the walk. A scanner that types like a keyboard works everywhere; the camera of the device does where the browser lets it.',
          to: '/walk',
        },
      ]
    : [],
)
</script>

<template>
  <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
  <div v-else-if="page" class="stack">
    <div class="devices">
      <PaperSheet v-for="d in kinds" :key="d.what" :heading="d.what"
        ><p>
          <strong>{{ d.name }}</strong>
        </p>
        <p class="quiet">{{ d.does }} <NuxtLink v-if="d.to" :to="d.to">Open</NuxtLink></p></PaperSheet
      >
    </div>
    <PaperSheet heading="What came out of the label printer">
      <ul v-if="page.printouts.length" class="tray">
        <li v-for="p in page.printouts" :key="p.id" class="label">
          <strong class="code">{{ p.tag.code }}</strong>
          <span>{{ p.tag.names.join(' × ') }}</span>
          <span class="quiet small">{{ dayInWords(p.tag.day, true) }} · {{ p.tag.of }}</span>
        </li>
      </ul>
      <p v-else class="quiet">
        Nothing yet. Print the tags of a cross or the label of a tube, and they come out here.
      </p>
    </PaperSheet>
  </div>
</template>

<style scoped>
.devices {
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 280px), 1fr));
}
.devices p {
  margin: 0 0 4px;
}
.tray {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 10px;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 220px), 1fr));
}
.label {
  border: 1px solid var(--quiet);
  border-radius: 3px;
  padding: 8px 12px;
  display: grid;
  background: var(--sheet);
}
.code {
  font: 600 19px var(--code);
}
</style>
