<!-- What a computation is doing: progress and a way to stop it, or what it was refused for. -->
<script setup lang="ts">
const { progress, refused, isStopped, what } = defineProps<{
  progress: number | null
  refused: string | null
  isStopped: boolean
  /** what is worked out: "the pairs" */ what: string
}>()
const emit = defineEmits<{ stop: []; again: [] }>()
</script>

<template>
  <div v-if="progress !== null" class="row line" role="status">
    <v-progress-linear
      :model-value="progress * 100"
      :indeterminate="progress === 0"
      color="primary"
      :aria-label="`Working out ${what}`"
      class="bar"
    />
    <span class="quiet small">Working out {{ what }}</span>
    <v-btn size="small" class="quietly" @click="emit('stop')">Stop</v-btn>
  </div>
  <p v-else-if="isStopped" class="quiet">
    Stopped. <button type="button" class="link" @click="emit('again')">Work out {{ what }} again</button>
  </p>
  <p v-else-if="refused" class="fail" role="alert">{{ refused }}</p>
</template>

<style scoped>
.line {
  flex-wrap: nowrap;
}
.bar {
  max-width: 220px;
}
</style>
