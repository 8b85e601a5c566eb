<script setup lang="ts">
import { computed } from 'vue'
import type { Finding, OfferView } from '../api/types'
import { kindOf } from './kinds'
import { STOPS, STOP_WORDS, type Stop } from './stops'
import { between, percent } from '../shared/when'

/** The five stops of an offer joined by a line: counts at the tokens, rates on the line, marks where something waits. */
const props = defineProps<{ view: OfferView; chosen: Stop }>()

const n = (count: number) => count.toLocaleString('en-GB')

const stops = computed(() => {
  const { track, offer, shares, findings } = props.view
  const counts: Record<Stop, string> = {
    give: kindOf(offer.kind).inShort(props.view),
    ask: `${n(track.seen)} views · ${n(track.signedUp)} signed up`,
    confirm: offer.settings.confirm.on ? `${n(track.confirmed)} confirmed` : 'off',
    'hand-over': `${n(track.handedOver)} · ${n(track.used)} used`,
    'follow-up': `${n(track.followedUp)} got an email`,
  }
  const rateAfter: Partial<Record<Stop, number>> = { ask: 0, confirm: 1, 'hand-over': 3 }
  return STOPS.map((stop, i) => {
    const share = rateAfter[stop] === undefined ? undefined : shares[rateAfter[stop]]
    const here = findings.filter((f: Finding) => f.stop === stop.toUpperCase().replace('-', '_'))
    const isGrave = here.some((f) => f.severity === 'GRAVE')
    return {
      stop,
      number: i + 1,
      name: STOP_WORDS[stop],
      count: counts[stop],
      rate: share && share.of > 0 ? percent(share.share) : '',
      interval:
        share?.intervalShown && share.of > 0
          ? `95 % sure: between ${percent(share.low)} and ${percent(share.high)}, from ${share.of}`
          : '',
      span: share?.intervalShown && share.of > 0 ? between(share.low, share.high) : '',
      marks: here.length,
      grave: isGrave,
      weight: `${here.length} to look at${isGrave ? ', holds back going live' : ''}`,
    }
  })
})
</script>

<template>
  <nav class="ribbon" aria-label="Stops of this offer">
    <router-link
      v-for="s in stops"
      :key="s.stop"
      :to="`/offers/${view.offer.id}/${s.stop}`"
      class="stop"
      :class="{ chosen: s.stop === chosen }"
      :aria-current="s.stop === chosen ? 'step' : undefined"
      :aria-keyshortcuts="String(s.number)"
    >
      <span class="token"><i /></span>
      <span v-if="s.marks" class="marks" :class="{ grave: s.grave }" :title="s.weight"
        ><span aria-hidden="true">{{ s.marks }}{{ s.grave ? '!' : '' }}</span
        ><span class="unseen">{{ s.weight }}</span></span
      >
      <strong>{{ s.name }}</strong>
      <span class="small count">{{ s.count }}</span>
      <span v-if="s.rate" class="rate small" :title="s.interval">
        {{ s.rate }} <span v-if="s.span" class="span" aria-hidden="true">{{ s.span }}</span><span
          class="unseen"
        >
          go on to the next stop. {{ s.interval }}</span
        >
      </span>
    </router-link>
  </nav>
</template>

<style scoped>
.ribbon {
  margin-top: 6px;
  display: grid;
  grid-template-columns: repeat(5, 1fr);
}
.stop {
  position: relative;
  display: grid;
  justify-items: center;
  gap: 1px;
  color: inherit;
  text-decoration: none;
  padding-bottom: 12px;
  text-align: center;
}
.stop:not(:last-child)::before {
  content: '';
  position: absolute;
  top: 25px;
  left: 50%;
  width: 100%;
  height: 2.5px;
  background: var(--brass);
}
.token {
  position: relative;
  width: 40px;
  height: 40px;
  margin: 6px;
  border-radius: 50%;
  background: var(--brass);
  border: 3px solid color-mix(in srgb, var(--brass) 65%, #fff);
  display: grid;
  place-items: center;
}
.token i {
  width: 10px;
  height: 10px;
  border-radius: 50%;
  background: rgb(var(--v-theme-background));
}
.chosen .token {
  outline: 3px solid rgb(var(--v-theme-primary));
  outline-offset: 3px;
}
.chosen strong {
  color: rgb(var(--v-theme-primary));
}
.chosen::after {
  content: '';
  position: absolute;
  bottom: -7px;
  width: 14px;
  height: 14px;
  background: rgb(var(--v-theme-surface));
  border: 1px solid var(--line);
  border-width: 1px 0 0 1px;
  rotate: 45deg;
  z-index: 1;
}
.count {
  color: var(--quiet);
}
.span {
  font-size: 12px;
}
.rate {
  position: absolute;
  top: 2px;
  left: 100%;
  translate: -50% 0;
  white-space: nowrap;
  color: var(--quiet);
}
.marks {
  position: absolute;
  top: 2px;
  left: calc(50% + 12px);
  min-width: 20px;
  height: 20px;
  border-radius: 10px;
  background: var(--brass-text);
  color: rgb(var(--v-theme-background));
  font-size: 12px;
  font-weight: 700;
  line-height: 20px;
  z-index: 1;
}
/* Grave by its shape and its mark, too. */
.marks.grave {
  padding: 0 4px;
  border-radius: 4px;
  background: rgb(var(--v-theme-error));
}
@media (max-width: 720px) {
  .count,
  .rate {
    display: none;
  }
}
</style>
