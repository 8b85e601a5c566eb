<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import type { Frame, OfferSettings } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import { useMoments } from '../business/useMoments'
import { useClock } from '../clock/useClock'
import { END_WORDS } from '../people/words'
import { movedWords, rulesWords } from '../sequence/rules'
import PreviewFrame from '../shared/PreviewFrame.vue'
import { useInView } from '../shared/useInView'
import { when } from '../shared/when'
import FindingLine from '../offer/FindingLine.vue'
import { withoutScripts } from '../shared/withoutScripts'

/** One moment of the film strip: its date on the line, what is seen then, why then, and what Readiness says of it. */
const props = defineProps<{
  frame: Frame
  number: number
  offerId: number
  before: string | undefined
  settings: OfferSettings | undefined
}>()
const business = useBusiness()
const clock = useClock()
const large = ref(false)
const inView = useInView(useTemplateRef<HTMLElement>('moment'))

const TITLES: Record<Frame['kind'], string> = {
  ANSWER: 'Ask · what the page says',
  CONFIRMATION_EMAIL: 'Confirm · email',
  CONFIRMED_PAGE: 'Confirm · confirmed page',
  CONFIRMATION_RAN_OUT: 'Confirm · too late',
  DELIVERY_EMAIL: 'Hand over · email',
  PASS_USED: 'Hand over · the pass is used',
  PASS_RAN_OUT: 'Hand over · the pass has run out',
  RUN_STARTS: 'Follow up · begins',
  SEQUENCE_EMAIL: 'Follow up · email',
  SKIPPED: 'Follow up · passed over',
  RUN_ENDS: 'Follow up · ends',
  LEAVES: 'Leaves the list',
}
const title = computed(() => TITLES[props.frame.kind] + (props.number ? ` ${props.number}` : ''))
const { words: momentWords, inFull } = useMoments()
const at = computed(() => momentWords(props.frame.at))
const sameAsBefore = computed(() => props.before === props.frame.at)

/** How long a link is good for, where one is given. */
function goodFor(kind: Frame['kind']): string {
  const { confirm, handOver } = props.settings ?? {}
  if (kind === 'CONFIRMATION_EMAIL' && confirm) {
    return `its link is good for ${confirm.daysGood} days`
  }
  const gives = kind === 'DELIVERY_EMAIL' || (kind === 'CONFIRMED_PAGE' && confirm?.opensIncentive)
  if (!gives || !handOver) {
    return ''
  }
  const { days, uses } = handOver.limits
  return `pass good ${days ? `for ${days} days` : 'for ever'}${uses ? `, ${uses} uses` : ''}`
}

const why = computed(() => {
  const { frame } = props
  if (frame.kind === 'RUN_ENDS') {
    return `${frame.sequence}: ${END_WORDS[frame.end!]}`
  }
  if (!frame.rules) {
    return goodFor(frame.kind)
  }
  const delay = frame.delay
  const moved = delay ? movedWords(delay.moved, when(delay.from, clock.now(), business.zone)) : ''
  return [frame.sequence, rulesWords(frame.rules), moved].filter(Boolean).join(' · ')
})
</script>

<template>
  <li ref="moment" :class="{ pale: frame.kind === 'SKIPPED' }">
    <time class="at" :datetime="frame.at" :title="inFull(frame.at)">{{ sameAsBefore ? 'at once' : at }}</time>
    <span class="line" aria-hidden="true"
      ><span class="token"><i /></span
    ></span>
    <button
      v-if="frame.html"
      type="button"
      class="shot"
      :aria-label="`Look at it: ${title}`"
      @click="large = true"
    >
      <span v-if="frame.subject" class="head">
        <strong>{{ frame.subject }}</strong>
        <span class="small quiet">{{ frame.preview }}</span>
      </span>
      <span class="view"
        ><iframe v-if="inView" :title="title" :srcdoc="withoutScripts(frame.html)" sandbox="" tabindex="-1"
      /></span>
    </button>
    <div v-else class="shot nothing">
      <span class="quiet">Nothing to see</span>
    </div>
    <h2>{{ title }}</h2>
    <p v-if="why" class="small quiet">{{ why }}</p>
    <FindingLine
      v-for="finding in frame.findings"
      :key="finding.code + finding.control"
      class="small"
      :finding="finding"
      :offer-id="offerId"
    />
    <v-dialog v-model="large" :aria-label="`${title}, ${at}`" max-width="760">
      <v-card class="pa-4 large">
        <div class="row spread">
          <h2>{{ title }}, {{ at }}</h2>
          <v-btn size="small" @click="large = false">Close</v-btn>
        </div>
        <p v-if="frame.subject">
          <strong>{{ frame.subject }}</strong> <span class="quiet">{{ frame.preview }}</span>
        </p>
        <PreviewFrame :html="frame.html" :phone="false" :title="title" :desktop-width="680" />
      </v-card>
    </v-dialog>
  </li>
</template>

<style scoped>
li {
  width: 232px;
  flex: none;
  display: flex;
  flex-direction: column;
  gap: 6px;
}
.pale .shot {
  opacity: 0.45;
}
.at {
  font-weight: 600;
  font-size: 14px;
}
.line {
  position: relative;
  height: 34px;
}
.line::before {
  content: '';
  position: absolute;
  left: calc(-1 * var(--gutter));
  right: calc(-1 * var(--gutter));
  top: 15.5px;
  border-top: 3px solid var(--brass);
}
.token {
  position: absolute;
  width: 34px;
  height: 34px;
  border-radius: 50%;
  background: var(--brass);
  display: grid;
  place-items: center;
}
.token i {
  width: 10px;
  height: 10px;
  border-radius: 50%;
  background: rgb(var(--v-theme-background));
}
.pale .token {
  background: rgb(var(--v-theme-background));
  border: 2px dashed var(--brass);
}
.shot {
  height: 330px;
  border: 1px solid var(--line);
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
  overflow: hidden;
  display: flex;
  flex-direction: column;
  text-align: left;
}
.nothing {
  place-content: center;
  align-items: center;
  background: none;
  border-style: dashed;
}
.head {
  display: grid;
  padding: 10px 12px;
  border-bottom: 1px solid var(--line);
}
.head span {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.view {
  flex: 1;
  position: relative;
  overflow: hidden;
}
iframe {
  position: absolute;
  width: 420px;
  height: 720px;
  border: 0;
  background: #fff;
  transform: scale(0.5477);
  transform-origin: 0 0;
  pointer-events: none;
}
h2 {
  font-size: 15px;
}
.large {
  min-height: 560px;
  display: flex;
  flex-direction: column;
  gap: 10px;
}
</style>
