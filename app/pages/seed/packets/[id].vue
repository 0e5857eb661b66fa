<!-- One packet: what it holds, and what was sown from it. -->
<script setup lang="ts">
import { handlingWords } from '~/components/guides/guideParts'
import { counted } from '@virgulta/core/formats/counted'
import { seedEndWords } from '@virgulta/core/seed/kinds'
import { dayInWords } from '@virgulta/core/time/days'
import { shareEstimate } from '@virgulta/core/crops/knowledge'
import { wilsonInterval } from '@virgulta/core/chance/wilson'
import type { PacketWork } from '~/components/seed/packetWork'
import { PACKET_WORK } from '~/components/seed/packetWork'
import type { LotStory } from '#shared/seed'

const route = useRoute()
const garden = useGardenStore()
const { data: story, problem } = useLive<LotStory>(() => `/api/seed/lots/${route.params.id}`)
const isSowing = ref(false)
const isEnding = ref(false)
const work = ref<PacketWork>('store')
const isWorking = ref(false)
function open(what: PacketWork) {
  work.value = what
  isWorking.value = true
}
const works = computed(() =>
  Object.entries(PACKET_WORK).filter(([what]) =>
    what === 'merge' ? story.value!.others.length : what === 'recount' || story.value!.lot.left,
  ),
)
const percent = (share: number) => Math.round(share * 100)
const { run: keep } = useOnce(() =>
  useLogStore().note([{ kind: 'keptAsReserve', subjectId: story.value!.lot.id, payload: {} }]),
)
const soundShare = computed(() => {
  const lot = story.value?.lot
  const tries = lot ? lot.sound + lot.empty : 0
  return lot && tries ? { share: lot.sound / tries, ...wilsonInterval(lot.sound, tries), tries } : null
})
const guide = computed(() => story.value && garden.cropOf(story.value.crop)?.guide)
</script>

<template>
  <div v-if="problem" class="fail" role="alert">
    {{ problem.sentence }} <NuxtLink to="/seed">To the seed</NuxtLink>
  </div>
  <div v-else-if="story && guide" class="stack">
    <PageHead
      :heading="story.lot.left ? `${counted(story.lot.left, 'seed')} in the packet` : 'The packet is empty'"
    >
      <template #tag>
        <TagLabel :code="story.lot.code" large
          ><CrossName :seed-parent="story.seedParent" :pollen-parent="story.pollenParent" links
        /></TagLabel>
      </template>
      <p v-if="story.lot.reserveSince && story.lot.left" class="quiet">
        A reserve since {{ dayInWords(story.lot.reserveSince, true) }}: nobody is asked to sow it.
      </p>
      <p v-for="doubt in story.doubts" :key="doubt.words" class="doubt hatch">
        {{ doubt.flowers }} of {{ counted(story.lot.flowerIds.length, 'flower') }}: {{ doubt.words }}.
      </p>
      <template v-if="garden.mayNote && story.lot.left" #actions>
        <PrintLabels :codes="[story.lot.code]" />
        <v-btn class="quietly" @click="isEnding = true">Used up, given or thrown away</v-btn>
        <v-btn v-if="!story.lot.reserveSince" class="quietly" @click="keep">Keep as a reserve</v-btn>
        <v-btn variant="flat" height="44" @click="isSowing = true">Sow from it</v-btn>
      </template>
    </PageHead>
    <div class="sides">
      <div class="stack">
        <PaperSheet :heading="story.lot.received ? 'From elsewhere' : 'Harvest'">
          <dl>
            <dt>{{ story.lot.received ? 'Received' : 'Harvested' }}</dt>
            <dd>{{ dayInWords(story.lot.harvestedOn, true) }}</dd>
            <dt>Cross</dt>
            <dd><TagLabel :code="story.crossCode" :to="`/crosses/${story.lot.crossId}`" /></dd>
            <template v-if="story.bulks.length"
              ><dt>Pollen</dt>
              <dd>
                <template v-for="(bulk, i) in story.bulks" :key="i"
                  >{{ i ? ', ' : ''
                  }}<NuxtLink v-if="bulk.tubeId" :to="`/pollen/${bulk.tubeId}`"
                    >a bulk of {{ bulk.plants }} plants</NuxtLink
                  ><template v-else>a bulk of {{ bulk.plants }} plants</template></template
                >
              </dd></template
            >
            <template v-if="story.lot.received"
              ><dt>From</dt>
              <dd>{{ story.lot.received.from }}</dd></template
            >
            <template v-else-if="!story.splitFrom"
              ><dt>Fruits</dt>
              <dd class="figures">{{ story.lot.fruits }}</dd></template
            >
            <template v-if="story.splitFrom"
              ><dt>Split from</dt>
              <dd><TagLabel :code="story.splitFrom.code" :to="`/seed/packets/${story.splitFrom.id}`" /></dd
            ></template>
            <dt>{{ story.lot.isAbout ? 'Seeds, about' : 'Seeds counted' }}</dt>
            <dd class="figures">
              {{ story.lot.seeds
              }}<template v-if="!story.lot.received && !story.lot.isAbout && !story.splitFrom"
                >, {{ story.lot.sound }} sound, {{ story.lot.empty }} empty{{
                  story.lot.isFloated ? ', told by floating' : ''
                }}</template
              >
              <template v-if="story.lot.byWeight"
                ><br /><span class="quiet small"
                  >by weight: {{ story.lot.byWeight.low }}–{{ story.lot.byWeight.high }}, four times in
                  five</span
                ></template
              >
            </dd>
            <template v-if="soundShare"
              ><dt>Sound</dt>
              <dd class="figures">
                {{ Math.round(soundShare.share * 100) }} %
                <span class="quiet small"
                  >{{ Math.round(soundShare.low * 100) }}–{{ Math.round(soundShare.high * 100) }}, of
                  {{ soundShare.tries }} looked at</span
                >
              </dd></template
            >
          </dl>
        </PaperSheet>
        <PaperSheet heading="In the drawer">
          <dl>
            <dt>Kept in</dt>
            <dd>{{ story.store ?? 'nobody put it away yet' }}</dd>
            <dt>Comes up today</dt>
            <dd><EstimateMark :estimate="story.today" v-bind="markOf('germination', story.crop)" /></dd>
            <dt>In a year</dt>
            <dd><EstimateMark :estimate="story.inAYear" v-bind="markOf('germination', story.crop)" /></dd>
            <template v-if="story.lot.tests.length"
              ><dt>Tested</dt>
              <dd class="figures">
                <div v-for="(t, i) in story.lot.tests" :key="i">
                  {{ t.up }} of {{ t.seeds }}, {{ percent(t.up / t.seeds) }} % on {{ dayInWords(t.on, true) }}
                </div>
              </dd></template
            >
            <template v-if="story.lot.merged.length"
              ><dt>Poured in</dt>
              <dd>
                <div v-for="(m, i) in story.lot.merged" :key="i">
                  {{ counted(m.seeds, 'seed') }} on {{ dayInWords(m.on, true) }}
                </div>
              </dd></template
            >
          </dl>
          <p class="quiet small below">
            From what came up of this crop here, the tests of this packet, and how long its seed keeps: half
            of it is lost after {{ guide.seedHandling.keepsYears.low }} to
            {{ guide.seedHandling.keepsYears.high }} years at 15 °C, and each 5 °C less doubles that.
          </p>
          <div v-if="garden.mayNote" class="row">
            <v-btn
              v-for="[what, { button }] in works"
              :key="what"
              size="small"
              class="quietly"
              @click="open(what as PacketWork)"
              >{{ button }}</v-btn
            >
          </div>
        </PaperSheet>
        <PaperSheet v-if="story.lot.gone.length" heading="What else became of it">
          <ul class="sown">
            <li v-for="(g, i) in story.lot.gone" :key="i">
              {{ g.seeds }} {{ seedEndWords[g.how] }} on {{ dayInWords(g.on, true)
              }}{{ g.note ? `: ${g.note}` : '' }}
            </li>
          </ul>
        </PaperSheet>
        <PaperSheet heading="Sown from it">
          <ul v-if="story.sowings.length" class="sown">
            <li v-for="s in story.sowings" :key="s.id" class="row">
              <TagLabel :code="s.code" :to="`/seed/trays/${s.id}`" /> {{ counted(s.seeds, 'seed') }} on
              {{ dayInWords(s.sownOn, true) }}, {{ s.up }} up
            </li>
          </ul>
          <p v-else class="quiet">Nothing yet.</p>
        </PaperSheet>
      </div>
      <div class="stack">
        <PaperSheet :heading="handlingWords[guide.seedHandling.kind]">
          <p>{{ guide.seedHandling.how }}</p>
          <p class="quiet">
            Of this crop
            <EstimateMark
              :estimate="shareEstimate(garden.cropOf(story.crop)!.knowledge.shares.germination)"
              v-bind="markOf('germination', story.crop)"
            />
            come up.
          </p>
        </PaperSheet>
        <WorkedBack v-if="story.lot.left" :story="story" />
        <PaperSheet heading="Noted"><LogLines :lines="story.log" :with-code="false" /></PaperSheet>
      </div>
    </div>
    <PacketEndDialog v-model="isEnding" :lot="story.lot" />
    <PacketDialog v-model="isWorking" :story="story" :work="work" />
    <SowDialog
      v-model="isSowing"
      :lot="story.lot"
      :crop="story.crop"
      @sown="id => navigateTo(`/seed/trays/${id}`)"
    />
  </div>
</template>

<style scoped>
.below {
  margin: 10px 0;
}
dl {
  display: grid;
  grid-template-columns: 120px 1fr;
  gap: 6px 12px;
  margin: 0;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
}
.sown {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
</style>
