<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { QuizEvened, QuizScheme } from '../api/types'
import { oneLine } from '../api/client'
import { percent } from '../shared/when'
import { titleOf } from './scheme'
import { useQuiz } from './useQuiz'

/** “Even it out”: the fewest changes of points that bring outcomes close together, as a list, before any is taken. */
const props = defineProps<{ offerId: number }>()
const scheme = defineModel<QuizScheme>('scheme', { required: true })
const open = defineModel<boolean>('open', { required: true })
const calls = useQuiz(props.offerId)
const SPREADS = [0.05, 0.1, 0.15, 0.2].map((value) => ({
  title: `within ${Math.round(100 * value)} %`,
  value,
}))
const spread = ref(0.1)
const found = ref<QuizEvened | null>(null)
const busy = ref(false)
const wrong = ref('')

async function look() {
  busy.value = true
  wrong.value = ''
  try {
    found.value = await calls.even(scheme.value, spread.value)
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
  busy.value = false
}
watch(spread, look, { immediate: true })

const lines = computed(() =>
  (found.value?.changes ?? []).map((change) => {
    const question = scheme.value.questions.find(({ id }) => id === change.question)
    const answer = question?.answers.find(({ id }) => id === change.answer)
    const place = scheme.value.outcomes.findIndex(({ id }) => id === change.outcome)
    return `“${answer?.words}” gives ${titleOf(scheme.value.outcomes[place]!, place)} ${change.to} instead of ${change.from}`
  }),
)
const after = computed(() =>
  scheme.value.outcomes
    .map(
      (outcome, i) => `${titleOf(outcome, i)} ${percent(found.value?.after.shares[outcome.id]?.value ?? 0)}`,
    )
    .join(', '),
)

function take() {
  const next: QuizScheme = JSON.parse(JSON.stringify(scheme.value))
  for (const change of found.value!.changes) {
    const answer = next.questions
      .find(({ id }) => id === change.question)
      ?.answers.find(({ id }) => id === change.answer)
    if (answer) answer.points = { ...answer.points, [change.outcome]: change.to }
  }
  scheme.value = next
  open.value = false
}
</script>

<template>
  <v-dialog v-model="open" max-width="560" aria-label="Even it out">
    <v-card class="pa-5 stack">
      <h2>Even it out</h2>
      <v-select v-model="spread" label="The largest share above the smallest" :items="SPREADS" />
      <p v-if="busy" role="status">Trying changes …</p>
      <p v-else-if="wrong" class="grave" role="alert">{{ wrong }}</p>
      <template v-else-if="found">
        <p v-if="lines.length === 0 && found.reached">It is even enough already.</p>
        <p v-else-if="lines.length === 0">No change of points brings it closer.</p>
        <ul v-else>
          <li v-for="line in lines" :key="line">{{ line }}</li>
        </ul>
        <p v-if="lines.length" class="quiet">
          Then: {{ after }}.<template v-if="!found.reached"> Closer was not found.</template>
        </p>
      </template>
      <div class="row end">
        <v-btn @click="open = false">Leave it</v-btn>
        <v-btn color="primary" variant="flat" :disabled="busy || !lines.length" @click="take"
          >Apply these</v-btn
        >
      </div>
    </v-card>
  </v-dialog>
</template>

<style scoped>
ul {
  padding-left: 18px;
}
.end {
  justify-content: flex-end;
}
</style>
