<!-- A line above a screen that has nothing to show yet; what comes at once never shows it. -->
<template>
  <v-progress-linear
    v-if="isAwaiting"
    indeterminate
    absolute
    height="3"
    color="primary"
    aria-label="On its way"
    class="line"
  />
</template>

<style scoped>
.line {
  animation: shown 0s 400ms both;
}
@keyframes shown {
  from {
    visibility: hidden;
  }
  to {
    visibility: visible;
  }
}
</style>
