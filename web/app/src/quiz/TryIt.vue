<script setup lang="ts">
import { computed, onBeforeUnmount, onMounted, ref, useTemplateRef, watch } from 'vue'
import type { OfferSettings, Quiz } from '../api/types'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SizeChoice from '../shared/SizeChoice.vue'
import { usePagePreview } from '../shared/usePagePreview'
import OutcomeMark from './OutcomeMark.vue'
import { soFar, titleOf } from './scheme'
import { useTried } from './useQuiz'

/** The quiz as a visitor meets it, to be played here, with the score so far below it; or any outcome at once. */
const props = defineProps<{ offerId: number; quiz: Quiz; settings: OfferSettings; chosen: string }>()
const SIZES = ['Desktop', 'Phone'] as const
const size = ref<string>('Phone')
const frame = useTemplateRef<InstanceType<typeof PreviewFrame>>('frame')
const answers = ref<Record<string, string[]>>({})
const { answer: tried, fault } = useTried(props.offerId, () => props.quiz)
const outcome = computed(() => props.quiz.scheme.outcomes.find(({ id }) => id === props.chosen))
const { answer: page, fault: pageFault } = usePagePreview(props.offerId, () => ({
  words: props.settings.handOver.page,
  withFiles: true,
  withSteps: false,
  colours: props.settings.confirm.pages.colours,
  gives: props.quiz,
  played: { outcome: outcome.value?.id ?? '' },
}))
const score = computed(() => soFar(props.quiz.scheme, answers.value))

function go() {
  frame.value?.say({ jeton: 'go', question: props.chosen })
}

function told(event: MessageEvent) {
  if (event.data?.jeton !== 'quiz' || !frame.value?.isFrom(event)) return
  answers.value = event.data.answers ?? {}
  // Just drawn anew: back to what is being edited.
  if (event.data.fresh) go()
}

onMounted(() => addEventListener('message', told))
onBeforeUnmount(() => removeEventListener('message', told))
watch(() => props.chosen, go)
</script>

<template>
  <div class="row">
    <SizeChoice v-model="size" :sizes="SIZES" />
    <span class="small">{{ outcome ? 'what they come to' : 'what a visitor gets: try it' }}</span>
  </div>
  <PreviewFrame
    v-if="outcome"
    :fault="pageFault"
    :html="page?.html ?? ''"
    :phone="size === 'Phone'"
    title="The outcome as its page shows it"
  />
  <PreviewFrame
    v-else
    ref="frame"
    live
    :fault="fault"
    :html="tried?.html ?? ''"
    :phone="size === 'Phone'"
    title="The quiz, to be tried"
  />
  <p v-if="!outcome" class="row small so-far" aria-live="polite">
    <span class="quiet">So far:</span>
    <template v-if="quiz.scheme.scoring === 'MATCH'">
      <span v-for="(one, i) in quiz.scheme.outcomes" :key="one.id" class="row nowrap one">
        <OutcomeMark :place="i" :size="22" /> {{ titleOf(one, i) }} <b>{{ score.points[one.id] }}</b>
      </span>
    </template>
    <b v-else>{{ score.total }}</b>
  </p>
</template>

<style scoped>
.so-far {
  justify-content: center;
  gap: 4px 16px;
}
.one {
  gap: 6px;
}
</style>
