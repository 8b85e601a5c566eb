<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { VueDraggable } from 'vue-draggable-plus'
import type { LibraryEmail, StepDraft } from '../api/types'
import EmailPreview from '../email/EmailPreview.vue'
import { freshEmail } from '../email/blocks'
import { useWritten } from '../email/useWritten'
import SavedNote from '../shared/SavedNote.vue'
import { useReorder } from '../shared/useReorder'
import type { Document } from '../shared/saving/useDocument'
import { useLatest } from '../shared/useLatest'
import { people } from '../shared/when'
import Workbench from '../shared/Workbench.vue'
import DayScale from './DayScale.vue'
import EffectNote from './EffectNote.vue'
import JoinDialog from './JoinDialog.vue'
import ReuseDialog from './ReuseDialog.vue'
import SequenceRulesPanel from './SequenceRulesPanel.vue'
import StepCard from './StepCard.vue'
import StepFields from './StepFields.vue'
import { afterDays } from './rules'
import { useSequence } from './useSequence'
import LoadState from '../shared/LoadState.vue'
import { useTakeOut } from '../shared/saving/useTakeOut'
import { useInAddress } from '../shared/useInAddress'

/** A sequence on its workbench: the days to come, its emails, and the one chosen. */
const props = defineProps<{
  id: number
  offerId?: number
  offerName: string
  /** What the offer can come to, where it is played first: titles by keys. */
  results?: Record<string, string>
}>()
const outcomes = computed(() =>
  Object.entries(props.results ?? {}).map(([value, title]) => ({ value, title })),
)
const emit = defineEmits<{ saved: [] }>()
const route = useRoute()
const { view, effect, sequence, plan, pause, refresh } = useSequence(props.id, () => emit('saved'))
const place = useInAddress<string>('email', '1')
const chosen = computed({
  get: () => Math.max(0, Number(place.value) - 1) || 0,
  set: (i: number) => (place.value = String(i + 1)),
})
const dialog = ref<'' | 'join' | 'reuse'>('')
const takeOut = useTakeOut()
const steps = computed(() => sequence.value.value?.steps ?? [])
const step = computed(() => steps.value[chosen.value])
const { answer: moments, fault: unplanned } = useLatest(() => sequence.value.value, plan)
const counts = (s: StepDraft) => view.value?.steps.find((known) => known.id === s.id)
const written = useWritten(() =>
  step.value ? { content: step.value.email, kind: 'FOLLOW_UP', offerId: props.offerId } : null,
)

function add(email = freshEmail(), shared?: LibraryEmail & { emailVersion: number }) {
  steps.value.push({
    emailId: shared?.emailId,
    emailVersion: shared?.emailVersion ?? 0,
    ready: false,
    rules: afterDays(2),
    email: JSON.parse(JSON.stringify(email)),
  })
  chosen.value = steps.value.length - 1
  dialog.value = ''
}

const order = computed({
  get: () => steps.value,
  set: (all) => (sequence.value.value!.steps = all),
})
const { move: moveStep } = useReorder(order, (i) =>
  document.querySelector<HTMLElement>(`#steps > :nth-child(${i + 1}) .handle`),
)
const move = async (i: number, by: number) => (chosen.value = await moveStep(i, by))

function remove() {
  takeOut(`Email ${chosen.value + 1}`, () => steps.value.splice(chosen.value, 1))
  chosen.value = Math.max(0, chosen.value - 1)
  shown.value++
}

const onTheirWay = computed(() => {
  const n = view.value?.onTheirWay ?? 0
  const soon = view.value?.dueByTomorrow ?? 0
  if (n === 0) {
    return 'Nobody is on their way.'
  }
  return `${people(n)} ${n === 1 ? 'is' : 'are'} on their way, ${soon} of them ${soon === 1 ? 'gets' : 'get'} the next one by tomorrow.`
})

/**
 * Which step's fields are shown. The same ones stay when the server gives a new step its number: whoever types in them
 * must not lose the place.
 */
const shown = ref(0)
watch([chosen, () => step.value?.id], ([place, id], [placeBefore, idBefore]) => {
  const numbered = place === placeBefore && idBefore === undefined && id !== undefined
  shown.value += numbered ? 0 : 1
})

/** Readiness leads to a step by its id. */
watch(
  [() => route.hash, () => view.value === null],
  () => {
    const i = steps.value.findIndex((s) => route.hash === `#step-${s.id}`)
    chosen.value = i >= 0 ? i : chosen.value
  },
  { immediate: true },
)
</script>

<template>
  <Workbench wide>
    <template #settings>
      <v-alert v-if="sequence.state.value === 'failed'" type="error" variant="tonal">{{
        sequence.message.value
      }}</v-alert>
      <LoadState :loading="sequence.state.value === 'loading'" />
      <template v-if="sequence.value.value && view">
        <div class="row spread">
          <div class="row">
            <h2>{{ sequence.value.value.name }}</h2>
            <span v-if="view.paused" class="mark">paused</span>
            <slot />
          </div>
          <SavedNote :document="sequence as Document<unknown>" />
        </div>
        <EffectNote
          v-if="effect && sequence.state.value === 'asking'"
          v-model:reopens="sequence.value.value.reopens"
          :effect="effect"
          @save="sequence.confirmSave()"
          @put-back="sequence.putBack()"
        />
        <div v-if="view.retiming" class="stack tight" role="status" data-testid="retiming">
          <p class="small">
            Saved. {{ view.retiming.done.toLocaleString('en-GB') }} of {{ people(view.retiming.expected) }} on
            their way have their new times so far.
          </p>
          <v-progress-linear
            :model-value="(100 * view.retiming.done) / Math.max(1, view.retiming.expected)"
            color="secondary"
            aria-label="People the new times have reached"
          />
        </div>
        <div id="sequence" class="row">
          <v-btn size="small" @click="pause(!view.paused)">{{ view.paused ? 'Resume' : 'Pause it' }}</v-btn>
          <v-btn size="small" @click="dialog = 'join'">Add people</v-btn>
          <span v-if="view.paused" class="small"
            >Nothing is sent. What is overdue then goes out at once, in order.</span
          >
        </div>
        <SequenceRulesPanel v-model="sequence.value.value" :problem-at="sequence.problemAt" />
        <div v-if="steps.length === 0" class="empty">
          <p>No emails yet. A short letter two days later is a good start.</p>
        </div>
        <p v-if="unplanned" class="grave small" role="alert">The day scale is as it was. {{ unplanned }}</p>
        <DayScale
          v-if="steps.length && moments && moments.length >= steps.length"
          :steps="steps"
          :moments="moments"
          :chosen="chosen"
          @choose="chosen = $event"
        />
        <VueDraggable id="steps" v-model="sequence.value.value.steps" handle=".handle" class="stack tight">
          <StepCard
            v-for="(s, i) in steps"
            :key="s.id ?? `new-${i}`"
            :step="s"
            :counts="counts(s)"
            :number="i + 1"
            :chosen="i === chosen"
            @choose="chosen = i"
            @move="move(i, $event)"
          />
        </VueDraggable>
        <div class="row">
          <v-btn size="small" :prepend-icon="mdiPlus" @click="add()">Add an email</v-btn>
          <v-btn size="small" @click="dialog = 'reuse'">Use an existing email</v-btn>
          <span class="small quiet">{{ onTheirWay }}</span>
        </div>
        <StepFields
          v-if="step"
          :key="shown"
          v-model="steps[chosen]!"
          :number="chosen + 1"
          :counts="counts(step)"
          :path="`steps[${chosen}]`"
          :problem-at="sequence.problemAt"
          :written="written"
          :results="outcomes"
          @remove="remove"
        />
      </template>
    </template>
    <template #preview>
      <EmailPreview v-if="step" :written="written" />
      <p v-else class="quiet">Choose or add an email to see it here.</p>
    </template>
  </Workbench>
  <JoinDialog v-if="dialog === 'join'" :id="id" @joined="refresh" @close="dialog = ''" />
  <ReuseDialog v-if="dialog === 'reuse'" @use="add($event.content, $event)" @close="dialog = ''" />
</template>

<style scoped>
.tight {
  gap: 8px;
}
.empty {
  border: 1px dashed var(--line);
  border-radius: 10px;
  padding: 18px;
}
</style>
