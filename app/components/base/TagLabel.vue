<!-- The tag: the name of everything that is tied, potted or packed. An eyelet at the round end, the code at the square one. -->
<script setup lang="ts">
import { NuxtLink } from '#components'

const { code, to, large, ended } = defineProps<{
  code: string
  /** where pressing it leads */
  to?: string
  large?: boolean
  /** what it was tied to has come to its end */
  ended?: boolean
}>()
</script>

<template>
  <component :is="to ? NuxtLink : 'span'" :to="to" class="tag" :class="{ large, ended }">
    <span class="code">{{ code }}</span>
    <slot />
    <span class="eyelet" aria-hidden="true" />
  </component>
</template>

<style scoped>
.tag {
  display: inline-flex;
  align-items: center;
  gap: 10px;
  border: 1px solid #b9af98;
  background: var(--sheet);
  border-radius: 2px 13px 13px 2px;
  padding: 1px 7px 1px 9px;
  min-height: 26px;
  color: var(--ink);
  text-decoration: none;
  line-height: 1.3;
  width: fit-content;
  max-width: 100%;
}
a.tag:hover {
  border-color: var(--ink);
  background: var(--wash);
}
.code {
  white-space: nowrap;
  font-weight: 600;
  font-size: 13.5px;
}
.eyelet {
  width: 8px;
  height: 8px;
  border-radius: 50%;
  border: 1px solid #b9af98;
  background: var(--paper);
  box-shadow: inset 0 1px 1px #0002;
  flex: none;
}
.large {
  min-height: 44px;
  border-radius: 3px 22px 22px 3px;
  padding: 4px 13px 4px 13px;
  gap: 16px;
}
.large .code {
  font-size: 23px;
}
.large .eyelet {
  width: 11px;
  height: 11px;
}
.ended {
  border-style: dashed;
}
.ended .code {
  color: var(--quiet);
  text-decoration: line-through;
  text-decoration-thickness: 1px;
}
</style>
