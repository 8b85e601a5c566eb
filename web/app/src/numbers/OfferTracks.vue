<script setup lang="ts">
import { computed, ref } from 'vue'
import type { OfferFigures } from '../api/types'
import { kindOf } from '../offer/kinds'
import { between, percent } from '../shared/when'
import { behind, n } from './behind'
import { pointsWords } from './words'

/** Offers as tracks: how many came to each stop, how many went on from there, and how that was before. */
const props = defineProps<{ offers: OfferFigures[]; range: string }>()
const AT_A_TIME = 50
const shown = ref(AT_A_TIME)
const page = computed(() => props.offers.slice(0, shown.value))
const hidden = computed(() => props.offers.length - page.value.length)

/** Who signed up and who used it can be found again. */
const people = (o: OfferFigures, stop: number) => (stop === 1 ? o.signedUp : stop === 4 ? o.used : undefined)
const STOPS = ['saw it', 'signed up', 'confirmed', 'handed over', 'used', 'followed up']
const counts = (o: OfferFigures) => [
  o.track.seen,
  o.track.signedUp,
  o.track.confirmed,
  o.track.handedOver,
  o.track.used,
  o.track.followedUp,
]
const change = (points: number | undefined) =>
  points === undefined || points === 0 ? '' : points > 0 ? 'up' : 'down'
</script>

<template>
  <div class="panel tracks">
    <table>
      <caption class="unseen">
        How far people came with each offer,
        {{
          range
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col" class="small quiet">{{ range }}</th>
          <th v-for="stop in STOPS" :key="stop" scope="col" class="small quiet stop">{{ stop }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="o in page" :key="o.id">
          <th scope="row">
            <router-link :to="`/offers/${o.id}`">{{ o.name }}</router-link>
            <span class="small quiet">{{ kindOf(o.kind).words }}</span>
          </th>
          <td v-for="(count, i) in counts(o)" :key="i" class="stop" :data-stop="STOPS[i]">
            <span v-if="i > 0 && o.stretches[i - 1]!.share.of > 0" class="rate small">
              <span
                >{{ percent(o.stretches[i - 1]!.share.share) }}
                <span v-if="i > 1 && o.stretches[i - 1]!.share.intervalShown" class="span">{{
                  between(o.stretches[i - 1]!.share.low, o.stretches[i - 1]!.share.high)
                }}</span></span
              >
              <span class="change" :class="change(o.stretches[i - 1]!.points)">{{
                pointsWords(o.stretches[i - 1]!.points)
              }}</span>
            </span>
            <component
              :is="people(o, i) && count > 0 ? 'router-link' : 'span'"
              class="token"
              :class="{ views: i === 0, none: count === 0 }"
              :to="people(o, i) && count > 0 ? behind(people(o, i)!) : undefined"
              >{{ n(count) }}</component
            >
          </td>
        </tr>
      </tbody>
    </table>
    <v-btn v-if="hidden > 0" size="small" @click="shown += AT_A_TIME"
      >Show {{ Math.min(AT_A_TIME, hidden) }} more of {{ n(hidden) }}</v-btn
    >
    <p class="small quiet">
      People who first signed up in these days, and how far they have come by now. Above the line: how many go
      on to the next stop, in brackets 95 % sure between; below it, in 100, against the days before. “Followed
      up” counts from “handed over”.
    </p>
  </div>
</template>

<style scoped>
.tracks {
  overflow-x: auto;
}
table {
  width: 100%;
  min-width: 860px;
  table-layout: fixed;
  border-collapse: collapse;
}
th:first-child {
  width: 22%;
}
th:nth-child(2) {
  width: 7%;
}
thead th {
  font-weight: 400;
  text-align: left;
  padding: 0 0 8px;
}
.stop {
  text-align: right;
}
tbody tr {
  border-top: 1px solid var(--line);
}
tbody th {
  text-align: left;
  font-weight: 600;
  padding: 9px 12px 9px 0;
}
tbody th span {
  display: block;
  font-weight: 400;
}
td {
  position: relative;
  padding: 9px 0;
  white-space: nowrap;
}
/* The line that joins the stops. */
td:not(:nth-child(2))::before {
  content: '';
  position: absolute;
  left: 0;
  right: 20px;
  top: 50%;
  height: 2px;
  background: var(--brass);
}
.token {
  position: relative;
  display: inline-grid;
  place-items: center;
  min-width: 44px;
  height: 28px;
  padding: 0 10px;
  border-radius: 14px;
  background: #835312;
  color: #fff;
  font-size: 13px;
  font-weight: 700;
  text-decoration: none;
}
a.token:hover {
  text-decoration: underline;
}
.token.views,
.token.none {
  background: var(--sand);
  color: inherit;
  border: 1.5px solid var(--brass);
}
.rate {
  position: absolute;
  left: 0;
  right: 56px;
  top: 0;
  bottom: 0;
  display: grid;
  grid-template-rows: 1fr 1fr;
  justify-items: center;
  align-items: center;
  gap: 6px;
}
.span {
  color: var(--quiet);
  font-size: 12px;
}
.change {
  color: var(--quiet);
  font-size: 12px;
}
.change.up {
  color: rgb(var(--v-theme-success));
  font-weight: 600;
}
.change.down {
  color: rgb(var(--v-theme-error));
  font-weight: 600;
}
@media (max-width: 900px) {
  table {
    min-width: 0;
  }
  thead {
    position: absolute;
    clip-path: inset(50%);
  }
  tbody tr:first-child {
    border-top: 0;
  }
  tbody tr,
  tbody th {
    display: block;
    padding: 10px 0 0;
  }
  td {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 10px;
    padding: 5px 0;
  }
  td::before {
    display: none;
  }
  th:first-child {
    width: auto;
  }
  td::after {
    content: attr(data-stop);
    order: -1;
    flex: 1;
    text-align: left;
    font-size: 13px;
    color: var(--quiet);
  }
  .rate {
    position: static;
    grid-template-rows: auto auto;
    gap: 0;
    justify-items: end;
  }
}
</style>
