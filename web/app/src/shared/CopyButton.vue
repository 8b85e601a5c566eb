<script setup lang="ts">
import { mdiContentCopy } from '@mdi/js'
import { ref } from 'vue'

const props = defineProps<{ text: string; what: string }>()
const said = ref('Copy')

/** Browsers let a page copy only over https or on this machine. */
async function copy() {
  try {
    await navigator.clipboard.writeText(props.text)
    said.value = 'Copied'
  } catch {
    said.value = 'Copy it by hand'
  }
  setTimeout(() => (said.value = 'Copy'), 2000)
}
</script>

<template>
  <v-btn size="small" :prepend-icon="mdiContentCopy" :aria-label="`Copy ${what}`" @click="copy">
    {{ said }}
  </v-btn>
</template>
