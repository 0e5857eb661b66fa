<!-- Find by typing or scanning: plants, crosses, tags, packets, trays, and what can be done. -->
<script setup lang="ts">
import type { Found } from '#shared/find'

const shell = useShellStore()
const garden = useGardenStore()
const { isFindOpen } = storeToRefs(shell)
const typed = ref('')
const wanted = refDebounced(typed, 120)
const { data } = useLive<Found[]>(() =>
  isFindOpen.value && wanted.value.trim() ? `/api/find?q=${encodeURIComponent(wanted.value)}` : null,
)

const actions = [
  { name: 'Set an aim', to: '/aims/new', notes: true },
  { name: 'Plan a cross', to: '/crosses/new', notes: true },
  { name: 'Add a plant', to: '/plants?add=1', notes: true },
  { name: 'Walk the round', to: '/walk' },
  { name: 'Read the log', to: '/garden' },
  { name: 'Who is in the garden', to: '/garden/people' },
  { name: 'Back up, restore, tokens', to: '/garden/data' },
]
const lines = computed(() => [
  ...(data.value ?? []).map(found => ({
    key: found.to,
    code: found.code,
    name: found.name,
    what: found.what as string,
    to: found.to,
  })),
  ...actions
    .filter(
      a => (!a.notes || garden.mayNote) && a.name.toLowerCase().includes(typed.value.trim().toLowerCase()),
    )
    .map(a => ({ key: a.to, code: '', name: a.name, what: 'action', to: a.to })),
])
const chosen = ref(0)
watch(lines, () => (chosen.value = 0))

function go(index = chosen.value) {
  const line = lines.value[index]
  if (!line) return
  isFindOpen.value = false
  typed.value = ''
  navigateTo(line.to)
}

/** A scanner types the code and Enter faster than an answer comes: then the first answer is followed when it is there. */
const isWaiting = ref(false)
function enter() {
  if (!typed.value.trim() || (wanted.value === typed.value && data.value)) return go()
  isWaiting.value = true
}
watch(isFindOpen, () => (isWaiting.value = false))
watch(data, () => {
  if (isWaiting.value && data.value && wanted.value === typed.value) {
    isWaiting.value = false
    nextTick(() => go(0))
  }
})

useEventListener('keydown', (event: KeyboardEvent) => {
  const isField = (event.target as HTMLElement | null)?.closest('input, textarea, [contenteditable]')
  const isWithModifier = event.ctrlKey || event.metaKey
  if (!isFindOpen.value && ((event.key === '/' && !isField) || (event.key === 'k' && isWithModifier))) {
    event.preventDefault()
    isFindOpen.value = true
  }
  // A scanner types before the field has the focus.
  else if (
    isFindOpen.value &&
    !isField &&
    !isWithModifier &&
    (event.key === 'Enter' || event.key.length === 1)
  ) {
    event.preventDefault()
    if (event.key === 'Enter') enter()
    else typed.value += event.key
  }
})
</script>

<template>
  <v-dialog v-model="isFindOpen" max-width="620" location="top" aria-label="Find">
    <v-card class="find">
      <v-text-field
        v-model="typed"
        autofocus
        label="Find a plant, a cross, a code, or what to do"
        role="combobox"
        aria-controls="found"
        aria-expanded="true"
        :aria-activedescendant="lines[chosen] ? `found-${chosen}` : undefined"
        @keydown.down.prevent="chosen = Math.min(chosen + 1, lines.length - 1)"
        @keydown.up.prevent="chosen = Math.max(chosen - 1, 0)"
        @keydown.enter.prevent="enter"
      />
      <ul id="found" role="listbox" aria-label="Found">
        <li
          v-for="(line, i) in lines"
          :id="`found-${i}`"
          :key="line.key"
          role="option"
          :aria-selected="i === chosen"
          :class="{ chosen: i === chosen }"
          @click="go(i)"
          @mousemove="chosen = i"
        >
          <span class="code">{{ line.code }}</span>
          <span>{{ line.name }}</span>
          <span class="quiet small">{{ line.what }}</span>
        </li>
      </ul>
      <p v-if="typed && !lines.length" class="quiet">Nothing is called that, and no tag carries it.</p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.find {
  padding: 16px;
}
ul {
  list-style: none;
  margin: 8px 0 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 96px 1fr auto;
  gap: 8px;
  padding: 8px;
  border-radius: var(--radius);
  cursor: pointer;
  align-items: center;
  min-height: 40px;
}
.chosen {
  background: var(--wash);
}
</style>
