<!-- The desk: rail at the left, the season above, the screen below. On a narrow window rail and season fold into a bar. -->
<script setup lang="ts">
import { mdiMagnify, mdiMenu } from '@mdi/js'

const { xs } = useDisplay()
const isMenuOpen = ref(false)
const shell = useShellStore()
const garden = useGardenStore()
useDeskKeys()
const route = useRoute()
watch(
  () => route.path,
  () => (isMenuOpen.value = false),
)
</script>

<template>
  <div>
    <a class="skip" href="#screen">Skip to the screen</a>
    <header v-if="xs" class="bar">
      <v-btn :icon="mdiMenu" variant="text" aria-label="Areas" @click="isMenuOpen = true" />
      <span class="display brand">Virgulta</span>
      <v-btn :icon="mdiMagnify" variant="text" aria-label="Find" @click="shell.isFindOpen = true" />
      <v-dialog v-model="isMenuOpen" max-width="320" aria-label="Areas">
        <v-card class="menu"><RailNav /></v-card>
      </v-dialog>
    </header>
    <div class="desk" :class="{ narrow: xs }">
      <RailNav v-if="!xs" />
      <div class="right">
        <SeasonBand v-if="!xs" />
        <main id="screen" tabindex="-1">
          <AwaitedLine />
          <slot />
        </main>
      </div>
    </div>
    <NoteLine class="foot">
      <template v-if="garden.garden"
        >{{ garden.garden.name
        }}<span class="keys"> · <kbd>u</kbd> takes back, <kbd>?</kbd> lists the keys</span></template
      >
    </NoteLine>
    <FindBox />
    <ShortcutHelp />
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  grid-template-columns: 88px minmax(0, 1fr);
  min-height: 100vh;
}
.desk.narrow {
  display: block;
  min-height: 0;
}
.foot {
  position: fixed;
  inset: auto 0 0 0;
  z-index: 1010;
}
kbd {
  font: 600 11px var(--code);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 4px;
}
@media (max-width: 600px) {
  .keys {
    display: none;
  }
}
main {
  position: relative;
  padding: 20px 28px calc(var(--line) + 32px);
  max-width: 1400px;
  outline: none;
}
.narrow main {
  padding: 12px 16px calc(var(--line) + 32px);
}
.bar {
  display: flex;
  align-items: center;
  justify-content: space-between;
  border-bottom: 1px solid var(--rule);
  padding: 4px;
}
.brand {
  font-size: 20px;
  font-weight: 600;
}
.menu {
  padding: 8px;
}
.skip {
  position: absolute;
  left: -999px;
  top: 4px;
  background: var(--sheet);
  padding: 8px 12px;
  z-index: 10;
}
.skip:focus {
  left: 96px;
}
</style>
