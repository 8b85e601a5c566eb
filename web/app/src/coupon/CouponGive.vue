<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Coupon, OfferSettings, OfferView } from '../api/types'
import OfferNaming from '../business/OfferNaming.vue'
import { useWritten } from '../email/useWritten'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SavedNote from '../shared/SavedNote.vue'
import SizeChoice from '../shared/SizeChoice.vue'
import Workbench from '../shared/Workbench.vue'
import type { Document } from '../shared/saving/useDocument'
import { usePagePreview } from '../shared/usePagePreview'
import CodesSoFar from './CodesSoFar.vue'
import LimitFields from './LimitFields.vue'
import SourceFields from './SourceFields.vue'
import { useCoupon } from './useCoupon'
import WorthFields from './WorthFields.vue'

/** The Give stop of a coupon: worth, codes, limits, the way to the shop; right what a visitor gets. */
const props = defineProps<{ view: OfferView; settings: Document<OfferSettings> }>()
const emit = defineEmits<{ refresh: [] }>()
const calls = useCoupon(props.view.offer.id)
const WHERE = ['Page', 'Email', 'The form’s answer'] as const
const SIZES = ['Desktop', 'Phone'] as const
const where = ref<string>('Page')
const size = ref<string>('Desktop')

const doc = computed(() => props.settings.value.value)
const coupon = computed({
  get: () => doc.value?.gives as Coupon,
  set: (next) => (doc.value!.gives = next),
})

const { answer: page, fault } = usePagePreview(props.view.offer.id, () => {
  const { confirm, handOver, gives } = doc.value ?? props.view.offer.settings
  const answers = where.value === 'The form’s answer'
  return {
    words: answers ? (confirm.on ? confirm.waiting : confirm.confirmed) : handOver.page,
    // The answer holds the code only where it is handed over on the spot.
    withFiles: !answers || handOver.onTheSpot,
    withSteps: answers && confirm.on,
    colours: confirm.pages.colours,
    gives,
  }
})
const written = useWritten(() =>
  where.value === 'Email' && doc.value
    ? {
        content: doc.value.handOver.email,
        kind: 'DELIVERY',
        offerId: props.view.offer.id,
        gives: doc.value.gives,
      }
    : null,
)
const emailHtml = computed(() => written.answer?.html ?? '')
const emailFault = computed(() => written.fault)
const problemAt = props.settings.problemAt
</script>

<template>
  <Workbench wide>
    <template #settings>
      <template v-if="doc && coupon.terms">
        <div class="row spread">
          <h2>What it is worth</h2>
          <SavedNote :document="settings as Document<unknown>" />
        </div>
        <WorthFields v-model="coupon" :problem-at="problemAt" />
        <hr />
        <h3>Where codes come from</h3>
        <SourceFields v-model="coupon" :calls="calls" :problem-at="problemAt" />
        <hr />
        <h3>When it is taken</h3>
        <LimitFields v-model="coupon" :problem-at="problemAt" />
        <v-text-field
          id="shop"
          v-model="coupon.shop"
          label="Address of the shop"
          placeholder="https://shop.example/?code={{code}}"
          hint="{{code}} in it takes the code along."
          persistent-hint
          :error-messages="problemAt('gives.shop')"
        />
        <hr />
        <CodesSoFar
          :calls="calls"
          :offer-id="view.offer.id"
          :pool="coupon.source === 'POOL'"
          @changed="emit('refresh')"
        />
        <hr />
      </template>
      <OfferNaming :settings="settings" />
    </template>
    <template #preview>
      <div class="row spread">
        <SizeChoice v-model="where" :sizes="WHERE" />
        <SizeChoice v-model="size" :sizes="SIZES" />
      </div>
      <PreviewFrame
        v-if="where !== 'Email'"
        :fault="fault"
        :html="page?.html ?? ''"
        :phone="size === 'Phone'"
        :title="where === 'Page' ? 'The page behind their link' : 'What the form answers'"
      />
      <PreviewFrame
        v-else
        :fault="emailFault"
        :html="emailHtml"
        :phone="size === 'Phone'"
        title="The delivery email"
      />
    </template>
  </Workbench>
</template>

<style scoped>
hr {
  margin: 2px 0;
  border: 0;
  border-top: 1px solid var(--line);
  width: 100%;
}
</style>
