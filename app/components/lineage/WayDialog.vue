<!-- A plan is chosen: with which cross it begins, and when the offspring of that flower first. -->
<script setup lang="ts">
import type { PlanAhead } from '@virgulta/core/ahead/plan'
import { PLAN_KINDS } from '@virgulta/core/ahead/planWords'
import type { GenerationAhead } from '@virgulta/core/ahead/steps'
import { counted } from '@virgulta/core/formats/counted'
import { yearOf } from '@virgulta/core/time/days'
import type { WaysPage } from '#shared/lineage'

const isOpen = defineModel<boolean>({ required: true })
const { plan, crop, steps, seasons, beginnings } = defineProps<{
  plan: PlanAhead
  crop: string
  steps: GenerationAhead[]
  seasons: number
  beginnings: WaysPage['beginnings']
}>()
const emit = defineEmits<{ chosen: [id: string] }>()
const log = useLogStore()
const ids = useFormIds()
const crossId = ref<string | null>(null)
const from = ref('')
const missing = ref('')
/** Lines begin with a cross of two; a population may come of one. */
const fitting = computed(() =>
  plan.kind === 'recurrent' || plan.kind === 'broad' ? beginnings : beginnings.filter(one => !one.isSelf),
)
const choices = computed(() =>
  fitting.value.map(({ id, code, aim, seedParent, pollenParent }) => ({
    value: id,
    title: `${seedParent} × ${pollenParent ?? 'open pollinated'}`,
    props: { subtitle: `${code} · ${aim}` },
  })),
)
const last = computed(() => steps.at(-1)!)
const end = computed(() =>
  from.value ? yearOf(from.value) + last.value.after * seasons + last.value.blooms : null,
)
function begin() {
  ids.renew()
  crossId.value = null
  from.value = fitting.value[0]?.from ?? ''
  missing.value = ''
}
watch(crossId, id => {
  missing.value = ''
  from.value = beginnings.find(one => one.id === id)?.from ?? from.value
})
async function choose() {
  if (!crossId.value) return (missing.value = 'Choose the cross that it begins with.')
  if (!from.value) return
  const payload = { crop, plan, crossId: crossId.value, from: from.value }
  if (!(await log.note([{ kind: 'wayChosen', subjectId: ids.id(), payload }]))) return
  isOpen.value = false
  emit('chosen', ids.id())
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="PLAN_KINDS[plan.kind].name"
    action="Go this way"
    :disabled="!fitting.length"
    @open="begin"
    @submit="choose"
  >
    <p v-if="!fitting.length">
      A way begins with a cross, and none is planned of this crop.
      <NuxtLink to="/crosses/new">Plan a cross</NuxtLink> first.
    </p>
    <template v-else>
      <v-autocomplete
        v-model="crossId"
        label="The cross that it begins with"
        :items="choices"
        :error-messages="missing ? [missing] : []"
        :aria-invalid="Boolean(missing)"
      />
      <DayField v-model="from" label="Its offspring flower first" />
      <p class="quiet small">
        {{ counted(steps.length, 'generation') }} from there, the last in {{ end }}. Each stands on the band
        of its season and comes into the round while it flowers; what you note elsewhere counts by itself.
      </p>
    </template>
  </FormDialog>
</template>
