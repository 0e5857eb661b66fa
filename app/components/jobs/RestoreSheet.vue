<!-- Brings a garden back from its backup, as a garden of the person's own. -->
<script setup lang="ts">
const store = useJobsStore()
const { jobs, sent } = storeToRefs(store)
const file = ref<File | null>(null)
const { isBusy, submit, problem } = useForm(async () => {
  await store.restore(file.value!)
  file.value = null
})
onMounted(store.load)
const mine = computed(() => jobs.value.filter(j => j.kind === 'restore').slice(0, 3))
</script>

<template>
  <FormSheet
    heading="Bring a garden back"
    action="Restore it"
    :busy="isBusy"
    :disabled="!file"
    :problem="problem?.sentence"
    @submit="submit"
  >
    <p class="quiet">
      From its backup, whole or not at all. It becomes a garden of yours beside the others; its people are
      invited anew.
    </p>
    <v-file-input v-model="file" label="Backup file" accept="application/json,.json" prepend-icon="" />
    <div v-if="sent !== null" role="status">
      <span class="quiet">Sending the file</span
      ><v-progress-linear :model-value="100 * sent" color="primary" aria-label="Sending the file" />
    </div>
    <ul v-if="mine.length" class="jobs">
      <JobLine v-for="job in mine" :key="job.id" :job="job" />
    </ul>
  </FormSheet>
</template>

<style scoped>
.jobs {
  list-style: none;
  margin: 0;
  padding: 0;
}
</style>
