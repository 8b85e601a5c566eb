<script setup lang="ts">
import { computed } from 'vue'
import type { Planned, StepDraft } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import { useMoments } from '../business/useMoments'
import { useClock } from '../clock/useClock'
import { asAoifeReads } from '../email/fillIns'
import { movedWords } from './rules'

/** The emails as tokens on days to come, for somebody who signs up now; weekends shaded. */
const props = defineProps<{ steps: StepDraft[]; moments: Planned[]; chosen: number }>()
const emit = defineEmits<{ choose: [i: number] }>()
const LEAST_DAYS = 7
const MOST_LABELS = 10
// What a token and its words take of the scale's width, in percent.
const LABEL = 34
const business = useBusiness()
const clock = useClock()
const { words: moment, inFull } = useMoments()

const scale = computed(() => {
  const start = startOfDay(clock.now())
  const last = Math.max(0, ...props.moments.map(({ at }) => days(new Date(at), start)))
  const length = Math.max(LEAST_DAYS, Math.ceil(last) + 1)
  const every = Math.ceil(length / MOST_LABELS)
  return { start, length, every }
})

const dayMarks = computed(() =>
  Array.from({ length: scale.value.length }, (_, i) => {
    const at = new Date(scale.value.start.getTime() + (i + 0.5) * 86_400_000)
    const weekday = words(at, { weekday: 'short' })
    return {
      i,
      weekend: weekday === 'Sat' || weekday === 'Sun',
      label: i % scale.value.every === 0 ? words(at, { weekday: 'short', day: 'numeric' }) : '',
    }
  }),
)

const tokens = computed(() => {
  const taken: [number, number][][] = []
  return props.moments.slice(0, props.steps.length).map(({ at, moved, from }, i) => {
    const left = Math.min((days(new Date(at), scale.value.start) / scale.value.length) * 100, 97)
    const why = moved ? movedWords(moved, moment(from)) : ''
    // Near the end of the scale there is more room on the token's left.
    const turned = left > 72
    const extent: [number, number] = turned ? [left - LABEL, left] : [left, left + LABEL]
    // Emails close together stand below each other, so that each can be read.
    let row = taken.findIndex((others) => others.every(([a, b]) => extent[1] <= a || b <= extent[0]))
    if (row < 0) {
      row = taken.push([]) - 1
    }
    taken[row]!.push(extent)
    return { i, at, why, left, turned, row, step: props.steps[i]! }
  })
})
const rows = computed(() => 1 + Math.max(0, ...tokens.value.map((t) => t.row)))

function words(at: Date, options: Intl.DateTimeFormatOptions) {
  return new Intl.DateTimeFormat('en-GB', { timeZone: business.zone, ...options }).format(at)
}

function startOfDay(now: Date) {
  const [h, m, s] = words(now, {
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    hourCycle: 'h23',
  }).split(':')
  return new Date(now.getTime() - (Number(h) * 3600 + Number(m) * 60 + Number(s)) * 1000)
}

const days = (at: Date, start: Date) => (at.getTime() - start.getTime()) / 86_400_000
</script>

<template>
  <div class="scale" :style="{ '--days': scale.length, '--rows': rows }">
    <div class="days" aria-hidden="true">
      <span v-for="d in dayMarks" :key="d.i" :class="{ weekend: d.weekend }"
        ><i class="small">{{ d.label }}</i></span
      >
    </div>
    <button
      v-for="t in tokens"
      :key="t.i"
      class="email"
      :class="{ draft: !t.step.ready, chosen: t.i === chosen, turned: t.turned }"
      :style="{ left: `${t.left}%`, '--row': t.row }"
      :title="[inFull(t.at), t.why].filter(Boolean).join(' · ')"
      @click="emit('choose', t.i)"
    >
      <span class="token"><i /></span>
      <span class="words small">
        <strong>{{ asAoifeReads(t.step.email.subject) || 'No subject' }}</strong>
        {{ moment(t.at) }}{{ t.step.ready ? '' : ' · draft' }}
        <span v-if="t.why" class="moved">{{ t.why }}</span>
      </span>
    </button>
  </div>
</template>

<style scoped>
.scale {
  position: relative;
  height: calc(var(--rows) * 62px + 38px);
  margin: 0 4px;
}
.days {
  position: absolute;
  inset: 0;
  display: grid;
  grid-template-columns: repeat(var(--days), 1fr);
}
.days span {
  border-bottom: 1px solid var(--line);
  margin-bottom: 24px;
  position: relative;
}
.days .weekend {
  background: var(--sand);
}
.days i {
  position: absolute;
  top: 100%;
  left: 2px;
  font-style: normal;
  color: var(--quiet);
  white-space: nowrap;
}
.email {
  position: absolute;
  top: calc(var(--row) * 62px + 8px);
  display: flex;
  align-items: center;
  gap: 7px;
  text-align: left;
  width: max-content;
  max-width: 190px;
}
.turned {
  flex-direction: row-reverse;
  text-align: right;
  transform: translateX(-100%);
}
.words {
  display: grid;
  line-height: 1.3;
}
.words strong {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  max-width: 150px;
}
.moved {
  color: var(--brass-text);
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  max-width: 150px;
}
.token {
  flex: none;
  width: 30px;
  height: 30px;
  border-radius: 50%;
  background: var(--brass);
  display: grid;
  place-items: center;
}
.token i {
  width: 8px;
  height: 8px;
  border-radius: 50%;
  background: rgb(var(--v-theme-surface));
}
.draft .token {
  background: var(--sand);
  border: 1.5px dashed var(--brass);
}
.draft .token i {
  background: var(--brass);
}
.chosen .token {
  outline: 2.5px solid rgb(var(--v-theme-primary));
  outline-offset: 2px;
}
/* A phone has no room beside each other: one below the other, as a list. */
@media (max-width: 600px) {
  .scale {
    height: auto;
    display: grid;
    gap: 10px;
  }
  .days {
    display: none;
  }
  .email {
    position: static;
    transform: none;
    flex-direction: row;
    text-align: left;
    width: 100%;
    min-height: 44px;
    max-width: none;
  }
  .words {
    min-width: 0;
  }
  .words strong,
  .moved {
    max-width: none;
    white-space: normal;
  }
}
</style>
