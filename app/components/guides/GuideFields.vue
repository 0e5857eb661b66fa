<!-- Fields of a guide that belong together, each written down as what it is; a group that may be missing has a switch. -->
<script setup lang="ts">
import type { FieldGroup, GuideField } from './guideFields'
import { isThere, valueAt, withValue } from './guideFields'
import type { CropGuide } from '@virgulta/core/crops/guide'

const guide = defineModel<CropGuide>({ required: true })
const { group } = defineProps<{ group: FieldGroup; /** it stands in another one */ isInner?: boolean }>()
const isHere = computed(() => isThere(guide.value, group))
const fields = computed(() => (isHere.value ? group.fields : (group.otherwise ?? [])))
function toggle(is: boolean) {
  const { path, blank, none } = group.optional!
  guide.value = withValue(guide.value, path, is ? blank : none)
}
const set = (field: GuideField, value: unknown) => (guide.value = withValue(guide.value, field.path, value))
const number = (typed: string) => (typed.trim() ? Number(typed.replace(',', '.')) : null)
const linesOf = (typed: string) =>
  typed
    .split('\n')
    .map(line => line.trim())
    .filter(Boolean)
const shown = (field: GuideField) => valueAt(guide.value, field.path)
</script>

<template>
  <fieldset class="group">
    <legend v-if="isInner && !group.optional">{{ group.heading }}</legend>
    <v-switch
      v-if="group.optional"
      :model-value="isHere"
      :label="group.optional.words"
      color="primary"
      hide-details
      @update:model-value="toggle(Boolean($event))"
    />
    <div v-if="fields.length" class="fields">
      <template v-for="field in fields" :key="field.path">
        <v-switch
          v-if="field.kind === 'switch'"
          :model-value="shown(field)"
          :label="field.words"
          color="primary"
          hide-details
          @update:model-value="set(field, Boolean($event))"
        />
        <v-select
          v-else-if="field.kind === 'choice' || field.kind === 'many'"
          :model-value="shown(field)"
          :label="field.words"
          :items="field.items!"
          :multiple="field.kind === 'many'"
          hide-details
          @update:model-value="set(field, $event)"
        />
        <v-text-field
          v-else-if="field.kind === 'number'"
          :model-value="shown(field) ?? ''"
          :label="field.words"
          inputmode="decimal"
          hide-details
          @change="set(field, number(($event.target as HTMLInputElement).value))"
        />
        <v-textarea
          v-else-if="field.kind === 'lines'"
          :model-value="(shown(field) as string[] | undefined)?.join('\n')"
          :label="`${field.words}, one a line`"
          rows="3"
          auto-grow
          hide-details
          @change="set(field, linesOf(($event.target as HTMLTextAreaElement).value))"
        />
        <v-textarea
          v-else
          :model-value="shown(field) ?? ''"
          :label="field.words"
          rows="1"
          auto-grow
          hide-details
          @update:model-value="set(field, $event || field.empty)"
        />
      </template>
    </div>
    <template v-if="isHere">
      <GuideFields
        v-for="inner in group.groups"
        :key="inner.heading"
        v-model="guide"
        :group="inner"
        is-inner
      />
    </template>
  </fieldset>
</template>

<style scoped>
.group {
  border: 0;
  padding: 0;
  margin: 0 0 6px;
  min-width: 0;
}
legend {
  padding: 8px 0 4px;
  font-weight: 650;
}
.fields {
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 240px), 1fr));
}
</style>
