<script setup lang="ts">
import { mdiContentCopy } from '@mdi/js'
import { ref } from 'vue'

const props = defineProps<{ text: string; what: string }>()
const copied = ref(false)

async function copy() {
  await navigator.clipboard.writeText(props.text)
  copied.value = true
  setTimeout(() => (copied.value = false), 2000)
}
</script>

<template>
  <v-btn size="small" :prepend-icon="mdiContentCopy" :aria-label="`Copy ${what}`" @click="copy">
    {{ copied ? 'Copied' : 'Copy' }}
  </v-btn>
</template>
