<script setup lang="ts">
import { ref } from 'vue'
import { Cropper } from 'vue-advanced-cropper'
import 'vue-advanced-cropper/dist/style.css'
import { upload } from '../api/client'
import type { Stored } from '../api/types'

/** Cuts a picture to a part of it. The whole one stays where it was. */
const props = defineProps<{ hash: string }>()
const emit = defineEmits<{ cut: [hash: string]; close: [] }>()
const cropper = ref<InstanceType<typeof Cropper>>()
const busy = ref(false)
const fault = ref('')

async function cut() {
  const canvas = cropper.value?.getResult().canvas
  if (!canvas) {
    return
  }
  busy.value = true
  try {
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
    const file = new File([blob!], 'cut.png', { type: 'image/png' })
    emit('cut', (await upload<Stored>('/pictures?name=cut.png', file, () => {}).answer).hash)
  } catch (failed) {
    fault.value = (failed as Error).message
  }
  busy.value = false
}
</script>

<template>
  <v-dialog :model-value="true" max-width="720" @update:model-value="emit('close')">
    <v-card>
      <v-card-title><h2>Cut the picture</h2></v-card-title>
      <v-card-text>
        <p class="quiet small">Drag the corners. Arrow keys and the mouse wheel work too.</p>
        <Cropper ref="cropper" class="cropper" :src="`/pictures/${props.hash}`" />
        <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="emit('close')">Leave it whole</v-btn>
        <v-btn color="primary" variant="flat" :loading="busy" @click="cut">Cut it</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.cropper {
  height: 400px;
  background: var(--sand);
}
</style>
