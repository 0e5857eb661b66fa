<!-- Seed parent × pollen parent. -->
<script setup lang="ts">
import type { Parent } from '#shared/parent'

const { seedParent, pollenParent, links } = defineProps<{
  seedParent: Pick<Parent, 'id' | 'name'>
  pollenParent: Pick<Parent, 'id' | 'name'> | null
  links?: boolean
}>()
const isSelf = computed(() => seedParent.id === pollenParent?.id)
</script>

<template>
  <span class="cross-name">
    <ParentName role="seed" :name="seedParent.name" :to="links ? `/plants/${seedParent.id}` : undefined" />
    <span aria-hidden="true">×</span>
    <span v-if="isSelf" class="quiet">itself</span>
    <template v-else>
      <ParentName
        v-if="pollenParent"
        role="pollen"
        :name="pollenParent.name"
        :to="links ? `/plants/${pollenParent.id}` : undefined"
      />
      <span v-else class="quiet">open pollinated</span>
    </template>
  </span>
</template>

<style scoped>
.cross-name {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  flex-wrap: wrap;
  max-width: 100%;
  min-width: 0;
}
</style>
