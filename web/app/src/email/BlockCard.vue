<script setup lang="ts">
import { mdiContentCopy, mdiDrag, mdiTrashCanOutline } from '@mdi/js'
import { computed } from 'vue'
import type { EmailBlock, EmailKind } from '../api/types'
import { useTakeOut } from '../shared/saving/useTakeOut'
import BlockFields from './BlockFields.vue'
import BlockList from './BlockList.vue'
import BlockShown from './BlockShown.vue'
import { focusHandle, inShort, wordsOf } from './blocks'

/** One block: as it reads while it is closed, its fields while it is open. */
const props = defineProps<{
  kind: EmailKind
  number: number
  open: boolean
  path: string
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{
  open: []
  move: [by: number]
  /** Into the columns beside it, to the next column, or out of them: -1 to the left. */
  across: [by: 1 | -1]
  /** A block leaves these columns to the left or right. */
  out: [block: EmailBlock, by: 1 | -1]
  remove: []
  copy: []
  insert: [kind: EmailBlock['kind']]
}>()
const block = defineModel<EmailBlock>({ required: true })
const takeOut = useTakeOut()
const name = computed(() => `block ${props.number}, ${inShort(block.value)}`)
const wrong = computed(() =>
  ['html', 'label', 'href', 'alt', 'columns', 'links'].some((field) =>
    props.problemAt(`${props.path}.${field}`),
  ),
)

function columns(n: number) {
  const now = block.value.columns
  if (n > now.length) {
    block.value.columns = [...now, { blocks: [] }]
  } else if (n < now.length) {
    takeOut('The last column', () => (block.value.columns = now.slice(0, n)))
  }
}

/** A block goes to the column beside its own, or out where there is none. */
function across(column: number, place: number, by: 1 | -1) {
  const [moved] = block.value.columns[column]!.blocks.splice(place, 1)
  const beside = block.value.columns[column + by]
  if (beside) {
    beside.blocks.push(moved!)
    void focusHandle(`${props.path}.columns[${column + by}].blocks[${beside.blocks.length - 1}]`)
  } else {
    emit('out', moved!, by)
  }
}
</script>

<template>
  <div class="card" :data-path="path" :class="{ open, wrong, wide: block.kind === 'COLUMNS' }">
    <button
      type="button"
      class="handle"
      :aria-label="`Move ${name}: Alt and an arrow key, left and right for columns. Delete removes it.`"
      @keydown.alt.up.prevent="emit('move', -1)"
      @keydown.alt.down.prevent="emit('move', 1)"
      @keydown.alt.left.prevent="emit('across', -1)"
      @keydown.alt.right.prevent="emit('across', 1)"
      @keydown.delete.prevent="emit('remove')"
    >
      <v-icon :icon="mdiDrag" size="18" />
    </button>
    <div v-if="block.kind === 'COLUMNS'" class="open columns">
      <div class="row small quiet">
        <span>{{ wordsOf(block.kind) }}</span>
        <button
          v-for="n in [2, 3]"
          :key="n"
          type="button"
          :aria-pressed="block.columns.length === n"
          class="n"
          @click="columns(n)"
        >
          {{ n }}
        </button>
      </div>
      <div class="side" :style="{ '--n': block.columns.length }">
        <BlockList
          v-for="(column, c) in block.columns"
          :key="c"
          v-model="column.blocks"
          :kind="kind"
          :path="`${path}.columns[${c}].blocks`"
          :problem-at="problemAt"
          @across="across(c, $event.place, $event.by)"
        />
      </div>
    </div>
    <BlockFields
      v-else-if="open"
      v-model="block"
      class="open"
      :kind="kind"
      :path="path"
      :problem-at="problemAt"
      @insert="emit('insert', $event)"
    />
    <button v-else type="button" class="shown" :aria-label="`Change ${name}`" @click="emit('open')">
      <BlockShown :block="block" />
    </button>
    <span class="acts">
      <button v-if="open" type="button" class="small done" @click="emit('open')">Done</button>
      <button type="button" :aria-label="`Copy ${name}`" @click="emit('copy')">
        <v-icon :icon="mdiContentCopy" size="16" />
      </button>
      <button type="button" :aria-label="`Remove ${name}`" @click="emit('remove')">
        <v-icon :icon="mdiTrashCanOutline" size="16" />
      </button>
    </span>
  </div>
</template>

<style scoped>
.card {
  position: relative;
  display: grid;
  grid-template-columns: 22px minmax(0, 1fr);
  gap: 4px;
  align-items: start;
  border-radius: 8px;
  padding: 3px 4px;
  border: 1px solid transparent;
}
.card:hover,
.card:focus-within {
  background: color-mix(in srgb, var(--sand) 60%, transparent);
}
.card.open {
  border-color: rgb(var(--v-theme-primary));
  background: rgb(var(--v-theme-surface));
}
.card.wrong {
  border-color: rgb(var(--v-theme-error));
}
.handle {
  cursor: grab;
  color: var(--quiet);
  padding-top: 5px;
}
.shown {
  text-align: left;
  padding: 4px 2px;
  min-height: 28px;
  width: 100%;
}
.acts {
  position: absolute;
  top: 2px;
  right: 2px;
  border-radius: 8px;
  background: rgb(var(--v-theme-surface));
  display: flex;
  gap: 6px;
  padding: 4px 2px;
  color: var(--quiet);
  visibility: hidden;
}
.card:hover > .acts,
.card:focus-within > .acts {
  visibility: visible;
}
/* Beneath what is being written, where they cover none of its tools. */
.card.open > .acts {
  position: static;
  grid-column: 2;
  justify-content: end;
  align-items: center;
  visibility: visible;
}
.done {
  text-decoration: underline;
}
.side {
  display: grid;
  grid-template-columns: repeat(var(--n), minmax(0, 1fr));
  gap: 8px;
}
.n {
  padding: 0 7px;
  border-radius: 6px;
}
.n[aria-pressed='true'] {
  background: rgb(var(--v-theme-primary));
  color: rgb(var(--v-theme-on-primary));
}
</style>
