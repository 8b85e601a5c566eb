<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Coupon } from '../api/types'
import NumberField from '../shared/NumberField.vue'
import OptionCards from '../shared/OptionCards.vue'
import { useLatest } from '../shared/useLatest'
import type { CouponCalls } from './useCoupon'

/** Where a coupon’s codes come from, what they look like, and how a typed one reads. */
const props = defineProps<{ calls: CouponCalls; problemAt(field: string): string | undefined }>()
const coupon = defineModel<Coupon>({ required: true })
const typed = ref('')

const SOURCES = [
  { value: 'MADE', words: 'One for each person', sentence: 'made here as they come' },
  { value: 'SHARED', words: 'The same for all', sentence: 'one word you choose' },
  { value: 'POOL', words: 'From my list', sentence: 'a CSV of codes' },
] as const

const READS = {
  OK: 'That reads well: it looks like one of yours.',
  MISTYPED: 'A slip of the pen: one sign is wrong.',
  MALFORMED: 'That does not look like one of your codes.',
}

const source = computed({
  get: () => coupon.value.source,
  set: (next: Coupon['source']) => {
    coupon.value.source = next
    if (next === 'SHARED') {
      // A shop cannot tell who got a shared code when.
      coupon.value.terms.endsAfterDays = undefined
    }
  },
})

const { answer } = useLatest(
  () => ({ coupon: coupon.value, typed: typed.value }),
  (now) => props.calls.read(now.coupon, now.typed),
  200,
)
const signs = computed(() => [...(answer.value?.sample ?? '')])
</script>

<template>
  <OptionCards v-model="source" :choices="SOURCES" label="Where codes come from" />
  <template v-if="coupon.source === 'MADE'">
    <div class="row">
      <p class="sample" aria-label="A code as they will look">
        <span
          v-for="(sign, i) in signs"
          :key="i"
          :class="{ sign: sign !== '-', check: i === signs.length - 1 }"
          >{{ sign }}</span
        >
      </p>
      <p class="small quiet told">
        The last sign is a check: a slip of the pen is told apart from a code that is not yours.
      </p>
    </div>
    <div class="row fields">
      <v-text-field
        v-model="coupon.shape.prefix"
        label="Begins with"
        placeholder="nothing"
        maxlength="12"
        :error-messages="problemAt('gives.shape.prefix')"
      />
      <NumberField
        v-model="coupon.shape.symbols"
        label="Characters"
        min="6"
        max="12"
        :error-messages="problemAt('gives.shape.symbols')"
      />
      <v-text-field
        v-model="typed"
        label="Test a code"
        :messages="typed && answer ? READS[answer.status] : ''"
      />
    </div>
  </template>
  <v-text-field
    v-else-if="coupon.source === 'SHARED'"
    id="shared"
    v-model="coupon.shared"
    label="The code"
    placeholder="AUTUMN12"
    maxlength="40"
    :error-messages="problemAt('gives.shared')"
  />
  <v-text-field
    v-else
    v-model="coupon.fallback"
    label="When the list is empty, give"
    placeholder="nothing: the offer stops asking"
    maxlength="40"
    :error-messages="problemAt('gives.fallback')"
  />
</template>

<style scoped>
.sample {
  display: flex;
  align-items: center;
  gap: 3px;
  font:
    650 18px 'Bricolage Grotesque Variable',
    sans-serif;
  color: var(--brass-text);
}
.sign {
  min-width: 23px;
  padding: 2px 3px;
  text-align: center;
  border-radius: 6px;
  background: var(--sand);
  color: rgb(var(--v-theme-on-surface));
}
.check {
  border-radius: 50%;
  background: var(--brass-text);
  color: rgb(var(--v-theme-surface));
}
.told {
  flex: 1 1 180px;
}
.fields {
  align-items: start;
}
.fields > * {
  flex: 1 1 110px;
}
</style>
