<!-- An aim: its sentence and its wishes. -->
<script setup lang="ts">
import type { Aim } from '@virgulta/core/aims/aim'
import type { Wish } from '@virgulta/core/aims/kinds'
import { mdiPlus } from '@mdi/js'

const { aim } = defineProps<{ aim?: Aim }>()
const emit = defineEmits<{ saved: [id: string]; left: [] }>()
const garden = useGardenStore()
const log = useLogStore()
const ids = useFormIds()
interface Draft {
  words: string
  crop: string
  wishes: Wish[]
}
const empty = (): Draft => ({ words: '', crop: garden.garden?.crops[0]?.guide.id ?? '', wishes: [] })
// What is typed survives a reload.
const draft = useSessionStorage<Draft>(`virgulta-aim-${aim?.id ?? 'new'}`, () =>
  aim ? { words: aim.words, crop: aim.crop, wishes: structuredClone(toRaw(aim.wishes)) } : empty(),
)
onMounted(() => (log.problem = null))
const traits = computed(() => garden.cropOf(draft.value.crop)?.definition.traits ?? [])
watch(
  () => draft.value.crop,
  () => (draft.value.wishes = draft.value.wishes.filter(w => traits.value.some(t => t.id === w.trait))),
)
const add = () =>
  draft.value.wishes.push({ trait: '', way: 'bring', target: { classes: [] }, weight: 3, must: false })

const tried = ref(false)
const isUnfinished = (wish: Wish) =>
  !wish.trait ||
  ('classes' in wish.target
    ? !wish.target.classes.length
    : wish.target.from === null && wish.target.to === null)
const unfinished = computed(() => draft.value.wishes.some(isUnfinished))
const { run: save } = useOnce(async () => {
  tried.value = true
  const { words, crop, wishes } = draft.value
  if (!words.trim() || unfinished.value) return
  const id = aim?.id ?? ids.id()
  const said = { words: words.trim(), wishes: wishes.map(w => toRaw(w)) }
  const isNoted = await log.note([
    aim
      ? { kind: 'aimChanged', subjectId: id, payload: said }
      : { kind: 'aimSet', subjectId: id, payload: { ...said, crop } },
  ])
  if (!isNoted) return
  draft.value = null
  emit('saved', id)
})
function leave() {
  draft.value = null
  emit('left')
}
</script>

<template>
  <EmptyPage v-if="draft && !aim && !garden.garden?.crops.length" heading="A plant comes first">
    An aim is set for a crop, and a crop is here once a plant of it is.
    <template #step><v-btn variant="flat" to="/plants?add=1">Add a plant</v-btn></template>
  </EmptyPage>
  <form v-else-if="draft" class="stack" @submit.prevent="save">
    <PaperSheet heading="The aim">
      <div class="row top">
        <WordsField
          v-model="draft.words"
          :most="300"
          label="The aim in a sentence"
          placeholder="keep the large dark flower, bring the plant down to half size"
          autofocus
          :errors="tried && !draft.words.trim() ? ['Write the aim in a sentence.'] : []"
        />
        <v-select
          v-if="!aim"
          v-model="draft.crop"
          label="Crop"
          :items="garden.garden?.crops.map(c => ({ value: c.guide.id, title: c.guide.name }))"
          class="crop"
        />
      </div>
    </PaperSheet>
    <PaperSheet heading="What it asks of the traits">
      <template #actions
        ><v-btn
          data-many
          size="small"
          :prepend-icon="mdiPlus"
          :disabled="draft.wishes.length >= 40"
          @click="add"
          >Add a wish</v-btn
        ></template
      >
      <p v-if="!draft.wishes.length" class="quiet">
        What is to come in, what must stay, what has to go: each becomes a column on the bench. A trait is
        missing? <NuxtLink :to="`/crops/${draft.crop}/traits`">Add it to the crop</NuxtLink>; what you typed
        stays.
      </p>
      <WishRow
        v-for="(_, i) in draft.wishes"
        :key="i"
        v-model="draft.wishes[i]!"
        :traits="traits"
        :taken="draft.wishes.map(w => w.trait)"
        @remove="draft.wishes.splice(i, 1)"
      />
      <p v-if="tried && unfinished" class="fail" role="alert">
        Every wish names a trait and what is wished of it; finish it, or take it out.
      </p>
      <p v-if="draft.wishes.length" class="quiet small">
        Without a “must” the aim is missed; the others weigh against each other.
      </p>
    </PaperSheet>
    <div class="row">
      <v-btn type="submit" variant="flat" height="44">{{
        aim ? 'Save the aim' : 'Set this aim'
      }}</v-btn><v-btn variant="text" class="quietly" @click="leave">Cancel</v-btn>
    </div>
  </form>
</template>

<style scoped>
.top {
  flex-wrap: nowrap;
  align-items: start;
}
.crop {
  max-width: 180px;
}
@media (max-width: 600px) {
  .top {
    flex-wrap: wrap;
  }
}
</style>
