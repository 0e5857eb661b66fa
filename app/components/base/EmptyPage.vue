<!-- An empty screen: what will be here, and the first step. -->
<script setup lang="ts">
const { heading } = defineProps<{ heading: string }>()
</script>

<template>
  <div class="empty">
    <svg width="120" height="76" viewBox="0 0 120 76" aria-hidden="true">
      <path
        d="M10 66h100M60 66V34M60 48c-14 0-20-7-21-18 12 0 20 6 21 18Zm0-8c0-12 7-20 20-21 0 13-8 20-20 21Z"
      />
    </svg>
    <h2>{{ heading }}</h2>
    <p class="quiet"><slot /></p>
    <div class="row centre"><slot name="step" /></div>
  </div>
</template>

<style scoped>
.empty {
  text-align: center;
  padding: 48px 16px;
  max-width: 520px;
  margin: 0 auto;
}
svg {
  fill: none;
  stroke: var(--sap);
  stroke-width: 1.6;
  stroke-linecap: round;
  stroke-linejoin: round;
}
.centre {
  justify-content: center;
  margin-top: 16px;
}
</style>
