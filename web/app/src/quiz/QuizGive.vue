<script setup lang="ts">
import { mdiDownload, mdiPlus, mdiUpload } from '@mdi/js'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { OfferSettings, OfferView, Quiz, QuizQuestion } from '../api/types'
import { oneLine } from '../api/client'
import OfferNaming from '../business/OfferNaming.vue'
import SavedNote from '../shared/SavedNote.vue'
import Workbench from '../shared/Workbench.vue'
import { moved } from '../shared/moved'
import type { Document } from '../shared/saving/useDocument'
import BalancePanel from './BalancePanel.vue'
import OutcomeEditor from './OutcomeEditor.vue'
import QuestionEditor from './QuestionEditor.vue'
import QuizLine from './QuizLine.vue'
import QuizMore from './QuizMore.vue'
import StarterDialog from './StarterDialog.vue'
import TryIt from './TryIt.vue'
import { freshKey, freshOutcome, freshQuestion, isBlank, MOST_OUTCOMES, MOST_QUESTIONS } from './scheme'
import { useLoaded } from '../shared/useLoaded'
import { useBalance, useQuiz, type WhatIf } from './useQuiz'
import { useTakeOut } from '../shared/saving/useTakeOut'
import { useInAddress } from '../shared/useInAddress'
import './patterns.css'

/** The Give stop of a quiz: questions, answers and where they lead; right the quiz, to be tried. */
const props = defineProps<{ view: OfferView; settings: Document<OfferSettings> }>()
const offerId = props.view.offer.id
const calls = useQuiz(offerId)
const doc = computed(() => props.settings.value.value)
const quiz = computed({
  get: () => doc.value?.gives as Quiz | undefined,
  set: (next) => (doc.value!.gives = next!),
})
const scheme = computed(() => quiz.value?.scheme)
const chosen = useInAddress<string>('open', '')
const whatIf = ref<WhatIf | null>(null)
const starting = ref(false)
const picker = ref<HTMLInputElement>()
const wrong = ref('')
const problemAt = props.settings.problemAt

const place = computed(() => scheme.value?.questions.findIndex(({ id }) => id === chosen.value) ?? -1)
const outcomePlace = computed(() => scheme.value?.outcomes.findIndex(({ id }) => id === chosen.value) ?? -1)
const whole = computed(
  () =>
    !!scheme.value &&
    scheme.value.outcomes.length > 0 &&
    scheme.value.questions.length > 0 &&
    scheme.value.questions.every(({ answers }) => answers.length > 0),
)
const { answer: balance, fault } = useBalance(offerId, () => (whole.value ? scheme.value! : null), whatIf)
const { value: seen } = useLoaded(calls.numbers)

watch(
  () => [scheme.value?.questions.map(({ id }) => id), scheme.value?.outcomes.map(({ id }) => id)],
  () => {
    if (scheme.value && place.value < 0 && outcomePlace.value < 0) {
      chosen.value = scheme.value.questions[0]?.id ?? scheme.value.outcomes[0]?.id ?? ''
    }
  },
  { immediate: true },
)

/** A line of Readiness leads to a question or an outcome by its name in the address. */
const route = useRoute()
watch(
  () => route.hash,
  (hash) => {
    const [, key] = /^#(?:question|outcome)-([a-z0-9]+)$/.exec(hash) ?? []
    if (key) chosen.value = key
  },
  { immediate: true },
)

async function focusField(label: RegExp) {
  await nextTick()
  const fields = [...document.querySelectorAll<HTMLElement>('.bench .v-field__input, .bench input')]
  fields
    .find((field) => label.test(field.closest('.v-field')?.querySelector('label')?.textContent ?? ''))
    ?.focus()
}

function addQuestion() {
  const question = freshQuestion(scheme.value!)
  scheme.value!.questions.splice(
    place.value < 0 ? scheme.value!.questions.length : place.value + 1,
    0,
    question,
  )
  chosen.value = question.id
  void focusField(/^Question/)
}

function addOutcome() {
  const outcome = freshOutcome(scheme.value!)
  scheme.value!.outcomes.push(outcome)
  chosen.value = outcome.id
  void focusField(/^Outcome/)
}

function copyQuestion(question: QuizQuestion) {
  const twin: QuizQuestion = JSON.parse(JSON.stringify(question))
  twin.id = freshKey(
    'q',
    scheme.value!.questions.map(({ id }) => id),
  )
  scheme.value!.questions.splice(place.value + 1, 0, twin)
  chosen.value = twin.id
}

function removeQuestion() {
  takeOut(`Question ${place.value + 1}`, () => {
    const [gone] = scheme.value!.questions.splice(place.value, 1)
    if (scheme.value!.tieBreak === gone?.id) scheme.value!.tieBreak = undefined
  })
}

async function picked() {
  const file = picker.value?.files?.[0]
  if (!file) return
  wrong.value = ''
  try {
    quiz.value = (await calls.read(file)).quiz
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
  picker.value!.value = ''
}

const takeOut = useTakeOut()
</script>

<template>
  <Workbench wider>
    <template #settings>
      <div class="row spread">
        <h2>Questions and outcomes</h2>
        <SavedNote :document="settings as Document<unknown>" />
      </div>
      <template v-if="quiz?.scheme && scheme">
        <div v-if="isBlank(quiz)" class="stack tight empty">
          <p>
            Nothing is asked yet. What is hard is thinking up the questions: start from ours and change the
            words.
          </p>
          <div class="row">
            <v-btn id="questions" color="primary" variant="flat" @click="starting = true"
              >Start from a quiz</v-btn
            >
            <v-btn @click="addQuestion">Begin with a question</v-btn>
            <v-btn :prepend-icon="mdiUpload" @click="picker!.click()">Import a quiz</v-btn>
          </div>
        </div>
        <template v-else>
          <QuizLine v-model="quiz.scheme" v-model:chosen="chosen" />
          <QuestionEditor
            v-if="place >= 0"
            :key="chosen"
            v-model="scheme.questions[place]!"
            :scheme="scheme"
            :number="place + 1"
            :path="`gives.scheme.questions[${place}]`"
            :problem-at="problemAt"
            @add="addQuestion"
            @remove="removeQuestion"
            @copy="copyQuestion(scheme.questions[place]!)"
            @look="whatIf = $event"
          >
            <v-btn
              id="outcomes"
              size="small"
              :prepend-icon="mdiPlus"
              :disabled="scheme.outcomes.length >= MOST_OUTCOMES"
              @click="addOutcome"
              >Add an outcome</v-btn
            >
          </QuestionEditor>
          <template v-else-if="outcomePlace >= 0">
            <OutcomeEditor
              :key="chosen"
              v-model="scheme.outcomes[outcomePlace]!"
              :scheme="scheme"
              :place="outcomePlace"
              :path="`gives.scheme.outcomes[${outcomePlace}]`"
              :problem-at="problemAt"
              @remove="takeOut(`Outcome ${outcomePlace + 1}`, () => scheme!.outcomes.splice(outcomePlace, 1))"
              @move="scheme.outcomes = moved(scheme.outcomes, outcomePlace, $event)"
            />
            <div class="row">
              <v-btn
                size="small"
                :prepend-icon="mdiPlus"
                :disabled="scheme.outcomes.length >= MOST_OUTCOMES"
                @click="addOutcome"
                >Add an outcome</v-btn
              >
              <v-btn
                size="small"
                :prepend-icon="mdiPlus"
                :disabled="scheme.questions.length >= MOST_QUESTIONS"
                @click="addQuestion"
                >Add a question</v-btn
              >
            </div>
          </template>
          <BalancePanel
            v-if="whole"
            v-model="quiz.scheme"
            :offer-id="offerId"
            :balance="balance"
            :fault="fault"
            :seen="seen"
            :what-if="whatIf"
          />
          <p v-else class="small quiet">
            Balance shows here once each question has answers and there is an outcome to come to.
          </p>
          <hr />
          <QuizMore v-model="quiz" :problem-at="problemAt" />
          <div class="row">
            <v-btn size="small" :to="`/offers/${offerId}/players`">Who played, and where they stop</v-btn>
            <v-btn size="small" :prepend-icon="mdiDownload" :href="calls.file" download
              >Export this quiz</v-btn
            >
            <v-btn size="small" :prepend-icon="mdiUpload" @click="picker!.click()">Import a quiz</v-btn>
            <v-btn size="small" @click="starting = true">Start from another</v-btn>
          </div>
        </template>
        <input ref="picker" type="file" hidden accept="application/json,.json" @change="picked" />
        <p v-if="wrong" class="grave small" role="alert">{{ wrong }}</p>
        <StarterDialog v-if="starting" v-model="starting" :offer-id="offerId" @take="quiz = $event" />
        <hr />
      </template>
      <OfferNaming :settings="settings" />
    </template>
    <template #preview>
      <TryIt v-if="doc && quiz?.scheme" :offer-id="offerId" :quiz="quiz" :settings="doc" :chosen="chosen" />
    </template>
  </Workbench>
</template>

<style scoped>
hr {
  border: 0;
  border-top: 1px solid var(--line);
  width: 100%;
}
.empty {
  padding: 14px 16px;
  border: 1px dashed var(--brass);
  border-radius: 10px;
}
</style>
