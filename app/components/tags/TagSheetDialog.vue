<!-- Prints tags: on a common sheet or one of one's own, from any place of it; or on the label printer. -->
<script setup lang="ts">
import { plural } from '@virgulta/core/formats/counted'
import { mdiPrinterOutline } from '@mdi/js'
import { PAGES, SHEETS } from '#shared/tags'

const isOpen = defineModel<boolean>({ required: true })
const { crossId, codes } = defineProps<{
  /** null: labels of tubes, packets, trays or plants */ crossId: string | null
  /** of the tags to print */ codes: string[]
}>()
const garden = useGardenStore()
/** The last sheet is remembered on the device. */
const last = useLocalStorage('virgulta-tag-sheet', {
  sheet: 'cut16',
  start: 1,
  own: {} as Record<string, number>,
})
const names = Object.entries(SHEETS).map(([value, { name }]) => ({ value, title: name }))
const base = computed(() => (SHEETS[last.value.sheet] ?? SHEETS.cut16!).sheet)
const lengths = [
  ['width', 'Width of a tag'],
  ['height', 'Height of a tag'],
  ['left', 'Left margin'],
  ['top', 'Top margin'],
  ['gapX', 'Gap beside'],
  ['gapY', 'Gap below'],
  ['columns', 'Columns'],
  ['rows', 'Rows'],
] as const
const valueOf = (key: (typeof lengths)[number][0]) => last.value.own[key] ?? base.value[key]
function change(key: string, typed: string) {
  const value = Number(typed.replace(',', '.'))
  if (Number.isFinite(value) && typed.trim())
    last.value = { ...last.value, own: { ...last.value.own, [key]: value } }
}
const choose = (sheet: string) => (last.value = { ...last.value, sheet, own: {} })
const perPage = computed(() => valueOf('columns') * valueOf('rows'))
const address = computed(
  () =>
    `${crossId ? `/api/crosses/${crossId}/tags.pdf` : '/api/tags/labels.pdf'}?${new URLSearchParams({ sheet: last.value.sheet, start: String(last.value.start), ...Object.fromEntries(Object.entries(last.value.own).map(([k, n]) => [k, String(n)])), codes: codes.join(',') })}`,
)
const printed = ref(0)
const printing = useForm(async () => {
  printed.value = (
    await $fetch<{ printed: number }>('/api/tags/print', {
      method: 'POST',
      body: { ...(crossId ? { crossId } : {}), codes },
    })
  ).printed
})
watch(isOpen, () => (printed.value = 0))
useDialogStep(isOpen, () => 'print')
/** Letters that no tag can show are said before paper is spent. */
const { data: missing } = useLive<{ letters: string[] }>(() =>
  isOpen.value && codes.length
    ? `/api/tags/unprintable?${new URLSearchParams({ ...(crossId ? { cross: crossId } : {}), codes: codes.slice(0, 300).join(',') })}`
    : null,
)
</script>

<template>
  <v-dialog v-model="isOpen" aria-label="Print tags" max-width="640">
    <v-card class="card stack">
      <h2>Print {{ codes.length === 1 ? `the tag ${codes[0]}` : `${codes.length} tags` }}</h2>
      <v-select
        :model-value="last.sheet"
        label="Sheet"
        :items="names"
        hide-details
        @update:model-value="choose"
      />
      <div class="row spread start">
        <CountStepper
          v-model="last.start"
          label="First free place on the sheet"
          :least="1"
          :most="perPage"
          :hint="`${perPage} places, ${PAGES[base.page].width} × ${PAGES[base.page].height} mm`"
        />
        <svg
          class="preview"
          :viewBox="`0 0 ${PAGES[base.page].width} ${PAGES[base.page].height}`"
          role="img"
          :aria-label="`The sheet: ${perPage} places, the first ${last.start - 1} are used`"
        >
          <rect class="page" width="100%" height="100%" />
          <rect
            v-for="i in perPage"
            :key="i"
            class="place"
            :class="{ used: i < last.start, filled: i >= last.start && i < last.start + codes.length }"
            :x="valueOf('left') + ((i - 1) % valueOf('columns')) * (valueOf('width') + valueOf('gapX'))"
            :y="
              valueOf('top') +
              Math.floor((i - 1) / valueOf('columns')) * (valueOf('height') + valueOf('gapY'))
            "
            :width="valueOf('width')"
            :height="valueOf('height')"
          />
        </svg>
      </div>
      <details>
        <summary>Margins and a size of your own, in mm</summary>
        <div class="own">
          <v-text-field
            v-for="[key, label] in lengths"
            :key="key"
            :model-value="valueOf(key)"
            :label="label"
            inputmode="decimal"
            hide-details
            @change="change(key, ($event.target as HTMLInputElement).value)"
          />
        </div>
      </details>
      <p v-if="missing?.letters.length" class="doubt">
        The names hold letters that these tags cannot show: {{ missing.letters.slice(0, 20).join(' ') }}. A
        question mark is printed in their place; write the name in Latin letters, or by hand on the tag.
      </p>
      <p v-if="printing.beside()" class="fail" role="alert">{{ printing.beside() }}</p>
      <p v-if="printed" role="status">
        {{ plural(printed, 'One label', `${printed} labels`) }} went to the printer; what came out lies in
        <NuxtLink to="/garden/devices">Garden › Devices</NuxtLink>.
      </p>
      <div class="row">
        <v-btn
          variant="flat"
          :prepend-icon="mdiPrinterOutline"
          :href="address"
          target="_blank"
          :disabled="!codes.length"
          >Open the sheet</v-btn
        >
        <v-btn
          v-if="garden.mayNote"
          :disabled="!codes.length || printing.isBusy.value"
          @click="printing.submit()"
          >To the label printer</v-btn
        >
        <v-btn variant="text" class="quietly" @click="isOpen = false">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card {
  padding: 20px;
}
.start {
  align-items: start;
}
.preview {
  height: 150px;
  max-width: 200px;
}
.page {
  fill: var(--sheet);
  stroke: var(--quiet);
  stroke-width: 1;
}
.place {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 0.8;
}
.place.used {
  fill: var(--rule);
}
.place.filled {
  fill: color-mix(in srgb, var(--sap) 45%, var(--sheet));
}
summary {
  cursor: pointer;
  color: var(--sap);
  min-height: 32px;
}
.own {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px;
  padding-top: 8px;
}
@media (max-width: 600px) {
  .own {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
