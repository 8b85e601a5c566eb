<script setup lang="ts">
import { mdiTrashCanOutline } from '@mdi/js'
import { ref } from 'vue'
import type { EmailContent, Imported } from '../api/types'
import GoneLayout from './GoneLayout.vue'
import { asAoifeReads } from './fillIns'
import { useLayouts } from './useLayouts'
import LoadState from '../shared/LoadState.vue'
import { useEmailFiles } from './useEmailFiles'

/** Layouts to start from, keeping one of one's own, and HTML brought in. */
const TITLES = { start: 'Start from a layout', keep: 'Save as a layout', bring: 'Import HTML' }
const props = defineProps<{ what: 'start' | 'keep' | 'bring'; email: EmailContent }>()
const files = useEmailFiles()
const emit = defineEmits<{ start: [content: EmailContent]; close: [] }>()
const { layouts, gone, fault, ask, remove, keep: keepLayout, putBack } = useLayouts()
const name = ref(asAoifeReads(props.email.subject))
const html = ref('')
const brought = ref<Imported | null>(null)
const kept = ref(false)

async function keep() {
  await keepLayout(name.value, props.email)
  kept.value = fault.value === ''
}

async function bring() {
  brought.value = (await ask(() => files.bring(html.value))) ?? null
}
</script>

<template>
  <v-dialog
    :aria-label="TITLES[what]"
    :model-value="true"
    max-width="760"
    scrollable
    @update:model-value="emit('close')"
  >
    <v-card>
      <template v-if="what === 'start'">
        <v-card-title><h2>Start from a layout</h2></v-card-title>
        <v-card-text>
          <p class="small quiet">It takes the place of what stands here. Undo brings that back.</p>
          <GoneLayout v-if="gone" :layout="gone" @back="putBack" />
          <LoadState :loading="!layouts" />
          <ul class="layouts">
            <li v-for="layout in layouts" :key="layout.name + layout.id">
              <button type="button" class="layout" @click="emit('start', layout.content)">
                <strong>{{ layout.name }}</strong>
                <span class="small quiet">{{ layout.about || 'Your own' }}</span>
                <span class="small">“{{ asAoifeReads(layout.content.subject) }}”</span>
              </button>
              <v-btn
                v-if="layout.id"
                size="x-small"
                variant="text"
                :icon="mdiTrashCanOutline"
                :aria-label="`Delete the layout ${layout.name}`"
                @click="remove(layout)"
              />
            </li>
          </ul>
        </v-card-text>
      </template>
      <template v-else-if="what === 'keep'">
        <v-card-title><h2>Save as a layout</h2></v-card-title>
        <v-card-text class="stack">
          <p v-if="kept" role="status">Kept. It is the first among your layouts.</p>
          <v-text-field v-else v-model="name" autofocus label="Its name" @keydown.enter="keep" />
        </v-card-text>
      </template>
      <template v-else>
        <v-card-title><h2>Import HTML</h2></v-card-title>
        <v-card-text class="stack">
          <template v-if="brought">
            <p role="status">
              {{ brought.content.blocks.length }} blocks came of it<template v-if="brought.picturesLeftOut"
                >; {{ brought.picturesLeftOut }} pictures from elsewhere were left out: upload those you
                want</template
              >.
            </p>
          </template>
          <template v-else>
            <p class="small quiet">
              Words, headings, lists, links and buttons come along. Scripts, styles, hidden text and dots that
              count opens do not.
            </p>
            <v-textarea v-model="html" autofocus rows="10" label="HTML" placeholder="<html>…" />
          </template>
        </v-card-text>
      </template>
      <p v-if="fault" class="grave px-6" role="alert">{{ fault }}</p>
      <v-card-actions>
        <v-btn @click="emit('close')">{{ kept ? 'Done' : 'Cancel' }}</v-btn>
        <v-btn
          v-if="what === 'keep' && !kept"
          color="primary"
          variant="flat"
          :disabled="!name.trim()"
          @click="keep"
          >Keep it</v-btn
        >
        <v-btn
          v-if="what === 'bring' && !brought"
          color="primary"
          variant="flat"
          :disabled="!html.trim()"
          @click="bring"
          >Preview the import</v-btn
        >
        <v-btn v-if="brought" color="primary" variant="flat" @click="emit('start', brought.content)"
          >Use it here</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.layouts {
  list-style: none;
  padding: 10px 0 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 10px;
}
li {
  display: flex;
  align-items: start;
}
.layout {
  flex: 1;
  display: grid;
  gap: 2px;
  text-align: left;
  border: 1px solid var(--outline);
  border-radius: 10px;
  padding: 10px 14px;
}
.layout:hover {
  border-color: var(--brass);
}
</style>
