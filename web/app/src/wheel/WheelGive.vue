<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { VueDraggable } from 'vue-draggable-plus'
import type { OfferSettings, OfferView, PrizeWheel } from '../api/types'
import OfferNaming from '../business/OfferNaming.vue'
import PreviewFrame from '../shared/PreviewFrame.vue'
import SavedNote from '../shared/SavedNote.vue'
import SizeChoice from '../shared/SizeChoice.vue'
import Workbench from '../shared/Workbench.vue'
import type { Document } from '../shared/saving/useDocument'
import { useLoaded } from '../shared/useLoaded'
import { useReorder } from '../shared/useReorder'
import CostPanel from './CostPanel.vue'
import FitDialog from './FitDialog.vue'
import LimitFields from './LimitFields.vue'
import LooksFields from './LooksFields.vue'
import SeenPanel from './SeenPanel.vue'
import SliceFields from './SliceFields.vue'
import SliceRow from './SliceRow.vue'
import WordsFields from './WordsFields.vue'
import { copyOf, FEWEST_SLICES, freshSlice, MOST_SLICES, sum } from './slices'
import { useTriedWheel, useWheel, useWheelNumbers } from './useWheel'
import { useTakeOut } from '../shared/saving/useTakeOut'
import { useInAddress } from '../shared/useInAddress'

/** The Give stop of a wheel: slices, what they cost, limits; right the wheel, to be tried. */
const props = defineProps<{ view: OfferView; settings: Document<OfferSettings> }>()
const offerId = props.view.offer.id
const calls = useWheel(offerId)
const doc = computed(() => props.settings.value.value)
const wheel = computed({
  get: () => doc.value?.gives as PrizeWheel | undefined,
  set: (next) => (doc.value!.gives = next!),
})
const problemAt = props.settings.problemAt
const SIZES = ['Desktop', 'Phone'] as const
const size = ref<string>('Phone')
const open = useInAddress<string>('slice', '')
const fitting = ref(false)
const { answer: numbers, fault: uncounted } = useWheelNumbers(offerId, () =>
  wheel.value?.slices ? wheel.value : null,
)
const { answer: tried, fault } = useTriedWheel(offerId, () => (wheel.value?.slices ? wheel.value : null))
const { value: offers } = useLoaded(calls.prizes)

const slices = computed({
  get: () => wheel.value?.slices ?? [],
  set: (all) => (wheel.value!.slices = all),
})
const { move } = useReorder(
  slices,
  (place) => document.querySelectorAll<HTMLElement>('#slices .handle')[place],
)
const of = (id: string) => numbers.value?.slices.find((one) => one.id === id)
const prizeName = (id?: number) => offers.value?.find((offer) => offer.id === id)?.name ?? ''
const soon = computed(() =>
  props.view.findings
    .filter(({ code }) => code === 'slice_runs_out' || code === 'slice_empty')
    .map(({ control }) => control.replace(/^slice-/, '')),
)

function add() {
  const slice = freshSlice(wheel.value!)
  slices.value.push(slice)
  open.value = slice.id
  void nextTick(() => document.querySelector<HTMLElement>(`#slice-${slice.id} .label`)?.focus())
}

/** A line of Readiness leads to a slice by its name in the address. */
const route = useRoute()
watch(
  () => route.hash,
  (hash) => {
    const [, key] = /^#slice-([a-z0-9]+)$/.exec(hash) ?? []
    if (key) open.value = key
  },
  { immediate: true },
)

const takeOut = useTakeOut()
</script>

<template>
  <Workbench wider>
    <template #settings>
      <div class="row spread">
        <h2>Slices</h2>
        <SavedNote :document="settings as Document<unknown>" />
      </div>
      <template v-if="wheel?.slices">
        <div class="table">
          <div class="head small quiet" aria-hidden="true">
            <span>On the wheel</span><span>Weight</span><span>Chance</span><span>Stock</span
            ><span>What they get</span>
          </div>
          <VueDraggable id="slices" v-model="wheel.slices" handle=".handle">
            <div v-for="(slice, i) in wheel.slices" :key="slice.id">
              <SliceRow
                v-model="wheel.slices[i]!"
                :number="i + 1"
                :numbers="of(slice.id)"
                :currency="wheel.currency"
                :prize-name="prizeName(slice.prize.offerId)"
                :open="open === slice.id"
                :removable="wheel.slices.length > FEWEST_SLICES"
                :soon="soon.includes(slice.id)"
                :path="`gives.slices[${i}]`"
                :problem-at="problemAt"
                @open="open = open === slice.id ? '' : slice.id"
                @move="move(i, $event)"
                @copy="wheel.slices.splice(i + 1, 0, copyOf(slice))"
                @remove="takeOut(`The slice “${slice.label}”`, () => wheel!.slices.splice(i, 1))"
              />
              <SliceFields
                v-if="open === slice.id"
                v-model="wheel.slices[i]!"
                :currency="wheel.currency"
                :offers="offers ?? []"
                :path="`gives.slices[${i}]`"
                :problem-at="problemAt"
              />
            </div>
          </VueDraggable>
        </div>
        <div class="row spread">
          <v-btn
            size="small"
            :prepend-icon="mdiPlus"
            :disabled="wheel.slices.length >= MOST_SLICES"
            @click="add"
            >Add a slice</v-btn
          >
          <span class="small quiet">weights add up to {{ sum(wheel.slices).toLocaleString('en-GB') }}</span>
        </div>
        <p v-if="uncounted" class="grave small" role="alert">Chances are as they were. {{ uncounted }}</p>
        <template v-if="numbers">
          <CostPanel :numbers="numbers" :currency="wheel.currency" @fit="fitting = true" />
          <SeenPanel v-if="numbers.counts.spins" :slices="wheel.slices" :numbers="numbers" />
        </template>
        <div class="row">
          <v-btn size="small" :to="`/offers/${offerId}/spins`">All spins</v-btn>
          <span v-if="numbers?.counts.spins" class="small quiet"
            >{{ numbers.counts.won }} won · {{ numbers.counts.reserved }} waiting ·
            {{ numbers.counts.freed }} free again · {{ numbers.counts.used }} used</span
          >
        </div>
        <hr />
        <h3>How often one may spin</h3>
        <LimitFields v-model="wheel.rules" :numbers="numbers" :problem-at="problemAt" />
        <hr />
        <LooksFields v-model="wheel.looks" :problem-at="problemAt" />
        <WordsFields v-model="wheel" :offer-id="offerId" :problem-at="problemAt" />
        <FitDialog v-if="fitting" v-model:open="fitting" v-model:wheel="wheel" :offer-id="offerId" />
        <hr />
      </template>
      <OfferNaming :settings="settings" />
    </template>
    <template #preview>
      <div class="row">
        <SizeChoice v-model="size" :sizes="SIZES" />
        <span class="small">what a visitor gets: try it</span>
      </div>
      <PreviewFrame
        live
        :fault="fault"
        :html="tried?.html ?? ''"
        :phone="size === 'Phone'"
        title="The wheel, to be tried"
      />
    </template>
  </Workbench>
</template>

<style scoped>
hr {
  border: 0;
  border-top: 1px solid var(--line);
  width: 100%;
  margin: 2px 0;
}
.head {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) 98px 120px minmax(126px, 0.8fr) minmax(104px, 1fr);
  gap: 8px;
  padding: 0 30px 4px 79px;
  border-bottom: 1px solid var(--line);
}
@media (max-width: 700px) {
  .head {
    display: none;
  }
}
</style>
