<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { Tested, TrialView } from '../api/types'
import { oneLine } from '../api/client'
import { inShort } from './words'
import { useTrials } from './useTrials'

/** Where something is written: how its trial of two versions stands, or the way to begin one. */
const props = defineProps<{ tested: Tested; targetId: number }>()
const trials = useTrials()
const router = useRouter()
const trial = ref<TrialView | undefined>()
const known = ref(false)
const fault = ref('')
const busy = ref(false)
const open = computed(() => trial.value && trial.value.state !== 'ENDED')

watch(
  () => [props.tested, props.targetId] as const,
  async ([tested, targetId]) => {
    try {
      trial.value = await trials.last(tested, targetId)
      known.value = true
      fault.value = ''
    } catch (failed) {
      fault.value = oneLine(failed)
    }
  },
  { immediate: true },
)

async function begin() {
  busy.value = true
  const made = await trials.make(props.tested, props.targetId)
  busy.value = false
  if (made) {
    await router.push(`/trials/${made.id}`)
  }
}
</script>

<template>
  <section class="trial" aria-label="Two versions">
    <p v-if="fault" class="small grave" role="alert">{{ fault }}</p>
    <template v-if="known">
      <p v-if="trial" class="small">
        {{ inShort(trial) }}
        <router-link :to="`/trials/${trial.id}`">{{ open ? 'Go to it' : 'Look at it' }}</router-link>
      </p>
      <v-btn v-if="!open" size="small" :loading="busy" @click="begin">Try another version</v-btn>
    </template>
  </section>
</template>

<style scoped>
.trial {
  border-top: 1px solid var(--line);
  padding-top: 12px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>
