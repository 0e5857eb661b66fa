<!-- A term of the field that can be pressed for its meaning. -->
<script setup lang="ts">
import type { Term } from '../../utils/terms'
import { terms } from '../../utils/terms'

const { term } = defineProps<{ term: Term }>()
</script>

<template>
  <v-menu :transition="false" :close-on-content-click="false" location="bottom">
    <template #activator="{ props }">
      <button v-bind="props" type="button" class="term" :aria-label="`${term}: what it means`">
        <slot>{{ term }}</slot>
      </button>
    </template>
    <v-card class="meaning"
      ><p>
        <strong>{{ term }}</strong>
      </p>
      <p>{{ terms[term] }}</p></v-card
    >
  </v-menu>
</template>

<style scoped>
.term {
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  padding: 0;
  cursor: help;
  text-decoration: underline dotted;
  text-decoration-thickness: 1px;
  text-underline-offset: 4px;
}
.meaning {
  padding: 12px 16px;
  max-width: 320px;
  border: 1px solid var(--rule);
}
</style>
