<script setup lang="ts">
import { mdiContentCopy, mdiDotsVertical, mdiDrag, mdiEyeOutline, mdiTrashCanOutline } from '@mdi/js'
import { computed } from 'vue'
import type { PrizeSlice, SliceNumbers } from '../api/types'
import { money } from '../shared/money'
import { shortDay } from '../shared/when'
import SliceMark from './SliceMark.vue'
import WeightStepper from './WeightStepper.vue'
import { chanceWords } from './slices'

/** A slice in one line: what stands on it, how likely, how much is left, what it brings. */
const props = defineProps<{
  number: number
  numbers?: SliceNumbers
  currency: string
  prizeName: string
  open: boolean
  removable: boolean
  soon: boolean
  path: string
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{ open: []; move: [by: number]; copy: []; remove: [] }>()
const slice = defineModel<PrizeSlice>({ required: true })

const name = computed(() => slice.value.label || `slice ${props.number}`)
const stock = computed(() => {
  const left = props.numbers?.left ?? slice.value.pieces
  if (left === undefined || left === null) return null
  return {
    left: left === 0 ? 'none left' : `${left.toLocaleString('en-GB')} left`,
    till: left > 0 && props.numbers?.runsOut ? `till ${shortDay(props.numbers.runsOut)}` : '',
  }
})
const given = computed(() => {
  const { kind } = slice.value.prize
  if (kind === 'NONE') return ''
  return kind === 'WORDS' ? 'in words' : 'an offer'
})
</script>

<template>
  <div :id="`slice-${slice.id}`" class="slice" :class="{ open }">
    <v-btn
      class="handle"
      size="small"
      variant="text"
      :icon="mdiDrag"
      :aria-label="`Move ${name}: arrow keys up and down`"
      @keydown.up.prevent="emit('move', -1)"
      @keydown.down.prevent="emit('move', 1)"
    />
    <SliceMark :slice="slice" />
    <input
      v-model="slice.label"
      class="label"
      maxlength="24"
      placeholder="What stands on it"
      :aria-label="`Slice ${number}: what stands on it`"
      :aria-invalid="!!problemAt(`${path}.label`)"
    />
    <WeightStepper
      v-model="slice.weight"
      :label="`Weight of ${name}`"
      :problem="problemAt(`${path}.weight`)"
    />
    <span class="chance">{{ chanceWords(numbers) }}</span>
    <span class="stock">
      <template v-if="stock"
        ><b>{{ stock.left }}</b
        ><template v-if="stock.till"> · {{ stock.till }}</template>
        <v-icon v-if="soon" :icon="mdiEyeOutline" size="16" color="#835312" aria-label="worth a look" />
      </template>
      <template v-else>no limit</template>
    </span>
    <button
      type="button"
      class="prize"
      :aria-expanded="open"
      :aria-label="`What ${name} brings`"
      @click="emit('open')"
    >
      <template v-if="slice.prize.kind === 'NONE'"><span class="quiet">No prize</span></template>
      <template v-else
        ><span class="what">{{ slice.prize.title || prizeName || slice.label }}</span
        ><small>{{ given }} · {{ money(slice.cost, currency) }}</small></template
      >
    </button>
    <v-menu>
      <template #activator="{ props: menu }">
        <v-btn
          v-bind="menu"
          size="small"
          variant="text"
          :icon="mdiDotsVertical"
          :aria-label="`More for ${name}`"
        />
      </template>
      <v-list density="compact">
        <v-list-item title="Copy the slice" :prepend-icon="mdiContentCopy" @click="emit('copy')" />
        <v-list-item
          title="Remove the slice"
          :prepend-icon="mdiTrashCanOutline"
          :disabled="!removable"
          @click="emit('remove')"
        />
      </v-list>
    </v-menu>
  </div>
</template>

<style scoped>
.slice {
  display: grid;
  grid-template-columns:
    30px 26px minmax(110px, 1fr) 98px 120px minmax(126px, 0.8fr) minmax(104px, 1fr)
    30px;
  align-items: center;
  gap: 4px 8px;
  border-bottom: 1px solid var(--line);
  padding: 3px 0;
  font-size: 13px;
}
.slice .v-btn {
  width: 30px;
  height: 30px;
}
.label {
  font-weight: 600;
  font-size: 15px;
  min-width: 0;
  height: 32px;
  padding: 0 6px;
  border: 1px solid transparent;
  border-radius: 7px;
}
.label:hover,
.label:focus {
  border-color: var(--line);
}
.prize {
  text-align: left;
  display: grid;
  line-height: 1.25;
  padding: 4px 6px;
  border-radius: 7px;
  min-height: 36px;
  align-content: center;
  overflow-wrap: anywhere;
}
.prize:hover,
.open .prize {
  background: rgb(var(--v-theme-background));
}
.prize small {
  color: var(--quiet);
  font-size: 12px;
}
.what {
  font-size: 14px;
}
.stock {
  color: var(--quiet);
}
.stock b {
  color: rgb(var(--v-theme-on-surface));
}
@media (max-width: 700px) {
  .slice {
    grid-template-columns: 30px 26px minmax(0, 1fr) 30px;
    padding: 8px 0;
  }
  .slice > :last-child {
    grid-column: 4;
    grid-row: 1;
  }
  .slice > .stepper,
  .chance,
  .stock,
  .prize {
    grid-column: 3 / -1;
    justify-self: start;
  }
}
</style>
