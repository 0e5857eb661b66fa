<!-- A reason with one press; another one can be typed. -->
<script setup lang="ts">
const { reasons, question } = defineProps<{
  reasons: string[]
  question: string
  /** nothing else can be typed */ fixed?: boolean
  /** the number keys choose */ numbered?: boolean
}>()
const emit = defineEmits<{ choose: [reason: string] }>()
const other = ref('')
const MOST = 200
const give = () =>
  other.value.trim() && other.value.trim().length <= MOST && emit('choose', other.value.trim())
</script>

<template>
  <div role="group" :aria-label="question">
    <p class="question">{{ question }}</p>
    <div class="row">
      <button
        v-for="(reason, i) in reasons"
        :key="reason"
        type="button"
        class="chip"
        @click="emit('choose', reason)"
      >
        <kbd v-if="numbered && i < 9">{{ i + 1 }}</kbd> {{ reason }}
      </button>
    </div>
    <form v-if="!fixed" class="row other" novalidate @submit.prevent="give">
      <WordsField v-model="other" :most="MOST" label="Another reason" />
      <v-btn type="submit" :disabled="!other.trim()">Note</v-btn>
    </form>
  </div>
</template>

<style scoped>
.question {
  font-weight: 650;
  margin-bottom: 8px;
}
kbd {
  font: 600 12px var(--code);
  border: 1px solid var(--rule);
  border-radius: 3px;
  padding: 0 5px;
  color: var(--quiet);
}
.other {
  margin-top: 12px;
  flex-wrap: nowrap;
}
</style>
