<script setup lang="ts">
import { computed, useTemplateRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { QuizScheme } from '../api/types'
import { useReorder } from '../shared/useReorder'
import OutcomeMark from './OutcomeMark.vue'
import { nameOf, titleOf } from './scheme'

/** The way through a quiz: its questions as tokens on a line that forks to the outcomes. One of them is chosen. */
const scheme = defineModel<QuizScheme>({ required: true })
/** Key of the question or outcome that is edited. */
const chosen = defineModel<string>('chosen', { required: true })
const line = useTemplateRef<HTMLElement>('line')

const questions = computed({
  get: () => scheme.value.questions,
  set: (next) => (scheme.value.questions = next),
})
const token = (i: number) =>
  line.value?.querySelector<HTMLElement>(`#question-${scheme.value.questions[i]?.id}`)
const { move } = useReorder(questions, token)

const FORK_STEP = 33
const forkTop = (i: number) => (i - (scheme.value.outcomes.length - 1) / 2) * FORK_STEP
</script>

<template>
  <div ref="line" class="line">
    <VueDraggable v-model="scheme.questions" class="questions" role="list" aria-label="Questions">
      <div v-for="(question, i) in scheme.questions" :key="question.id" role="listitem" class="stop">
        <button
          :id="`question-${question.id}`"
          type="button"
          :aria-pressed="chosen === question.id"
          :title="`${question.words || 'A question'}. Alt and an arrow key moves it.`"
          @click="chosen = question.id"
          @keydown.alt.left.prevent="move(i, -1)"
          @keydown.alt.right.prevent="move(i, 1)"
        >
          <b>{{ i + 1 }}</b>
          <span class="name">{{ nameOf(question, i) }}</span>
          <span class="quiet count">{{ question.answers.length }} answers</span>
        </button>
      </div>
    </VueDraggable>
    <svg
      v-if="scheme.outcomes.length"
      class="fork"
      viewBox="0 0 60 140"
      preserveAspectRatio="none"
      aria-hidden="true"
    >
      <path
        v-for="(outcome, i) in scheme.outcomes"
        :key="outcome.id"
        :d="`M0 70 C 34 70, 26 ${70 + forkTop(i)}, 60 ${70 + forkTop(i)}`"
      />
    </svg>
    <div class="outcomes" role="list" aria-label="Outcomes">
      <div v-for="(outcome, i) in scheme.outcomes" :key="outcome.id" role="listitem">
        <button
          :id="`outcome-${outcome.id}`"
          type="button"
          :aria-pressed="chosen === outcome.id"
          @click="chosen = outcome.id"
        >
          <OutcomeMark :place="i" /> <span>{{ titleOf(outcome, i) }}</span>
        </button>
      </div>
    </div>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  align-items: center;
  min-height: 96px;
  padding-top: 18px;
  overflow-x: auto;
}
.questions {
  display: flex;
  flex: 1;
  align-items: flex-start;
  padding-top: 4px;
}
.stop {
  flex: 1;
  min-width: 74px;
  position: relative;
}
.stop::before {
  content: '';
  position: absolute;
  left: 0;
  right: 0;
  top: 18px;
  border-top: 2px solid var(--brass);
}
.stop:first-child::before {
  left: 50%;
}
button {
  display: grid;
  justify-items: center;
  gap: 2px;
  position: relative;
  font-size: 13px;
  line-height: 1.25;
  width: 100%;
  padding: 2px 3px;
}
button b {
  display: grid;
  place-items: center;
  width: 33px;
  height: 33px;
  border-radius: 50%;
  background: #835312;
  color: #fff;
  font-size: 14px;
  margin-bottom: 2px;
}
button[aria-pressed='true'] b,
.outcomes button[aria-pressed='true'] .mark {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: 2.5px;
}
button[aria-pressed='true'] span:not(.count) {
  font-weight: 650;
  color: rgb(var(--v-theme-primary));
}
.name {
  overflow-wrap: anywhere;
  text-align: center;
}
.count {
  font-size: 12px;
}
.fork {
  width: 60px;
  height: 140px;
  flex: none;
  margin: -24px 0 -24px -26px;
  transform: translateY(-17px);
}
.fork path {
  fill: none;
  stroke: var(--brass);
  stroke-width: 2;
  vector-effect: non-scaling-stroke;
}
.outcomes {
  display: grid;
  gap: 5px;
  flex: none;
  max-width: 210px;
  transform: translateY(-17px);
}
.outcomes button {
  display: flex;
  align-items: center;
  gap: 8px;
  text-align: left;
  font-weight: 600;
  min-height: 28px;
}
@media (max-width: 700px) {
  .line {
    display: grid;
    justify-items: start;
    gap: 12px;
  }
  .outcomes {
    transform: none;
  }
  .questions {
    flex-wrap: wrap;
    gap: 8px 0;
  }
  .fork {
    display: none;
  }
}
</style>
