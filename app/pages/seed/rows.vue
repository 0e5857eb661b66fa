<!-- A tray that is sown in rows, as it lies: each row with its seedlings drawn, counted all at once. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import type { Draft } from '@virgulta/core/log/entry'
import { dayInWords } from '@virgulta/core/time/days'
import type { SeedShelf, SowingRow } from '#shared/seed'

const garden = useGardenStore()
const log = useLogStore()
const [of, on] = [useAddress('of'), useAddress('on')]
const { data: shelf, problem } = useLive<SeedShelf>(() => '/api/seed')
const rows = computed(() =>
  (shelf.value?.sowings ?? [])
    .filter(({ sowing }) => sowing.row?.of === of.value && sowing.sownOn === on.value)
    .sort((a, b) => a.sowing.row!.at - b.sowing.row!.at),
)
const day = ref(garden.today)
/** new seedlings of each row; of what is not told nothing is noted */
const more = ref<Record<string, number>>({})
const isOpen = ({ sowing }: SowingRow) => !sowing.ended && sowing.up < sowing.seeds
const countable = computed(() => rows.value.filter(isOpen))
const total = computed(() =>
  countable.value.reduce((sum, { sowing }) => sum + (more.value[sowing.id] ?? 0), 0),
)
/** Every row was looked at: one without new seedlings is noted as that. */
const { run: note, isBusy } = useOnce(async () => {
  const drafts = countable.value.map(({ sowing }): Draft => ({
    kind: 'seedlingsUp',
    subjectId: sowing.id,
    payload: { count: more.value[sowing.id] ?? 0 },
  }))
  if (await log.note(drafts, day.value)) more.value = {}
})

/** Seeds that one dot stands for, so that a row fits its line. */
const MOST_DOTS = 40
const seedsADot = computed(() =>
  Math.max(1, Math.ceil(Math.max(0, ...rows.value.map(({ sowing }) => sowing.seeds)) / MOST_DOTS)),
)
/** A row as dots: standing seedlings, those that went, seeds that are not up. */
function dots({ sowing }: SowingRow): ('stands' | 'gone' | 'seed')[] {
  const count = (seeds: number) => Math.round(seeds / seedsADot.value)
  const [up, stands] = [count(sowing.up), count(sowing.standing)]
  return Array.from({ length: count(sowing.seeds) }, (_, i) =>
    i < stands ? 'stands' : i < up ? 'gone' : 'seed',
  )
}
const codes = computed(() => rows.value.map(({ sowing }) => sowing.code))
</script>

<template>
  <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
  <div v-else-if="shelf" class="stack">
    <PageHead :heading="of || 'A tray in rows'">
      <p v-if="rows.length" class="quiet">
        {{ counted(rows.length, 'row') }}, sown on {{ dayInWords(on, true) }}, in
        {{ garden.placeName(rows[0]!.sowing.placeId) }}.
      </p>
      <template v-if="rows.length" #actions><PrintLabels :codes="codes" /></template>
    </PageHead>
    <EmptyPage v-if="!rows.length" heading="No row of this tray is here">
      A tray in rows is sown from the packets, and each row gets its code.
      <template #step><v-btn variant="flat" to="/seed?show=trays">To the trays</v-btn></template>
    </EmptyPage>
    <PaperSheet v-else heading="The tray as it lies">
      <DayField v-if="garden.mayNote" v-model="day" label="Counted on" />
      <ol class="rows">
        <li v-for="row in rows" :key="row.sowing.id" :class="{ over: !isOpen(row) }">
          <div class="what">
            <strong class="figures at">{{ row.sowing.row!.at }}</strong>
            <TagLabel
              :code="row.sowing.code"
              :to="`/seed/trays/${row.sowing.id}`"
              :ended="Boolean(row.sowing.ended)"
            />
            <CrossName :seed-parent="row.seedParent" :pollen-parent="row.pollenParent" class="small" />
          </div>
          <div
            class="dots"
            role="img"
            :aria-label="`${row.sowing.standing} stand, ${row.sowing.up} of ${row.sowing.seeds} came up`"
          >
            <span v-for="(dot, i) in dots(row)" :key="i" :class="dot" />
            <span class="figures quiet small">{{ row.sowing.up }} of {{ row.sowing.seeds }}</span>
          </div>
          <CountStepper
            v-if="garden.mayNote && isOpen(row)"
            :model-value="more[row.sowing.id] ?? 0"
            :label="`New in row ${row.sowing.row!.at}`"
            :most="row.sowing.seeds - row.sowing.up"
            @update:model-value="count => (more[row.sowing.id] = count)"
          />
        </li>
      </ol>
      <p class="quiet small">
        Filled: stands. Crossed out: came up and is gone. Empty: not up.<template v-if="seedsADot > 1">
          One dot stands for {{ seedsADot }} seeds.</template
        >
      </p>
      <v-btn
        v-if="garden.mayNote && countable.length"
        variant="flat"
        height="56"
        :aria-busy="isBusy"
        @click="note"
        >{{
          total
            ? `Note ${total} new in ${counted(countable.length, 'row')}`
            : `None new in ${counted(countable.length, 'row')}`
        }}</v-btn
      >
    </PaperSheet>
  </div>
</template>

<style scoped>
.rows {
  list-style: none;
  margin: 8px 0;
  padding: 0;
}
.rows li {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr) 184px;
  gap: 6px 16px;
  align-items: center;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
.what {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.at {
  min-width: 22px;
  text-align: right;
}
.dots {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
  align-items: center;
}
.dots > span:not(.figures) {
  width: 12px;
  height: 12px;
  border-radius: 50%;
  border: 1.5px solid var(--quiet);
}
.dots .stands {
  background: var(--sap);
  border-color: var(--sap);
}
.dots .gone {
  background: linear-gradient(45deg, transparent 42%, var(--ink) 42% 58%, transparent 58%);
}
@media (max-width: 700px) {
  .rows li {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
