<script setup lang="ts">
import { mdiTrashCanOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import type { OfferView, PageFile, Piece } from '../api/types'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import { sizeWords, usesFile } from './pieces'
import { usePageFiles } from './usePage'

/** All files of a page, and where each is used; what nobody uses can go. */
const props = defineProps<{ offerId: number; files: PageFile[]; pieces: Piece[] }>()
const emit = defineEmits<{ changed: [view: OfferView] }>()
const { remove, wrong } = usePageFiles(props.offerId, (view) => emit('changed', view))
const removing = ref<PageFile | null>(null)

const usedIn = (file: PageFile) =>
  props.pieces.flatMap((piece, i) =>
    usesFile(piece.content, file.id) ? [piece.title || `piece ${i + 1}`] : [],
  )
const unused = computed(() => props.files.filter((file) => usedIn(file).length === 0).length)
</script>

<template>
  <details v-if="files.length">
    <summary class="small">
      {{ files.length === 1 ? '1 file' : `${files.length} files`
      }}{{ unused ? `, ${unused} of them used nowhere` : '' }}
    </summary>
    <ul>
      <li v-for="file in files" :key="file.id" class="row nowrap">
        <span class="name">
          {{ file.name }}
          <span class="small quiet"
            >{{ sizeWords(file.size) }} · {{ usedIn(file).join(', ') || 'used nowhere' }}</span
          >
        </span>
        <v-btn
          size="small"
          :prepend-icon="mdiTrashCanOutline"
          :disabled="usedIn(file).length > 0"
          :aria-label="`Remove ${file.name}`"
          @click="removing = file"
          >Remove</v-btn
        >
      </li>
    </ul>
    <p v-if="wrong" class="grave small" role="alert">{{ wrong }}</p>
  </details>
  <ConfirmDialog
    :model-value="!!removing"
    title="Remove this file?"
    keep="Keep it"
    action="Remove it"
    grave
    @update:model-value="removing = null"
    @act="remove(removing!.id)"
  >
    “{{ removing?.name }}” is removed from the offer. No piece of the page uses it.
  </ConfirmDialog>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 6px 0;
  display: grid;
  gap: 6px;
}
.name {
  display: grid;
  flex: 1;
  overflow-wrap: anywhere;
}
</style>
