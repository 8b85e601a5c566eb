<script setup lang="ts">
import { mdiImageFilterFrames } from '@mdi/js'
import { ref } from 'vue'
import type { MockupMade } from '../api/types'
import MockupDialog from './MockupDialog.vue'

/** Beside a picture’s field: makes one of what is given. */
defineEmits<{ made: [made: MockupMade] }>()
const open = ref(false)
const made = ref<MockupMade | null>(null)

function keep(now: MockupMade) {
  made.value = now
}
</script>

<template>
  <div class="row">
    <v-btn size="small" :prepend-icon="mdiImageFilterFrames" @click="open = true">Make a picture of it</v-btn>
    <span v-if="made" class="small">
      Keep it too: <a :href="`/pictures/${made.svg}`" download="mock-up.svg">SVG</a>,
      <a :href="`/pictures/${made.png}`" download="mock-up.png">PNG</a>
    </span>
    <MockupDialog
      v-model="open"
      @made="
        (now) => {
          keep(now)
          $emit('made', now)
        }
      "
    />
  </div>
</template>
