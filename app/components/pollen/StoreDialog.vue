<!-- Sets up a place where tubes are kept, or changes it. -->
<script setup lang="ts">
import { pollenChoices } from './pollenWords'
import type { StoreKind } from '@virgulta/core/stores/kinds'
import { STORE_KINDS } from '@virgulta/core/stores/kinds'
import type { Store } from '@virgulta/core/stores/store'

const isOpen = defineModel<boolean>({ required: true })
const { store = null } = defineProps<{ store?: Store | null }>()
const log = useLogStore()
const ids = useFormIds()
const name = ref('')
const keeps = ref<StoreKind>('refrigerator')
const celsius = ref('4')
const isLogged = ref(false)
function begin() {
  ids.renew()
  name.value = store?.name ?? ''
  keeps.value = store?.keeps ?? 'refrigerator'
  celsius.value = String(store?.celsius ?? STORE_KINDS.refrigerator.celsius)
  isLogged.value = store?.isLogged ?? false
}
const choose = (kind: StoreKind) => {
  keeps.value = kind
  celsius.value = String(STORE_KINDS[kind].celsius)
}
const degrees = computed(() => Number(celsius.value.replace(',', '.').replace('−', '-')))
const fault = computed(() =>
  celsius.value.trim() === '' || Number.isNaN(degrees.value)
    ? 'Write a temperature in °C, such as 4 or -18.'
    : degrees.value < -80 || degrees.value > 40
      ? 'A store for pollen lies between -80 and 40 °C.'
      : '',
)
async function keep() {
  if (
    await log.note([
      {
        kind: 'storeSet',
        subjectId: store?.id ?? ids.id(),
        payload: {
          name: name.value.trim(),
          keeps: keeps.value,
          celsius: degrees.value,
          isLogged: isLogged.value,
        },
      },
    ])
  )
    isOpen.value = false
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :heading="store ? 'Change the store' : 'Set up a store'"
    action="Keep"
    :disabled="!name.trim() || Boolean(fault)"
    :of="store?.id"
    @open="begin"
    @submit="keep"
  >
    <WordsField v-model="name" :most="60" label="Name" />
    <v-select
      :model-value="keeps"
      :items="pollenChoices.stores"
      label="What it is"
      hide-details
      @update:model-value="choose"
    />
    <v-text-field
      v-model="celsius"
      label="Set to, °C"
      inputmode="text"
      :error-messages="fault ? [fault] : []"
    />
    <v-switch v-model="isLogged" label="A logger stands in it" color="primary" hide-details />
    <p class="quiet small">
      The logger that ships is simulated: it opens doors now and then, and once a year the power is gone.
      Without a logger the store counts as what it is set to, until a file of readings is read in.
    </p>
  </FormDialog>
</template>
