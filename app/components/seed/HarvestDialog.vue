<!-- Harvest: fruits, seeds counted, sound and empty; it fills a packet with a code of its own. -->
<script setup lang="ts">
import { usualSchool } from '@virgulta/core/crops/guide'
import type { School } from '@virgulta/core/flowers/schools'
import { schoolWords, schoolsAt } from '@virgulta/core/flowers/schools'
import type { Flower } from '@virgulta/core/flowers/flower'
import type { Ripening } from '@virgulta/core/garden/fruits'
import { cutInWords } from '@virgulta/core/garden/fruits'
import type { MarkKind } from '@virgulta/core/tags/marks'
import { markInWords } from '@virgulta/core/tags/marks'
import type { Weighed } from '@virgulta/core/seed/weighing'
import { seedsByWeight } from '@virgulta/core/seed/weighing'
import { dayInWords } from '@virgulta/core/time/days'
import { counted } from '@virgulta/core/formats/counted'

const isOpen = defineModel<boolean>({ required: true })
const {
  crossId,
  crop,
  flowers,
  first,
  isOpenPollinated = false,
  ripening = null,
  mark = null,
} = defineProps<{
  crossId: string
  crop: string
  flowers: Flower[]
  first?: string
  /** visitors made the cross: its fruits need no tag */ isOpenPollinated?: boolean
  /** when the first one is likely ripe, where it is known */ ripening?: Ripening | null
  /** that stands for its pollen parent on this plant, where flowers carry marks */
  mark?: { mark: string; of: MarkKind } | null
}>()
const log = useLogStore()
const ids = useFormIds()
const seedsProblem = useProblemAt('seeds')
const garden = useGardenStore()
const ripe = computed(() => flowers.filter(f => f.status === 'taken' || f.status === 'pollinated'))
const chosen = ref<string[]>([])
/** how many of a cluster's flowers gave fruit; a single flower gives one */
const fruits = ref<Record<string, number>>({})
const clusters = computed(() => ripe.value.filter(f => chosen.value.includes(f.id) && f.blooms > 1))
const [seeds, sound, empty] = [ref(0), ref(0), ref(0)]
const untagged = ref(0)
/** how the seeds were counted */
const counting = ref<'one' | 'weight' | 'about'>('one')
const COUNTING = [
  ['one', 'one by one'],
  ['weight', 'by weight'],
  ['about', 'about so many'],
] as const
const isWeighing = computed(() => counting.value === 'weight')
const isAbout = computed(() => counting.value === 'about')
const isFloated = ref(false)
const weighed = ref<Weighed | null>(null)
watch(weighed, now => now && (seeds.value = seedsByWeight(now).seeds))
const day = ref(garden.today)
const ripeness = ref<School<'harvest'>>('colour')
const cues = schoolsAt('harvest').map(value => ({
  value,
  title: schoolWords('harvest', value).replace('harvested ', ''),
}))
/** cut before it was ripe, as it would have been lost */
const isEarly = ref(false)
const made = ref<string | null>(null)

function begin() {
  ids.renew()
  chosen.value = first ? [first] : ripe.value.slice(0, 1).map(f => f.id)
  fruits.value = Object.fromEntries(ripe.value.map(f => [f.id, f.blooms]))
  seeds.value = sound.value = empty.value = 0
  untagged.value = isOpenPollinated && !chosen.value.length ? 1 : 0
  counting.value = cue.value?.seedHandling.kind === 'flask' ? 'about' : 'one'
  isFloated.value = false
  weighed.value = null
  day.value = garden.today
  ripeness.value = (cue.value && usualSchool(cue.value, 'harvest')) ?? 'colour'
  isEarly.value = ripening !== null && ripening.now < 0.1
  made.value = null
}
const cue = computed(() => garden.cropOf(crop)?.guide)

/** What tells sound seed from empty, in this crop. */
const soundWords = computed(() => {
  const by = cue.value?.seedHandling.soundBy ?? []
  return [
    by.includes('light') && 'Against the light a sound seed shows its embryo as a line.',
    by.includes('float') && 'In water empty seed floats; dry the rest at once.',
    !by.length && 'Nothing tells sound seed from empty here but a test of a sample.',
  ]
    .filter(Boolean)
    .join(' ')
})

async function harvest() {
  const codes = await log.noteTagged(
    1,
    ([code]) => [
      {
        kind: 'harvested',
        subjectId: ids.id(),
        payload: {
          code: code!,
          crossId,
          flowers: chosen.value.map(flowerId => ({ flowerId, fruits: fruits.value[flowerId]! })),
          ...(untagged.value ? { untagged: untagged.value } : {}),
          seeds: seeds.value,
          sound: isAbout.value ? 0 : sound.value,
          empty: isAbout.value ? 0 : empty.value,
          ...(isAbout.value ? { isAbout: true as const } : {}),
          ...(isFloated.value && empty.value && !isAbout.value ? { floated: true as const } : {}),
          ...(isWeighing.value && weighed.value ? { weighed: weighed.value } : {}),
          cue: ripeness.value,
          ...(isEarly.value ? { early: true } : {}),
          ...(ripening && chosen.value.length === 1 && chosen.value[0] === first
            ? { advised: ripening.advice }
            : {}),
        },
      },
    ],
    day.value,
  )
  made.value = codes?.[0] ?? null
}
</script>

<template>
  <FormDialog
    v-model="isOpen"
    heading="Harvest"
    action="Fill a packet"
    :disabled="(!chosen.length && !untagged) || (isWeighing && !weighed)"
    :is-done="made !== null"
    :of="`${crossId} ${first ?? ''}`"
    @open="begin"
    @submit="harvest"
  >
    <p class="quiet">{{ cue?.ripening.cue }}</p>
    <p v-if="mark">
      Its flowers carry <MarkDrawing :mark="mark.mark" :of="mark.of" />{{ ' ' }}
      <strong>{{ markInWords(mark.mark, mark.of) }}</strong>: take no fruit with another mark.
    </p>
    <p v-if="ripening" class="small">{{ cutInWords(ripening, garden.today) }}</p>
    <CautionLines v-if="cue" step="harvest" :guide="cue" />
    <fieldset v-if="ripe.length || !isOpenPollinated">
      <legend>From which flowers</legend>
      <div class="row">
        <label v-for="flower in ripe" :key="flower.id" class="pick"
          ><input v-model="chosen" type="checkbox" :value="flower.id" /><TagLabel :code="flower.code"
        /></label>
      </div>
      <p v-if="!ripe.length && !isOpenPollinated" class="quiet">No flower of this cross carries fruit.</p>
    </fieldset>
    <CountStepper
      v-if="isOpenPollinated"
      v-model="untagged"
      label="Fruits without a tag"
      :most="10000"
      hint="Visitors brought their pollen; only the mother is known."
    />
    <div v-if="clusters.length" class="row counts">
      <CountStepper
        v-for="flower in clusters"
        :key="flower.id"
        v-model="fruits[flower.id]!"
        :label="`Fruits of ${flower.code}`"
        :least="1"
        :most="flower.blooms"
        :hint="`of ${counted(flower.blooms, 'flower')} under this tag`"
      />
    </div>
    <ChipChoice v-model="counting" label="How they were counted" :options="COUNTING" is-fixed
      ><span class="quiet small">Counted</span></ChipChoice
    >
    <WeighSeed v-if="isWeighing" v-model="weighed" />
    <div class="row counts">
      <CountStepper
        v-model="seeds"
        :label="isAbout ? 'Seeds, about' : 'Seeds counted'"
        :most="10_000_000"
        :error="seedsProblem"
      />
      <template v-if="!isAbout">
        <CountStepper v-model="sound" label="Sound" />
        <CountStepper v-model="empty" label="Empty" />
      </template>
    </div>
    <v-switch
      v-if="empty && !isAbout"
      v-model="isFloated"
      label="The empty ones floated"
      color="primary"
      hide-details
    />
    <p v-if="!isAbout" class="quiet small">{{ soundWords }} Seeds that are neither stay in the packet.</p>
    <v-select v-model="ripeness" label="Harvested by" :items="cues" hide-details />
    <v-switch v-model="isEarly" label="Cut before it was ripe" color="primary" hide-details />
    <p v-if="isEarly" class="quiet small">
      Let it ripen on in the dry under a roof before the seed is taken out. It does not count for when fruits
      are ripe here.<template v-if="ripening && garden.today < ripening.notBefore">
        Before {{ dayInWords(ripening.notBefore) }} hardly any of its seed is fit.</template
      >
    </p>
    <DayField v-model="day" label="Harvested on" />
    <template #done>
      <template v-if="made">
        <h2>Packet filled</h2>
        <p>
          Write this code on the packet: <TagLabel :code="made" :to="`/seed/packets/${ids.id()}`" large />
        </p>
        <p class="quiet">{{ cue?.seedHandling.how }}</p>
        <div class="row"><v-btn variant="flat" @click="isOpen = false">Done</v-btn></div>
      </template>
    </template>
  </FormDialog>
</template>

<style scoped>
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  max-height: 180px;
  overflow: auto;
}
legend {
  font-size: 13px;
  color: var(--quiet);
  margin-bottom: 6px;
}
.pick {
  display: inline-flex;
  gap: 6px;
  align-items: center;
  min-height: 40px;
}
.pick input {
  width: 20px;
  height: 20px;
  accent-color: var(--sap);
}
.counts {
  align-items: start;
  gap: 16px;
}
</style>
