<!-- The areas, in the order of the season. Areas that do not exist yet are not listed. -->
<script setup lang="ts">
import {
  mdiBookOpenPageVariantOutline,
  mdiCalendarRange,
  mdiFamilyTree,
  mdiFlowerOutline,
  mdiGreenhouse,
  mdiMagnify,
  mdiMultiplication,
  mdiSeedOutline,
  mdiSproutOutline,
  mdiTargetVariant,
  mdiTestTube,
  mdiWeatherSunsetUp,
} from '@mdi/js'

const icons: Record<(typeof areas)[number]['to'], string> = {
  '/today': mdiWeatherSunsetUp,
  '/aims': mdiTargetVariant,
  '/bloom': mdiCalendarRange,
  '/crosses': mdiMultiplication,
  '/pollen': mdiTestTube,
  '/seed': mdiSeedOutline,
  '/offspring': mdiSproutOutline,
  '/lineage': mdiFamilyTree,
  '/plants': mdiFlowerOutline,
  '/guides': mdiBookOpenPageVariantOutline,
  '/garden': mdiGreenhouse,
}
const route = useRoute()
const shell = useShellStore()
/** Odds belong to the aims, crops to the guides, places to the garden. */
const belongs: Record<string, string> = { '/odds': '/aims', '/crops': '/guides', '/places': '/garden' }
const path = computed(
  () => Object.entries(belongs).find(([own]) => route.path.startsWith(own))?.[1] ?? route.path,
)
const isHere = (to: string) => path.value === to || path.value.startsWith(`${to}/`)
</script>

<template>
  <nav class="rail" aria-label="Areas">
    <NuxtLink to="/today" class="brand display" aria-label="Virgulta, to Today">Virgulta</NuxtLink>
    <NuxtLink
      v-for="area in areas"
      :key="area.to"
      :to="area.to"
      class="area"
      :class="{ here: isHere(area.to) }"
      :aria-current="isHere(area.to) ? 'page' : undefined"
    >
      <v-icon :icon="icons[area.to]" size="22" />
      <span>{{ area.word }}</span>
    </NuxtLink>
    <button class="area find" type="button" @click="shell.isFindOpen = true">
      <v-icon :icon="mdiMagnify" size="22" />
      <span>Find <kbd>/</kbd></span>
    </button>
  </nav>
</template>

<style scoped>
.rail {
  border-right: 1px solid var(--rule);
  padding: 14px 7px;
  display: flex;
  flex-direction: column;
  gap: 2px;
  position: sticky;
  top: 0;
  height: calc(100vh - var(--line));
  overflow-y: auto;
}
.menu .rail {
  position: static;
  height: auto;
  border: 0;
}
.brand {
  font-size: 18.5px;
  text-align: center;
  color: var(--ink);
  text-decoration: none;
  margin-bottom: 12px;
  letter-spacing: -0.02em;
}
.area {
  display: grid;
  justify-items: center;
  gap: 3px;
  padding: 8px 2px 6px;
  border: 0;
  background: none;
  border-radius: var(--radius);
  color: var(--quiet);
  text-decoration: none;
  font: inherit;
  font-size: 13px;
  cursor: pointer;
}
/* All of them stand on a low screen, too. */
@media (max-height: 860px) {
  .area {
    gap: 1px;
    padding: 5px 2px 4px;
  }
  .brand {
    margin-bottom: 4px;
  }
}
.area:hover {
  background: var(--wash);
  color: var(--ink);
}
.here {
  color: var(--sap);
  font-weight: 650;
  box-shadow: inset 3px 0 var(--sap);
  background: var(--wash);
}
.find {
  margin-top: auto;
}
kbd {
  font: 600 11px var(--code);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 4px;
}
</style>
