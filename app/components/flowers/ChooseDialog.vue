<!-- Chooses several flowers at once, a cluster under one tag, or flowers that were tagged on an earlier day. -->
<script setup lang="ts">
import { tagFlowers } from './tagFlowers'
import { plural } from '@virgulta/core/formats/counted'
import type { CropGuide } from '@virgulta/core/crops/guide'
import type { FlowerOf } from './tagFlowers'

const isOpen = defineModel<boolean>({ required: true })
const { of, guide } = defineProps<{ of: FlowerOf; guide: CropGuide }>()
const garden = useGardenStore()
const isPrinting = ref(false)
const [count, blooms] = [ref(1), ref(1)]
const day = ref(garden.today)
const stage = ref<'right' | 'young' | 'open'>('right')
const tied = ref<{ id: string; code: string }[] | null>(null)
const ids = useFormIds()
function begin() {
  ids.renew()
  count.value = blooms.value = 1
  day.value = garden.today
  stage.value = 'right'
  tied.value = null
}
async function choose() {
  tied.value = await tagFlowers(of, count.value, blooms.value, day.value, stage.value, ids.id)
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Choose flowers"
    action="Give them codes"
    :is-done="tied !== null"
    :of="of.crossId"
    @open="begin"
    @submit="choose"
  >
    <p>{{ guide.stage.cue }}</p>
    <p class="quiet small">Not: {{ guide.stage.tooYoung }} {{ guide.stage.tooOld }}</p>
    <StageChips v-model="stage" />
    <div class="row counts">
      <CountStepper v-model="count" label="Tags to tie" :least="1" :most="200" />
      <CountStepper
        v-model="blooms"
        label="Flowers under each tag"
        :least="1"
        :most="200"
        hint="More than one for a cluster"
      />
    </div>
    <DayField v-model="day" label="Chosen on" />
    <template #done>
      <template v-if="tied">
        <h2>{{ plural(tied.length, 'The tag', `${tied.length} tags`) }} to tie</h2>
        <div class="row"><TagLabel v-for="flower in tied" :key="flower.id" :code="flower.code" large /></div>
        <p class="quiet">Below the flower, loosely, so that it stays with the fruit.</p>
        <div class="row">
          <v-btn variant="flat" @click="isOpen = false">Done</v-btn>
          <v-btn @click="isPrinting = true">Print {{ plural(tied.length, 'it', 'them') }}</v-btn>
          <TagSheetDialog
            v-model="isPrinting"
            :cross-id="of.crossId"
            :codes="tied.map(flower => flower.code)"
          />
        </div>
      </template>
    </template>
  </FormDialog>
</template>

<style scoped>
.counts {
  align-items: start;
  gap: 20px;
}
</style>
