<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { VueDraggable } from 'vue-draggable-plus'
import type { StepDraft } from '../api/types'
import EmailFields from '../mail/EmailFields.vue'
import EmailPreview from '../mail/EmailPreview.vue'
import SavedNote from '../shared/SavedNote.vue'
import { moved } from '../shared/moved'
import type { Document } from '../shared/useDocument'
import { useLatest } from '../shared/useLatest'
import { people } from '../shared/when'
import Workbench from '../track/Workbench.vue'
import DayScale from './DayScale.vue'
import StepCard from './StepCard.vue'
import { useSequence } from './useSequence'

const UNITS = [
  { title: 'minutes', value: 'MINUTES' },
  { title: 'hours', value: 'HOURS' },
  { title: 'days', value: 'DAYS' },
]

const props = defineProps<{ offerId: number; offerName: string }>()
const emit = defineEmits<{ saved: [] }>()
const route = useRoute()
const { view, effect, sequence, plan } = useSequence(props.offerId, () => emit('saved'))
const chosen = ref(0)
const removing = ref(false)
const steps = computed(() => sequence.value.value?.steps ?? [])
const step = computed(() => steps.value[chosen.value])
const { answer: moments } = useLatest(() => sequence.value.value, plan)
const counts = (s: StepDraft) => view.value?.steps.find((known) => known.id === s.id)

function add() {
  const email: StepDraft['email'] = {
    subject: '',
    preview: '',
    body: '<p>Hello {{first_name}},</p>',
    button: { label: '', target: 'NONE', href: '' },
  }
  steps.value.push({ ready: false, waitAmount: 2, waitUnit: 'DAYS', email })
  chosen.value = steps.value.length - 1
}

function move(i: number, by: number) {
  sequence.value.value!.steps = moved(steps.value, i, by)
  chosen.value = Math.max(0, Math.min(steps.value.length - 1, i + by))
}

function remove() {
  removing.value = false
  steps.value.splice(chosen.value, 1)
  chosen.value = Math.max(0, chosen.value - 1)
}

const onTheirWay = computed(() => {
  const n = view.value?.onTheirWay ?? 0
  return n === 0 ? 'Nobody is on their way.' : `${people(n)} ${n === 1 ? 'is' : 'are'} on their way.`
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
      <v-progress-linear
        v-if="sequence.state.value === 'loading'"
        indeterminate
        color="secondary"
        aria-label="Loading"
      />
      <template v-if="sequence.value.value">
        <div class="row spread">
          <h2>{{ sequence.value.value.name }}</h2>
          <SavedNote :document="sequence as Document<unknown>" />
        </div>
        <v-alert
          v-if="effect && sequence.state.value === 'asking'"
          type="warning"
          variant="tonal"
          density="compact"
          data-testid="effect"
        >
          <strong>Saving this changes things for people on their way.</strong>
          <ul>
            <li v-if="effect.withinTheHour > 0">
              {{ people(effect.withinTheHour) }} would get an email within the next hour.
            </li>
            <li v-if="effect.retimed > 0">
              {{ people(effect.retimed) }} would get their next email at another time.
            </li>
            <li v-if="effect.pastNewSteps > 0">
              {{ people(effect.pastNewSteps) }} {{ effect.pastNewSteps === 1 ? 'is' : 'are' }} past that place
              and will not get it.
            </li>
          </ul>
          <div class="row mt-2">
            <v-btn size="small" color="primary" variant="flat" @click="sequence.confirmSave()">Save it</v-btn>
            <v-btn size="small" @click="sequence.putBack()">Put it back</v-btn>
          </div>
        </v-alert>
        <div v-if="steps.length === 0" class="empty">
          <p>No emails yet. A short letter two days later is a good start.</p>
        </div>
        <DayScale
          v-else-if="moments"
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
          <v-btn size="small" :prepend-icon="mdiPlus" @click="add">Add an email</v-btn>
          <span class="small quiet">{{ onTheirWay }}</span>
        </div>
        <div v-if="step" :key="chosen" class="stack one">
          <h2>Email {{ chosen + 1 }}</h2>
          <div class="row">
            <v-text-field
              v-model.number="step.waitAmount"
              class="amount"
              type="number"
              min="0"
              label="Waits"
              :error-messages="sequence.problemAt(`steps[${chosen}].waitAmount`)"
            />
            <v-select v-model="step.waitUnit" class="unit" :items="UNITS" label="of" />
            <span class="small quiet">{{
              chosen === 0 ? 'after it was handed over' : 'after the email before it was sent'
            }}</span>
          </div>
          <v-switch
            v-model="step.ready"
            :label="step.ready ? 'Ready: it is sent' : 'Draft: it is passed over'"
          />
          <EmailFields
            v-model="step.email"
            :path="`steps[${chosen}].email`"
            :problem-at="sequence.problemAt"
          />
          <div><v-btn size="small" color="error" @click="removing = true">Remove this email</v-btn></div>
        </div>
      </template>
    </template>
    <template #preview>
      <EmailPreview v-if="step" :email="step.email" kind="FOLLOW_UP" :offer-name="offerName" />
      <p v-else class="quiet">The email you choose is shown here.</p>
    </template>
  </Workbench>
  <v-dialog v-model="removing">
    <v-card class="pa-2">
      <v-card-title><h2>Remove this email?</h2></v-card-title>
      <v-card-text>
        “{{ step?.email.subject }}” is taken out. {{ people((step && counts(step)?.ahead) || 0) }} would have
        got it next; they go on with the one after it.
      </v-card-text>
      <v-card-actions>
        <v-btn @click="removing = false">Keep it</v-btn>
        <v-btn color="error" variant="flat" @click="remove">Remove it</v-btn>
      </v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.tight {
  gap: 8px;
}
.one {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}
.amount {
  max-width: 96px;
}
.unit {
  max-width: 140px;
}
.empty {
  padding: 26px 0;
}
ul {
  padding-left: 18px;
}
</style>
