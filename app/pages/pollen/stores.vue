<!-- Where tubes are kept: what each store was like, what happened to it, and the files of its logger. -->
<script setup lang="ts">
import { counted } from '@virgulta/core/formats/counted'
import { STORE_KINDS } from '@virgulta/core/stores/kinds'
import type { Store } from '@virgulta/core/stores/store'
import type { StoreView } from '#shared/pollen'

const garden = useGardenStore()
const { data: stores, problem } = useLive<StoreView[]>(() => '/api/pollen/stores')
const isSetting = ref(false)
const changing = ref<Store | null>(null)
function set(store: Store | null) {
  changing.value = store
  isSetting.value = true
}
function loggerWords({ logger, days }: StoreView): string {
  if (logger) return `${logger.name} stands in it.`
  return days.length ? 'No logger; its files are read in.' : 'No logger: it counts as what it is set to.'
}
const short = (at: string) => at.slice(0, 10)
const doors = (view: StoreView) => view.excursions.filter(e => e.cause === 'door')
const cuts = (view: StoreView) => view.excursions.filter(e => e.cause === 'power')
</script>

<template>
  <div class="stack">
    <p v-if="problem" class="fail" role="alert">{{ problem.sentence }}</p>
    <template v-if="stores?.length">
      <div class="row spread">
        <p class="quiet">
          The warmer it is, the faster pollen dies; about two and a half times for each ten degrees. What a
          logger saw counts for every tube that stood there.
        </p>
        <v-btn v-if="garden.mayNote" @click="set(null)">Set up a store</v-btn>
      </div>
      <div class="grid">
        <PaperSheet v-for="view in stores" :key="view.store.id" :heading="view.store.name">
          <template v-if="garden.mayNote" #actions
            ><v-btn size="small" class="quietly" @click="set(view.store)">Change</v-btn></template
          >
          <p>
            <span class="quiet">{{ STORE_KINDS[view.store.keeps].words }}, set to</span>{{ ' '
            }}<span class="figures">{{ view.store.celsius }} °C</span
            ><template v-if="view.days.length"
              ><span class="quiet">, usually</span>{{ ' '
              }}<span class="figures">{{ view.typical }} °C</span></template
            >
            · {{ counted(view.tubes, 'tube') }}
          </p>
          <p class="quiet small">
            {{ loggerWords(view) }}
          </p>
          <StoreChart v-if="view.days.length" :view="view" />
          <template v-if="cuts(view).length"
            ><h3>Excursions</h3>
            <ExcursionLines :excursions="cuts(view)"
          /></template>
          <details v-if="doors(view).length">
            <summary>{{ doors(view).length }} short ones, as when a door stays open</summary>
            <ExcursionLines :excursions="doors(view)" />
          </details>
          <p v-for="gap in view.gaps.slice(-5)" :key="gap.from" class="doubt small">
            No reading from {{ short(gap.from) }} to {{ short(gap.to) }}: it counts as it was before.
          </p>
          <details v-if="garden.mayNote">
            <summary>Read a logger’s file</summary>
            <ReadStoreSheet :store="view.store" />
          </details>
          <p v-for="r in view.read" :key="r.id" class="quiet small">
            {{ r.source }}: {{ r.rows }} readings, {{ short(r.from) }} to {{ short(r.to) }}
          </p>
        </PaperSheet>
      </div>
    </template>
    <EmptyPage v-else-if="stores" heading="Nowhere to keep pollen yet">
      A cool box keeps it for the day, a refrigerator for weeks, a freezer for months or till next year.
      <template #step
        ><v-btn v-if="garden.mayNote" variant="flat" @click="set(null)">Set up a store</v-btn></template
      >
    </EmptyPage>
    <StoreDialog v-model="isSetting" :store="changing" />
  </div>
</template>

<style scoped>
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 460px), 1fr));
  gap: 16px;
  align-items: start;
}
h3 {
  margin: 12px 0 6px;
}
summary {
  cursor: pointer;
  min-height: 44px;
  padding: 10px 0;
  color: var(--sap);
  font-weight: 650;
}
</style>
