<!-- Reads a tag: by the device's camera where there is one, by a scanner that types, or by the simulated one that ships. -->
<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { checkTagCode } from '@virgulta/core/tags/code'

const isOpen = defineModel<boolean>({ required: true })
useDialogStep(isOpen, () => 'scan')
const { hanging } = defineProps<{
  /** tags that hang in reach, for the simulated scanner */ hanging: string[]
}>()
const emit = defineEmits<{ scan: [code: string] }>()
const typed = ref('')
const why = ref('')
const video = useTemplateRef('video')
const camera = ref<'asking' | 'on' | 'none'>('none')
let stop: (() => void) | undefined

function read(text: string) {
  const check = checkTagCode(text)
  if (!check.ok) return (why.value = check.why)
  isOpen.value = false
  emit('scan', check.code)
}

/** The reader comes only when it is wanted: most walks never open the camera. */
async function openCamera() {
  camera.value = 'asking'
  try {
    const { BrowserQRCodeReader } = await import('@zxing/browser')
    const controls = await new BrowserQRCodeReader().decodeFromConstraints(
      { video: { facingMode: 'environment' } },
      video.value!,
      result => result && read(result.getText()),
    )
    stop = () => controls.stop()
    camera.value = 'on'
  } catch {
    camera.value = 'none'
    why.value = 'The camera cannot be used here; type the code, or let a scanner type it.'
  }
}
watch(isOpen, open => {
  why.value = typed.value = ''
  if (!open) {
    stop?.()
    camera.value = 'none'
  }
})
onBeforeUnmount(() => stop?.())
</script>

<template>
  <v-dialog v-model="isOpen" aria-label="Scan a tag" max-width="520">
    <v-card class="card stack">
      <div class="row spread">
        <h2>Scan a tag</h2>
        <v-btn :icon="mdiClose" variant="text" aria-label="Close" @click="isOpen = false" />
      </div>
      <video v-show="camera !== 'none'" ref="video" class="video" muted playsinline />
      <v-btn v-if="camera === 'none'" height="56" @click="openCamera">Use the camera</v-btn>
      <form class="row code" @submit.prevent="read(typed)">
        <v-text-field
          v-model="typed"
          label="Code, typed or scanned"
          autocomplete="off"
          autofocus
          hide-details
        />
        <v-btn type="submit" variant="flat" height="56" :disabled="!typed.trim()">Go</v-btn>
      </form>
      <p v-if="why" class="fail" role="alert">{{ why }}</p>
      <section v-if="hanging.length">
        <p class="quiet small">The simulated scanner reads a tag that hangs here:</p>
        <div class="row">
          <button v-for="code in hanging" :key="code" type="button" class="tag" @click="read(code)">
            {{ code }}
          </button>
        </div>
      </section>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.card {
  padding: 16px 20px 20px;
}
.video {
  width: 100%;
  max-height: 50vh;
  background: var(--ink);
  border-radius: var(--radius);
}
.code {
  flex-wrap: nowrap;
  align-items: center;
}
.tag {
  font: 600 16px var(--code);
  min-height: 48px;
  padding: 4px 12px;
  border: 1px dashed var(--quiet);
  border-radius: var(--radius);
  background: var(--sheet);
  color: var(--ink);
  cursor: pointer;
}
</style>
