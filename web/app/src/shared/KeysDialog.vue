<script setup lang="ts">
import { singleKeys } from './useSingleKeys'

const emit = defineEmits<{ close: [] }>()
const KEYS = [
  ['1 – 5', 'The stops of an offer: Give, Ask, Confirm, Hand over, Follow up'],
  ['R', 'Rehearse the offer'],
  ['P', 'The next size of the preview'],
  ['/', 'A fill-in or a block, while writing an email'],
  ['Ctrl K', 'Find an offer, a person or a command'],
  ['Ctrl Z', 'One step back in what you write; Ctrl Shift Z one step forth'],
  ['Alt ↑ Alt ↓', 'Move the field or email that has the focus'],
  ['Alt ← Alt →', 'Move a block of an email into columns, along them and out of them'],
  ['D', 'Dates in full, and back'],
  ['?', 'This list'],
]
</script>

<template>
  <v-dialog aria-label="Keys" :model-value="true" @update:model-value="emit('close')">
    <v-card>
      <v-card-title><h2>Keys</h2></v-card-title>
      <v-card-text>
        <dl>
          <template v-for="[key, words] in KEYS" :key="key">
            <dt>
              <kbd>{{ key }}</kbd>
            </dt>
            <dd>{{ words }}</dd>
          </template>
        </dl>
        <v-switch
          v-model="singleKeys"
          class="mt-4"
          label="Keys without Ctrl or Alt do something"
          hint="They rest while you write and while a dialog is open."
          persistent-hint
        />
      </v-card-text>
      <v-card-actions><v-btn @click="emit('close')">Close</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px 16px;
}
kbd {
  border: 1px solid var(--line);
  border-radius: 6px;
  padding: 1px 7px;
  font: inherit;
  font-size: 13px;
  white-space: nowrap;
}
</style>
