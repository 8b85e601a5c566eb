<script setup lang="ts">
import { mdiContentCopy, mdiDotsVertical, mdiImageOutline, mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { QuizAnswer, QuizQuestion, QuizScheme } from '../api/types'
import PictureField from '../shared/PictureField.vue'
import { useReorder } from '../shared/useReorder'
import AnswerRow from './AnswerRow.vue'
import OutcomeMark from './OutcomeMark.vue'
import { freshAnswer, MOST_ANSWERS, titleOf } from './scheme'
import type { WhatIf } from './useQuiz'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** One question: its words, how it is answered, and its answers with the points each gives, where the answers are. */
defineProps<{
  scheme: QuizScheme
  number: number
  path: string
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{ remove: []; copy: []; add: []; look: [whatIf: WhatIf | null] }>()
const question = defineModel<QuizQuestion>({ required: true })
const pictured = ref(false)
const list = useTemplateRef<HTMLElement>('list')
const PICKS = [
  { title: 'pick one', value: false },
  { title: 'pick several', value: true },
]
const SKIPS = [
  { title: 'no', value: false },
  { title: 'yes', value: true },
]

const answers = computed({
  get: () => question.value.answers,
  set: (next) => (question.value.answers = next),
})
const handles = () => list.value?.querySelectorAll<HTMLElement>('.handle') ?? []
const { move } = useReorder(answers, (place) => handles()[place])

async function add() {
  if (question.value.answers.length >= MOST_ANSWERS) return
  question.value.answers.push(freshAnswer(question.value))
  await nextTick()
  list.value?.querySelectorAll<HTMLElement>('textarea')[question.value.answers.length - 1]?.focus()
}

/** Enter in an answer: on to the next, or to a new one. */
async function next(i: number) {
  if (i === question.value.answers.length - 1) return add()
  list.value?.querySelectorAll<HTMLElement>('textarea')[i + 1]?.focus()
}

function look(answer: QuizAnswer, outcome: string) {
  const points = (answer.points[outcome] ?? 0) + 1
  emit('look', points > 10 ? null : { question: question.value.id, answer: answer.id, outcome, points })
}

const takeOut = useTakeOut()
</script>

<template>
  <div class="stack tight">
    <div class="row nowrap top fields">
      <v-text-field
        v-model="question.words"
        class="words"
        :label="`Question ${number}`"
        :error-messages="problemAt(`${path}.words`)"
      />
      <v-text-field
        v-model="question.name"
        class="name"
        label="Short name"
        :error-messages="problemAt(`${path}.name`)"
      />
      <v-select v-model="question.several" class="pick" label="Visitors choose" :items="PICKS" />
      <v-select v-model="question.optional" class="skip" label="May be skipped" :items="SKIPS" />
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn
            v-bind="menu"
            size="small"
            variant="text"
            :icon="mdiDotsVertical"
            :aria-label="`More for question ${number}`"
          />
        </template>
        <v-list density="compact">
          <v-list-item title="Picture" :prepend-icon="mdiImageOutline" @click="pictured = true" />
          <v-list-item title="Copy the question" :prepend-icon="mdiContentCopy" @click="emit('copy')" />
          <v-list-item
            title="Remove the question"
            :prepend-icon="mdiTrashCanOutline"
            @click="emit('remove')"
          />
        </v-list>
      </v-menu>
    </div>
    <PictureField
      v-if="pictured || question.picture"
      v-model="question.picture"
      label="Picture of the question"
    />
    <div ref="list">
      <div class="head small">
        <span class="quiet lead">{{
          scheme.scoring === 'MATCH'
            ? 'Answers, and the points each gives'
            : 'Answers, and what each is worth'
        }}</span>
        <template v-if="scheme.scoring === 'MATCH'">
          <span v-for="(outcome, i) in scheme.outcomes" :key="outcome.id" class="to">
            <OutcomeMark :place="i" :size="20" /> <b>{{ titleOf(outcome, i) }}</b>
          </span>
        </template>
      </div>
      <VueDraggable v-model="question.answers" handle=".handle">
        <AnswerRow
          v-for="(answer, i) in question.answers"
          :key="answer.id"
          v-model="question.answers[i]!"
          :scheme="scheme"
          :number="i + 1"
          :path="`${path}.answers[${i}]`"
          :problem-at="problemAt"
          @move="move(i, $event)"
          @remove="takeOut(`Answer ${i + 1}`, () => question.answers.splice(i, 1))"
          @next="next(i)"
          @look="look(answer, $event)"
          @leave="emit('look', null)"
        />
      </VueDraggable>
      <p v-if="problemAt(`${path}.answers`)" class="grave small" role="alert">
        {{ problemAt(`${path}.answers`) }}
      </p>
    </div>
    <div class="row">
      <v-btn
        size="small"
        :prepend-icon="mdiPlus"
        :disabled="question.answers.length >= MOST_ANSWERS"
        @click="add"
        >Add an answer</v-btn
      >
      <v-btn size="small" :prepend-icon="mdiPlus" @click="emit('add')">Add a question</v-btn>
      <slot />
    </div>
  </div>
</template>

<style scoped>
.fields {
  flex-wrap: wrap;
}
.words {
  flex: 3 1 220px;
}
.name {
  flex: 1 1 100px;
}
.pick {
  flex: 1 1 130px;
}
.skip {
  flex: 1 1 116px;
}
.head {
  display: flex;
  align-items: end;
  gap: 8px;
  padding: 4px 40px 4px 0;
  border-bottom: 1px solid var(--line);
}
.lead {
  flex: 1;
  padding-left: 80px;
}
.to {
  width: 76px;
  display: flex;
  gap: 5px;
  align-items: center;
  justify-content: center;
  line-height: 1.15;
  overflow: hidden;
}
.to b {
  font-weight: 600;
  overflow-wrap: anywhere;
  font-size: 12px;
}
@media (max-width: 700px) {
  .lead {
    padding-left: 0;
    flex: 1 1 100%;
  }
  .head {
    flex-wrap: wrap;
  }
}
</style>
