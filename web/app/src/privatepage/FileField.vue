<script setup lang="ts">
import { mdiUploadOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import type { OfferView, PageFile } from '../api/types'
import { useLargeFile } from '../shared/useLargeFile'

/** One of the page's files, or a new one that is brought in here. */
const props = defineProps<{
  label: string
  offerId: number
  files: PageFile[]
  accept?: string
  problem?: string
  /** Whether none is fine. */
  optional?: boolean
}>()
const emit = defineEmits<{ changed: [view: OfferView] }>()
const file = defineModel<number | undefined>({ required: true })
const { going, wrong, send, stop } = useLargeFile(props.offerId)
const picker = ref<HTMLInputElement>()

const choices = computed(() => props.files.map((one) => ({ value: one.id, title: one.name })))

async function picked() {
  const chosen = picker.value?.files?.[0]
  if (!chosen) {
    return
  }
  const view = await send(chosen)
  picker.value!.value = ''
  if (view) {
    emit('changed', view)
    file.value = Math.max(...view.offer.files.map(({ id }) => id))
  }
}
</script>

<template>
  <div class="stack tight">
    <div class="row nowrap">
      <v-select
        v-model="file"
        :label="label"
        :items="choices"
        :clearable="optional"
        :error-messages="problem"
        no-data-text="Nothing brought in yet"
      />
      <v-btn v-if="!going" :prepend-icon="mdiUploadOutline" @click="picker!.click()">Upload</v-btn>
      <v-btn v-else @click="stop">Stop</v-btn>
    </div>
    <div v-if="going" role="status">
      <p class="small">
        {{ going.name }}: {{ Math.floor(going.share * 100) }} %{{
          going.waiting ? ' · the line is lost, it goes on by itself' : ''
        }}
      </p>
      <v-progress-linear
        :model-value="going.share * 100"
        color="secondary"
        :aria-label="`${going.name}, upload`"
      />
    </div>
    <p v-if="wrong" class="grave small" role="alert">{{ wrong }}</p>
    <input ref="picker" type="file" hidden :accept="accept" :data-testid="`pick-${label}`" @change="picked" />
  </div>
</template>
