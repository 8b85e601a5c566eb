<script setup lang="ts">
import { nodeViewProps, NodeViewWrapper } from '@tiptap/vue-3'
import { computed } from 'vue'
import { useBusiness } from '../business/useBusiness'
import { labelOf } from './fillIns'

const props = defineProps(nodeViewProps)
const business = useBusiness()
const name = computed(() => String(props.node.attrs.name))
const usual = computed(() => business.whenUnknown[name.value] ?? '')
const words = computed({
  get: () => String(props.node.attrs.words ?? ''),
  // Braces and markup would end the fill-in's own text form.
  set: (typed: string) => props.updateAttributes({ words: typed.replace(/[{}<>"&]/g, '') || null }),
})
</script>

<template>
  <NodeViewWrapper as="span">
    <v-menu :close-on-content-click="false">
      <template #activator="{ props: activator }">
        <button type="button" v-bind="activator" class="chip-fill-in" contenteditable="false">
          {{ labelOf(name) }}
        </button>
      </template>
      <v-card class="pa-3" width="280">
        <v-text-field
          v-model="words"
          label="When it is not known, say"
          :placeholder="usual"
          persistent-placeholder
        />
        <p class="small quiet mt-1">
          Left empty:
          {{ usual ? `“${usual}”, as set in Setup` : 'nothing at all. Setup has words for everywhere.' }}
        </p>
      </v-card>
    </v-menu>
  </NodeViewWrapper>
</template>
