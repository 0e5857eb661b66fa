<!-- Sets an aim. -->
<script setup lang="ts">
definePageMeta({ isNoting: true })
</script>

<template>
  <div>
    <PageHead heading="Set an aim" class="top" />
    <AimForm @saved="id => navigateTo(`/aims/${id}`)" @left="navigateTo('/aims')" />
  </div>
</template>

<style scoped>
.top {
  margin-bottom: 12px;
}
</style>
