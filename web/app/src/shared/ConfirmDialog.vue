<script setup lang="ts">
import { useId } from 'vue'

/** Asks before something that is not easily taken back. What is kept and what is done stand on its two buttons. */
defineProps<{ title: string; keep: string; action: string; grave?: boolean }>()
const open = defineModel<boolean>({ required: true })
const emit = defineEmits<{ act: [] }>()
const id = useId()

function act() {
  emit('act')
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" :aria-labelledby="id">
    <v-card class="pa-2">
      <v-card-title
        ><h2 :id="id">{{ title }}</h2></v-card-title
      >
      <v-card-text><slot /></v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">{{ keep }}</v-btn>
        <v-btn :color="grave ? 'error' : 'primary'" variant="flat" @click="act">{{ action }}</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
