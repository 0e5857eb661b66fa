<!-- Sets an aim. -->
<script setup lang="ts">
definePageMeta({ isNoting: true })
</script>

<template>
  <div>
    <h1>Set an aim</h1>
    <AimForm @saved="id => navigateTo(`/aims/${id}`)" @left="navigateTo('/aims')" />
  </div>
</template>

<style scoped>
h1 {
  margin-bottom: 12px;
}
</style>
