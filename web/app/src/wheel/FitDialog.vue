<script setup lang="ts">
import { computed, ref, useId } from 'vue'
import type { PrizeWheel, WheelFit } from '../api/types'
import { oneLine } from '../api/client'
import NumberField from '../shared/NumberField.vue'
import { inMinor, money } from '../shared/money'
import { percent } from '../shared/when'
import { nameOf } from './slices'
import { useWheel } from './useWheel'

/** “Fit to a budget”: the fewest changes of weights that keep to it, as a list, before any is taken. */
const props = defineProps<{ offerId: number }>()
const wheel = defineModel<PrizeWheel>('wheel', { required: true })
const open = defineModel<boolean>('open', { required: true })
const calls = useWheel(props.offerId)
const id = useId()
const most = ref<number | undefined>()
const winners = ref<number | undefined>()
const found = ref<WheelFit | null>(null)
const busy = ref(false)
const wrong = ref('')
const HUNDRED = 100

async function look() {
  busy.value = true
  wrong.value = ''
  found.value = null
  try {
    found.value = await calls.fit(
      wheel.value,
      most.value === undefined ? undefined : inMinor(most.value, wheel.value.currency),
      winners.value === undefined ? undefined : winners.value / HUNDRED,
    )
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
  busy.value = false
}

const lines = computed(() =>
  (found.value?.changes ?? []).map((change) => {
    const place = wheel.value.slices.findIndex((slice) => slice.id === change.slice)
    return `${nameOf(wheel.value.slices[place]!, place)}: ${change.to} instead of ${change.from}`
  }),
)

function take() {
  for (const change of found.value!.changes) {
    const slice = wheel.value.slices.find((one) => one.id === change.slice)
    if (slice) slice.weight = change.to
  }
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="520" :aria-labelledby="id">
    <v-card class="pa-2">
      <v-card-title><h2 :id="id">Fit to a budget</h2></v-card-title>
      <v-card-text>
        <form class="stack" @submit.prevent="look">
          <p>Say what a spin may cost, how many should win, or both. Nothing changes before you take it.</p>
          <div class="row fields">
            <NumberField
              v-model="most"
              optional
              autofocus
              label="A spin costs at most"
              :prefix="wheel.currency"
              min="0"
              step="any"
            />
            <NumberField v-model="winners" optional label="Of 100 spins win" min="0" max="100" step="any" />
          </div>
          <v-btn type="submit" :loading="busy" :disabled="most === undefined && winners === undefined"
            >Calculate</v-btn
          >
          <p v-if="wrong" class="grave" role="alert">{{ wrong }}</p>
          <div v-if="found" aria-live="polite" class="stack tight">
            <p v-if="!found.possible">
              No weights do that: what the slices cost, and which of them win, does not allow it.
            </p>
            <p v-else-if="!lines.length">It keeps to that already.</p>
            <template v-else>
              <ul>
                <li v-for="line in lines" :key="line">{{ line }}</li>
              </ul>
              <p>
                Then a spin costs {{ money(Math.round(found.after.cost), wheel.currency) }}, and
                {{ percent(found.after.winners) }} win.
              </p>
            </template>
          </div>
        </form>
      </v-card-text>
      <v-card-actions>
        <v-btn @click="open = false">Cancel</v-btn>
        <v-btn color="primary" variant="flat" :disabled="!lines.length" @click="take"
          >Use these weights</v-btn
        >
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.fields > * {
  flex: 1 1 150px;
}
ul {
  margin: 0;
  padding-left: 20px;
}
</style>
