<script setup lang="ts">
import { ref } from 'vue'
import { Cropper } from 'vue-advanced-cropper'
import 'vue-advanced-cropper/dist/style.css'
import { usePictures } from './usePictures'

/** Cuts a picture to a part of it. The whole one stays where it was. */
const props = defineProps<{ hash: string }>()
const pictures = usePictures()
const emit = defineEmits<{ cut: [hash: string]; close: [] }>()
const cropper = ref<InstanceType<typeof Cropper>>()
const busy = ref(false)
const fault = ref('')

const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}
const SIZES: Record<string, number> = { '+': 1.05, '=': 1.05, '-': 0.95 }
// Of the part's own size, for each press.
const STEP = 0.04

/** The part to keep, by keyboard: arrows move it, plus and minus size it. */
function press(event: KeyboardEvent) {
  const part = cropper.value?.getResult().coordinates
  const move = MOVES[event.key]
  const size = SIZES[event.key]
  if (!part || (!move && !size)) {
    return
  }
  event.preventDefault()
  cropper.value!.setCoordinates(
    move
      ? { left: part.left + move[0] * part.width * STEP, top: part.top + move[1] * part.height * STEP }
      : { width: part.width * size!, height: part.height * size! },
  )
}

async function cut() {
  const canvas = cropper.value?.getResult().canvas
  if (!canvas) {
    return
  }
  busy.value = true
  try {
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/png'))
    const file = new File([blob!], 'cut.png', { type: 'image/png' })
    emit('cut', await pictures.keep(file))
  } catch (failed) {
    fault.value = (failed as Error).message
  }
  busy.value = false
}
</script>

<template>
  <v-dialog
    aria-label="Crop the picture"
    :model-value="true"
    max-width="720"
    @update:model-value="emit('close')"
  >
    <v-card>
      <v-card-title><h2>Crop the picture</h2></v-card-title>
      <v-card-text>
        <p class="quiet small">Drag the corners; or arrow keys to move the part, + and − to size it.</p>
        <div tabindex="0" role="group" aria-label="The part to keep" @keydown="press">
          <!-- Its pictures carry no words of their own: the group around them has a name. -->
          <Cropper ref="cropper" class="cropper" :src="`/pictures/${props.hash}`" aria-hidden="true" />
        </div>
        <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="emit('close')">Keep it whole</v-btn>
        <v-btn color="primary" variant="flat" :loading="busy" @click="cut">Crop it</v-btn>
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
