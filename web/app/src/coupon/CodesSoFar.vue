<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'
import { oneLine } from '../api/client'
import type { BroughtIn, CouponNumbers } from '../api/types'
import { useClock } from '../clock/useClock'
import { calendarDay } from '../shared/when'
import { money } from '../shared/money'
import UsedDialog from './UsedDialog.vue'
import type { CouponCalls } from './useCoupon'

/** What codes came to so far; and codes brought in, of a pool. */
const props = defineProps<{ calls: CouponCalls; offerId: number; pool: boolean }>()
const emit = defineEmits<{ changed: [] }>()
const clock = useClock()
const numbers = ref<CouponNumbers | null>(null)
const fault = ref('')
const told = ref<BroughtIn | null>(null)
const share = ref<number | null>(null)
const usedOpen = ref(false)
const picker = ref<HTMLInputElement>()

async function load() {
  try {
    numbers.value = await props.calls.numbers()
    fault.value = ''
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}

async function picked() {
  const file = picker.value?.files?.[0]
  if (!file) {
    return
  }
  share.value = 0
  told.value = null
  try {
    told.value = await props.calls.bringIn(file, (sent) => (share.value = sent)).answer
    await load()
    emit('changed')
  } catch (failed) {
    fault.value = oneLine(failed)
  } finally {
    share.value = null
    picker.value!.value = ''
  }
}

const n = (count: number) => count.toLocaleString('en-GB')

onMounted(load)
watch(
  () => clock.moves,
  () => void load(),
)
</script>

<template>
  <p v-if="fault" class="grave" role="alert">{{ fault }}</p>
  <template v-if="numbers">
    <div v-if="pool" id="codes" class="stack tight">
      <div class="row spread">
        <strong>{{ n(numbers.free) }} {{ numbers.free === 1 ? 'code' : 'codes' }} left</strong>
        <span class="small quiet">{{
          numbers.runsOutOn
            ? `lasts till ${calendarDay(numbers.runsOutOn)} at the present pace`
            : 'none given in the last 14 days'
        }}</span>
      </div>
      <v-progress-linear
        v-if="share !== null"
        :model-value="share * 100"
        :indeterminate="share === 1"
        color="secondary"
        aria-label="Codes on their way"
      />
      <div class="row">
        <v-btn size="small" @click="picker!.click()">Import codes</v-btn>
        <span class="small quiet">A CSV, a code in each row’s first cell.</span>
      </div>
      <input
        ref="picker"
        type="file"
        accept=".csv,text/csv,text/plain"
        hidden
        data-testid="codes-picker"
        @change="picked"
      />
      <p v-if="told" class="small" role="status">
        {{ n(told.added) }} came in<template v-if="told.known"
          >, {{ n(told.known) }} were there already</template
        ><template v-if="told.twice">, {{ n(told.twice) }} stood there twice</template
        ><template v-if="told.unfitRows">, {{ n(told.unfitRows) }} were no codes</template>.
      </p>
    </div>
    <div class="row spread">
      <ol class="chain">
        <li>
          <b>{{ n(numbers.totals.given) }}</b><span>given</span>
        </li>
        <li>
          <b>{{ n(numbers.totals.seen) }}</b><span>seen</span>
        </li>
        <li>
          <b>{{ n(numbers.totals.copied) }}</b><span>copied</span>
        </li>
        <li>
          <b>{{ n(numbers.totals.used) }}</b><span>used</span>
        </li>
      </ol>
      <div class="row">
        <v-btn size="small" :to="`/offers/${offerId}/codes`">All codes</v-btn>
        <v-btn size="small" @click="usedOpen = true">Import used codes</v-btn>
      </div>
    </div>
    <p v-if="numbers.totals.orders" class="small quiet">
      {{ n(numbers.totals.orders) }} {{ numbers.totals.orders === 1 ? 'order' : 'orders' }} worth
      {{ money(numbers.totals.orderWorth, numbers.currency) }},
      {{ money(numbers.totals.discounts, numbers.currency) }} taken off.
      <template v-if="numbers.totals.endingSoon"
        >{{ n(numbers.totals.endingSoon) }} unused
        {{ numbers.totals.endingSoon === 1 ? 'code ends' : 'codes end' }} within 3 days.</template
      >
    </p>
    <p v-if="numbers.totals.waiting" class="small brass">
      {{ n(numbers.totals.waiting) }} {{ numbers.totals.waiting === 1 ? 'person waits' : 'people wait' }} for
      a code: they get one as soon as you bring some in.
    </p>
  </template>
  <UsedDialog v-model="usedOpen" :calls="calls" @counted="load" />
</template>

<style scoped>
.chain {
  display: flex;
  list-style: none;
  padding: 0;
}
.chain li {
  display: grid;
  justify-items: center;
  width: 68px;
  position: relative;
  font-size: 13px;
  color: var(--quiet);
}
.chain li + li::before {
  content: '';
  position: absolute;
  top: 16px;
  right: calc(50% + 18px);
  width: 32px;
  border-top: 2px solid var(--brass);
}
.chain b {
  display: grid;
  place-items: center;
  min-width: 36px;
  height: 34px;
  padding: 0 6px;
  border-radius: 17px;
  background: var(--brass-text);
  color: rgb(var(--v-theme-surface));
}
</style>
