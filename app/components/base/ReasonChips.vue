<!-- A reason with one press; another one can be typed. -->
<script setup lang="ts">
const { reasons, question } = defineProps<{ reasons: string[], question: string, /** nothing else can be typed */ fixed?: boolean }>()
const emit = defineEmits<{ choose: [reason: string] }>()
const other = ref('')
</script>

<template>
  <div role="group" :aria-label="question">
    <p class="question">{{ question }}</p>
    <div class="row">
      <button v-for="reason in reasons" :key="reason" type="button" class="chip" @click="emit('choose', reason)">{{ reason }}</button>
    </div>
    <form v-if="!fixed" class="row other" @submit.prevent="other.trim() && emit('choose', other.trim())">
      <v-text-field v-model="other" label="Another reason" maxlength="200" />
      <v-btn type="submit" :disabled="!other.trim()">Note</v-btn>
    </form>
  </div>
</template>

<style scoped>
.question { font-weight: 650; margin-bottom: 8px; }
.other { margin-top: 12px; flex-wrap: nowrap; }
</style>
