<!-- Nothing around the screen: the first page and the walk. -->
<template>
  <main id="screen" tabindex="-1">
    <slot />
  </main>
</template>
