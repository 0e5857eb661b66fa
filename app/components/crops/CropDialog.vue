<!-- Begins the guide of a crop that no guide knows, from one whose flower is alike; every number can be changed afterwards. -->
<script setup lang="ts">
import { flowerForms } from '@virgulta/core/crops/forms/forms'
import { builtInGuides } from '@virgulta/core/crops/guides/all'

const isOpen = defineModel<boolean>({ required: true })
const { name: searched } = defineProps<{ name: string }>()
const emit = defineEmits<{ begun: [crop: string] }>()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
const name = ref('')
const like = ref<string | null>(null)
const tried = ref(false)
function begin() {
  ids.renew()
  name.value = searched
  like.value = null
  tried.value = false
}
const items = builtInGuides.map(g => ({
  value: g.id,
  title: g.name,
  props: { subtitle: flowerForms[g.form].name },
}))
const model = computed(() => builtInGuides.find(g => g.id === like.value))
const id = computed(() => cropId(name.value))
const wrong = computed(() => ({
  name: !id.value
    ? ['Give the crop a name with letters.']
    : garden.garden?.guides.some(g => g.id === id.value)
      ? ['A crop of this name has a guide already; choose it from the list.']
      : [],
  like: like.value ? [] : ['Choose a crop whose flower is built alike.'],
}))
async function save() {
  tried.value = true
  if (wrong.value.name.length || wrong.value.like.length) return
  // What was reported of the genes of one crop says nothing of another's.
  const guide = {
    ...model.value!,
    id: id.value,
    name: name.value.trim(),
    botanical: name.value.trim(),
    loci: [],
    rules: [],
    levels: [],
  }
  if (!(await log.note([{ kind: 'guideSet', subjectId: ids.id(), payload: { guide } }]))) return
  await garden.refresh()
  isOpen.value = false
  emit('begun', guide.id)
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Begin a crop of your own"
    action="Begin it"
    @open="begin"
    @submit="save"
  >
    <WordsField v-model="name" :most="40" label="Name of the crop" :errors="tried ? wrong.name : []" />
    <v-autocomplete
      v-model="like"
      :items="items"
      label="Its flower is built like that of"
      :error-messages="tried ? wrong.like : []"
      :aria-invalid="tried && wrong.like.length > 0"
    />
    <p v-if="model" class="quiet small">
      {{ flowerForms[model.form].like }}. Its guide begins as a copy of {{ model.name.toLowerCase() }}: bloom,
      days, seed and traits are that crop’s until you change them under Guides, and your own records count
      from the first one.
    </p>
  </FormDialog>
</template>
