<script setup lang="ts">
import { ref, watch } from 'vue'
import { oneLine } from '../api/client'
import type { UsedIn } from '../api/types'
import type { CouponCalls } from './useCoupon'

/** Uses a shop tells in a table: looked at first, then counted (C9). */
const props = defineProps<{ calls: CouponCalls }>()
const emit = defineEmits<{ counted: [] }>()
const open = defineModel<boolean>({ required: true })
const file = ref<File | null>(null)
const seen = ref<UsedIn | null>(null)
const done = ref(false)
const busy = ref(false)
const wrong = ref('')
const picker = ref<HTMLInputElement>()

watch(open, () => {
  file.value = null
  seen.value = null
  done.value = false
  wrong.value = ''
})

async function ask(counts: boolean) {
  busy.value = true
  wrong.value = ''
  try {
    seen.value = await props.calls.bringInUsed(file.value!, counts)
    done.value = counts
    if (counts) {
      emit('counted')
    }
  } catch (failed) {
    wrong.value = oneLine(failed)
  } finally {
    busy.value = false
  }
}

async function picked() {
  file.value = picker.value?.files?.[0] ?? null
  if (file.value) {
    await ask(false)
  }
}
</script>

<template>
  <v-dialog v-model="open" aria-labelledby="used-title">
    <v-card class="pa-2">
      <v-card-title><h2 id="used-title">Bring in used codes</h2></v-card-title>
      <v-card-text class="stack">
        <p>
          For a shop that cannot ask by itself: a CSV with code, order, amount and day in each row. The same
          file twice counts once.
        </p>
        <div class="row">
          <v-btn @click="picker!.click()">{{ file ? 'Choose another' : 'Choose a CSV' }}</v-btn>
          <span v-if="file" class="small quiet">{{ file.name }}</span>
        </div>
        <input
          ref="picker"
          type="file"
          accept=".csv,text/csv,text/plain"
          hidden
          data-testid="used-picker"
          @change="picked"
        />
        <v-progress-linear v-if="busy" indeterminate color="secondary" aria-label="Reading" />
        <p v-if="wrong" class="grave" role="alert">{{ wrong }}</p>
        <template v-if="seen">
          <p role="status">
            {{ seen.counted }} {{ done ? 'were counted' : 'would be counted' }}, {{ seen.known }} were counted
            before, {{ seen.unmatchedRows }} match nothing.
          </p>
          <ul v-if="seen.unmatched.length" class="small">
            <li v-for="line in seen.unmatched" :key="line">{{ line }}</li>
          </ul>
        </template>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">{{ done ? 'Close' : 'Cancel' }}</v-btn>
        <v-btn
          v-if="seen && !done"
          color="primary"
          variant="flat"
          :disabled="seen.counted === 0"
          :loading="busy"
          @click="ask(true)"
          >Count them</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>
