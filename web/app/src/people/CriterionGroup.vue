<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { computed, ref } from 'vue'
import type { Criterion } from '../api/types'
import ConditionEditor from './ConditionEditor.vue'
import { chipWords, countOf, group, type Names } from './criteria'

/** A group of conditions as chips that read like a sentence; groups in it stand in brackets of their own. */
const props = withDefaults(
  defineProps<{ names: Names; level?: number; label?: string; usual?: Criterion['match'] }>(),
  {
    level: 1,
    usual: 'ALL',
    label: 'Conditions',
  },
)
const emit = defineEmits<{ remove: [] }>()
const criterion = defineModel<Criterion>({ required: true })
const MOST_LEVELS = 4
const MOST_CONDITIONS = 40
/** Which part is open: its place, or one past the last for a new one. */
const open = ref(-1)

const MATCHES = [
  { title: 'all of these', value: 'ALL' },
  { title: 'any of these', value: 'ANY' },
  { title: 'none of these', value: 'NONE' },
] as const
const joint = computed(() => (criterion.value.match === 'ALL' ? 'and' : 'or'))
const isFull = computed(() => countOf(criterion.value) >= MOST_CONDITIONS)

function setParts(parts: Criterion[]) {
  criterion.value = { ...criterion.value, parts }
}

function put(place: number, part: Criterion) {
  const parts = [...criterion.value.parts]
  parts[place] = part
  setParts(parts)
  open.value = -1
}

const remove = (place: number) => setParts(criterion.value.parts.filter((_, i) => i !== place))
const words = (part: Criterion) => chipWords(part, props.names)
const asText = (part: Criterion) => {
  const { lead, value } = words(part)
  return [lead, value].filter(Boolean).join(' ')
}
</script>

<template>
  <div class="group" :class="{ inner: level > 1 }" role="group" :aria-label="label">
    <v-select
      v-if="level > 1 || criterion.parts.length > 1 || criterion.match !== usual"
      class="match"
      density="compact"
      hide-details
      aria-label="How these go together"
      :items="MATCHES"
      :model-value="criterion.match"
      @update:model-value="criterion = { ...criterion, match: $event }"
    />
    <template v-for="(part, i) in criterion.parts" :key="i">
      <span v-if="i > 0" class="quiet small">{{ joint }}</span>
      <CriterionGroup
        v-if="part.kind === 'GROUP'"
        :model-value="part"
        :names="names"
        :level="level + 1"
        label="Conditions in brackets"
        @update:model-value="put(i, $event)"
        @remove="remove(i)"
      />
      <span v-else class="chip">
        <v-menu
          :model-value="open === i"
          :close-on-content-click="false"
          @update:model-value="open = $event ? i : -1"
        >
          <template #activator="{ props: activator }">
            <button type="button" class="what" v-bind="activator">
              {{ words(part).lead }} <strong v-if="words(part).value">{{ words(part).value }}</strong>
            </button>
          </template>
          <v-card
            ><ConditionEditor :names="names" :was="part" @done="put(i, $event)" @cancel="open = -1"
          /></v-card>
        </v-menu>
        <button type="button" class="off" :aria-label="`Remove: ${asText(part)}`" @click="remove(i)">
          <v-icon :icon="mdiClose" size="14" />
        </button>
      </span>
    </template>
    <v-menu
      :model-value="open === criterion.parts.length"
      :close-on-content-click="false"
      @update:model-value="open = $event ? criterion.parts.length : -1"
    >
      <template #activator="{ props: activator }">
        <v-btn
          class="add"
          :aria-label="level > 1 ? 'Add to the brackets' : 'Add a condition'"
          size="small"
          variant="outlined"
          :prepend-icon="mdiPlus"
          :disabled="isFull"
          v-bind="activator"
          >{{ level > 1 ? 'Add' : 'Add a condition' }}</v-btn
        >
      </template>
      <v-card>
        <ConditionEditor :names="names" @done="put(criterion.parts.length, $event)" @cancel="open = -1" />
      </v-card>
    </v-menu>
    <v-btn
      v-if="level < MOST_LEVELS && criterion.parts.length > 1"
      size="small"
      variant="text"
      @click="put(criterion.parts.length, group('ANY'))"
      >Add brackets</v-btn
    >
    <button
      v-if="level > 1"
      type="button"
      class="off"
      aria-label="Remove these brackets"
      @click="emit('remove')"
    >
      <v-icon :icon="mdiClose" size="14" />
    </button>
    <slot />
  </div>
</template>

<style scoped>
.group {
  min-width: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}
.inner {
  border: 1px solid var(--line);
  border-left: 3px solid var(--brass);
  border-radius: 10px;
  padding: 6px 8px;
}
.match {
  flex: 0 0 170px;
}
.chip {
  max-width: 100%;
  overflow-wrap: anywhere;
  display: inline-flex;
  align-items: center;
  min-height: 36px;
  border: 1px solid var(--outline);
  border-radius: 10px;
  background: rgb(var(--v-theme-surface));
}
.what {
  padding: 5px 4px 5px 12px;
  text-align: left;
}
.off {
  min-width: 28px;
  min-height: 28px;
}
.add {
  border-style: dashed;
}
</style>
