<script setup lang="ts">
import { ref } from 'vue'
import { oneLine } from '../api/client'
import { usePictures } from './usePictures'

const pictures = usePictures()

/** A picture, by its content hash; empty for none. */
defineProps<{ label: string }>()
const picture = defineModel<string>({ required: true })
const picker = ref<HTMLInputElement>()
const share = ref<number | null>(null)
const wrong = ref('')

async function picked() {
  const file = picker.value?.files?.[0]
  if (!file) {
    return
  }
  wrong.value = ''
  share.value = 0
  try {
    picture.value = await pictures.keep(file, (s) => (share.value = s))
  } catch (failed) {
    wrong.value = oneLine(failed)
  } finally {
    share.value = null
    picker.value!.value = ''
  }
}
</script>

<template>
  <div class="row">
    <img v-if="picture" :src="`/pictures/${picture}`" :alt="label" />
    <span>{{ label }}</span>
    <v-btn size="small" :loading="share !== null" @click="picker!.click()">{{
      picture ? 'Choose another' : 'Choose'
    }}</v-btn>
    <v-btn v-if="picture" size="small" @click="picture = ''">Remove</v-btn>
    <input
      ref="picker"
      type="file"
      hidden
      accept="image/png,image/jpeg,image/webp,image/gif,image/svg+xml"
      @change="picked"
    />
    <p v-if="wrong" class="grave small" role="alert">{{ wrong }}</p>
  </div>
</template>

<style scoped>
img {
  height: 52px;
  max-width: 120px;
  object-fit: contain;
  border-radius: 8px;
  border: 1px solid var(--line);
}
</style>
