<!-- Nothing around the screen: the first page and the walk. A screen that has a place of its own for the line says so. -->
<template>
  <div>
    <main id="screen" tabindex="-1">
      <AwaitedLine />
      <slot />
    </main>
    <NoteLine v-if="!$route.meta.hasOwnLine && $route.meta.isOutside !== true" class="foot" />
  </div>
</template>

<style scoped>
main {
  position: relative;
  outline: none;
}
.foot {
  position: sticky;
  bottom: 0;
  z-index: 6;
}
</style>
