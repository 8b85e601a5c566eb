<script setup lang="ts">
import { LineChart } from 'echarts/charts'
import { GridComponent, TooltipComponent } from 'echarts/components'
import { init, use, type EChartsType } from 'echarts/core'
import { SVGRenderer } from 'echarts/renderers'
import { computed, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useTheme } from 'vuetify'
import type { DayFigures } from '../api/types'
import { dayWords } from './words'

/** Sign-ups day by day beside the days before: two lines told apart without colour, and the table behind them. */
const props = defineProps<{ days: DayFigures[]; before: string }>()

use([LineChart, GridComponent, TooltipComponent, SVGRenderer])

const theme = useTheme()
const here = ref<HTMLElement | null>(null)
let chart: EChartsType | undefined
const sum = (of: 'signUps' | 'before') => props.days.reduce((all, day) => all + day[of], 0)
const n = (count: number) => count.toLocaleString('en-GB')

const options = computed(() => {
  const colours = theme.current.value.colors
  const quiet = theme.current.value.dark ? '#a9b5b0' : '#5b6b66'
  const line = theme.current.value.dark ? '#33423d' : '#e4ddcd'
  return {
    animation: false,
    textStyle: { fontFamily: 'Figtree Variable, sans-serif' },
    grid: {
      left: 4,
      right: 12,
      top: 12,
      bottom: 4,
      outerBoundsMode: 'same',
      outerBoundsContain: 'axisLabel',
    },
    tooltip: { trigger: 'axis', renderMode: 'richText' },
    xAxis: {
      type: 'category',
      data: props.days.map((day) => dayWords(day.day)),
      axisTick: { show: false },
      axisLine: { lineStyle: { color: line } },
      axisLabel: { color: quiet, hideOverlap: true },
    },
    yAxis: {
      type: 'value',
      minInterval: 1,
      splitNumber: 3,
      splitLine: { lineStyle: { color: line } },
      axisLabel: { color: quiet },
    },
    series: [
      {
        name: 'these days',
        type: 'line',
        data: props.days.map((day) => day.signUps),
        showSymbol: false,
        lineStyle: { width: 2.5, color: colours.primary },
        itemStyle: { color: colours.primary },
      },
      {
        name: 'before',
        type: 'line',
        data: props.days.map((day) => day.before),
        showSymbol: false,
        lineStyle: { width: 1.5, type: 'dashed', color: quiet },
        itemStyle: { color: quiet },
      },
    ],
  }
})

const fit = new ResizeObserver(() => chart?.resize({ width: here.value?.clientWidth ?? 0 }))

onMounted(() => {
  chart = init(here.value!, undefined, {
    renderer: 'svg',
    width: here.value!.clientWidth || 480,
    height: 210,
  })
  chart.setOption(options.value)
  fit.observe(here.value!)
})
watch(options, (now) => chart?.setOption(now))
onBeforeUnmount(() => {
  fit.disconnect()
  chart?.dispose()
})
</script>

<template>
  <section class="panel" aria-labelledby="per-day">
    <h2 id="per-day">Sign-ups per day</h2>
    <p class="row legend small">
      <span
        ><i class="now" aria-hidden="true" /> these days, <strong>{{ n(sum('signUps')) }}</strong></span
      >
      <span
        ><i class="then" aria-hidden="true" /> {{ before }}, <strong>{{ n(sum('before')) }}</strong></span
      >
    </p>
    <div ref="here" class="chart" aria-hidden="true" />
    <details class="small">
      <summary>As a table</summary>
      <div class="table">
        <table>
          <thead>
            <tr>
              <th scope="col">Day</th>
              <th scope="col">Sign-ups</th>
              <th scope="col">Before</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="day in days" :key="day.day">
              <th scope="row">{{ dayWords(day.day) }}</th>
              <td>{{ n(day.signUps) }}</td>
              <td>{{ n(day.before) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </details>
  </section>
</template>

<style scoped>
.legend {
  gap: 18px;
}
.legend i {
  display: inline-block;
  width: 22px;
  vertical-align: middle;
  border-top: 2.5px solid rgb(var(--v-theme-primary));
}
.legend .then {
  border-top: 2px dashed var(--quiet);
}
.chart {
  overflow: hidden;
  height: 210px;
  width: 100%;
}
.table {
  max-height: 260px;
  overflow-y: auto;
}
th {
  text-align: left;
  font-weight: 400;
  padding: 3px 18px 3px 0;
}
td {
  text-align: right;
}
</style>
