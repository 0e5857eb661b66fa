<!-- The flower forms, each drawn; the crops that have it. -->
<script setup lang="ts">
import { FORM_IDS, flowerForms } from '@virgulta/core/crops/forms/forms'
import type { FlowerPicture } from '@virgulta/core/flowers/picture'
import { WORK } from '@virgulta/core/round/work'

const { guides } = useGuides()
const forms = computed(() =>
  FORM_IDS.map(id => ({ ...flowerForms[id], id, crops: (guides.value ?? []).filter(g => g.form === id) })),
)
const shown: FlowerPicture = {
  open: 0.7,
  petals: true,
  anthers: 'closed',
  stigma: 'receptive',
  swelling: 0,
  cover: null,
}
</script>

<template>
  <div class="forms">
    <PaperSheet v-for="form in forms" :key="form.id" class="form">
      <FlowerDrawing :form="form.id" :picture="shown" :words="form.name" />
      <div>
        <h2>{{ form.name }}</h2>
        <p class="quiet small">{{ form.like }} · one tag for each {{ form.unit }}</p>
        <dl>
          <template v-for="part in form.parts" :key="part.name"
            ><dt>{{ part.name }}</dt>
            <dd>{{ part.does }}</dd></template
          >
        </dl>
        <p class="small">
          {{
            form.steps
              .filter(s => s !== 'thin' && s !== 'petalsOff')
              .map(s => WORK[s].words)
              .join(' · ')
          }}
        </p>
        <p class="small">
          <NuxtLink v-for="crop in form.crops" :key="crop.id" :to="`/guides/${crop.id}`" class="crop">{{
            crop.name
          }}</NuxtLink>
        </p>
      </div>
    </PaperSheet>
  </div>
</template>

<style scoped>
.forms {
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(auto-fill, minmax(min(100%, 480px), 1fr));
}
.form {
  display: grid;
  grid-template-columns: 180px minmax(0, 1fr);
  gap: 12px;
  align-items: start;
}
@media (max-width: 600px) {
  .form {
    grid-template-columns: 1fr;
  }
}
h2 {
  font-size: 18px;
}
p {
  margin: 4px 0 0;
}
dl {
  margin: 6px 0 0;
  font-size: 14px;
  display: grid;
  gap: 2px;
}
dt {
  font-weight: 650;
  float: left;
  margin-right: 6px;
}
dd {
  margin: 0;
}
dl {
  display: block;
}
dd::after {
  content: '';
  display: block;
  clear: left;
}
.crop {
  margin-right: 10px;
  display: inline-block;
  min-height: 26px;
  line-height: 26px;
}
</style>
