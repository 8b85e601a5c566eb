<script setup lang="ts">
import { mdiFileOutline, mdiSwapHorizontal, mdiTrashCanOutline } from '@mdi/js'
import { ref } from 'vue'
import { useBusiness } from '../business/useBusiness'
import OfferNaming from '../business/OfferNaming.vue'
import type { OfferFile, OfferSettings, OfferView } from '../api/types'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SavedNote from '../shared/SavedNote.vue'
import type { Document } from '../shared/saving/useDocument'
import { usePagePreview } from '../shared/usePagePreview'
import SizeChoice from '../shared/SizeChoice.vue'
import Workbench from '../shared/Workbench.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import { megabytes, useFiles } from './useFiles'

const SIZES = ['Desktop', 'Phone'] as const

const props = defineProps<{ view: OfferView; settings: Document<OfferSettings> }>()
const emit = defineEmits<{ changed: [view: OfferView] }>()
const business = useBusiness()
const { going, wrong, send, remove } = useFiles(
  props.view.offer.id,
  () => business.choices.mostFileOctets,
  (view) => emit('changed', view),
)

const size = ref<string>('Desktop')
const over = ref(false)
const removing = ref<OfferFile | null>(null)
const picker = ref<HTMLInputElement>()
let replacing: number | null = null

const { answer: page, fault: undrawn } = usePagePreview(
  props.view.offer.id,
  () => ({
    words: props.view.offer.settings.handOver.page,
    withFiles: true,
    withSteps: false,
    colours: props.view.offer.settings.confirm.pages.colours,
  }),
  () => props.view.offer.files,
)

function choose(fileId: number | null) {
  replacing = fileId
  picker.value!.value = ''
  picker.value!.click()
}

async function picked() {
  const files = [...(picker.value?.files ?? [])]
  await send(files, replacing)
}

async function dropped(event: DragEvent) {
  over.value = false
  await send([...(event.dataTransfer?.files ?? [])], null)
}

const sizeWords = (bytes: number) =>
  bytes < 1_000_000 ? `${Math.max(1, Math.round(bytes / 1000))} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`
</script>

<template>
  <Workbench>
    <template #settings>
      <div class="row spread">
        <h2>What they get</h2>
        <SavedNote :document="settings as Document<unknown>" />
      </div>
      <ul v-if="view.offer.files.length" class="files">
        <li v-for="file in view.offer.files" :key="file.id" class="file">
          <v-icon :icon="mdiFileOutline" color="secondary" />
          <div class="name">
            <strong>{{ file.name }}</strong>
            <span class="small quiet">{{ sizeWords(file.size) }} · {{ file.mediaType }}</span>
          </div>
          <v-btn
            size="small"
            :prepend-icon="mdiSwapHorizontal"
            :aria-label="`Replace ${file.name}`"
            @click="choose(file.id)"
            >Replace</v-btn
          >
          <v-btn
            size="small"
            :prepend-icon="mdiTrashCanOutline"
            :aria-label="`Remove ${file.name}`"
            @click="removing = file"
            >Remove</v-btn
          >
        </li>
      </ul>
      <div
        id="files"
        class="drop"
        :class="{ over }"
        @dragover.prevent="over = true"
        @dragleave="over = false"
        @drop.prevent="dropped"
      >
        <template v-if="going">
          <p>Bringing in {{ going.name }} … {{ Math.round(going.share * 100) }} %</p>
          <v-progress-linear :model-value="going.share * 100" color="secondary" aria-label="Upload" />
          <v-btn size="small" @click="going.stop()">Stop</v-btn>
        </template>
        <template v-else>
          <p>
            {{ view.offer.files.length ? 'Drop another file here.' : 'Drop the file they get here.' }}
            <span class="quiet">Up to {{ megabytes(business.choices.mostFileOctets) }}.</span>
          </p>
          <v-btn @click="choose(null)">Choose a file</v-btn>
        </template>
      </div>
      <input ref="picker" type="file" hidden data-testid="file-picker" @change="picked" />
      <p v-if="wrong" class="grave" role="alert">{{ wrong }}</p>
      <OfferNaming :settings="settings" />
    </template>
    <template #preview>
      <div class="row">
        <SizeChoice v-model="size" :sizes="SIZES" /> <span class="small">what a visitor gets</span>
      </div>
      <PreviewFrame
        :fault="undrawn"
        :html="page?.html ?? ''"
        :phone="size === 'Phone'"
        title="The page behind their link"
      />
    </template>
  </Workbench>
  <ConfirmDialog
    :model-value="!!removing"
    title="Remove this file?"
    keep="Keep it"
    action="Remove it"
    grave
    @update:model-value="removing = null"
    @act="remove(removing!.id)"
  >
    “{{ removing?.name }}” is removed from the offer. Links already given out no longer lead to it.
  </ConfirmDialog>
</template>

<style scoped>
.files {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 8px;
}
.file {
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 8px 12px;
  border: 1px solid var(--line);
  border-radius: 10px;
  flex-wrap: wrap;
}
.name {
  display: grid;
  flex: 1;
  min-width: 130px;
  overflow-wrap: anywhere;
}
.drop {
  display: grid;
  gap: 10px;
  justify-items: center;
  text-align: center;
  padding: 20px;
  border: 1.5px dashed #a39a85;
  border-radius: 10px;
}
.drop.over {
  background: var(--sand);
  border-color: var(--brass);
}
</style>
