<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { nextTick, ref, useTemplateRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { EmailBlock, EmailKind } from '../api/types'
import { useReorder } from '../shared/useReorder'
import BlockCard from './BlockCard.vue'
import { focusHandle, fresh, inShort, kindsFor } from './blocks'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** Blocks from top to bottom: dragged by their handles, or moved by Alt and an arrow key. One is open at a time. */
const props = defineProps<{
  kind: EmailKind
  path: string
  problemAt(field: string): string | undefined
  /** Of the email itself, not of a column. */
  top?: boolean
}>()
const blocks = defineModel<EmailBlock[]>({ required: true })
/** A block of a column is to go to the one beside it, or out. */
const emit = defineEmits<{ across: [at: { place: number; by: 1 | -1 }] }>()
const open = ref(-1)
const takeOut = useTakeOut()
const list = useTemplateRef<HTMLElement>('list')
const kinds = kindsFor(props.kind).filter((k) => props.top || k.kind !== 'COLUMNS')

async function add(kind: EmailBlock['kind'], at = blocks.value.length) {
  blocks.value.splice(at, 0, fresh(kind, props.kind))
  open.value = at
  await nextTick()
  list.value
    ?.querySelector<HTMLElement>(
      `:scope > .blocks > [data-block="${at}"] .open :is(input, [contenteditable])`,
    )
    ?.focus()
}

const { move: moveBlock, focus } = useReorder(blocks, (i) => handle(i))

async function move(i: number, by: number) {
  const wasOpen = open.value === i
  open.value = -1
  const to = await moveBlock(i, by)
  open.value = wasOpen ? to : -1
}

async function remove(i: number) {
  takeOut(`“${inShort(blocks.value[i]!)}”`, () => blocks.value.splice(i, 1))
  open.value = -1
  await focus(Math.min(i, blocks.value.length - 1))
}

/** By key: into the columns below or above it, or, in a column, on to the next one. */
function across(i: number, by: 1 | -1) {
  if (!props.top) {
    emit('across', { place: i, by })
    return
  }
  const into = [i + 1, i - 1].find((at) => blocks.value[at]?.kind === 'COLUMNS')
  if (into === undefined || blocks.value[i]?.kind === 'COLUMNS') {
    return
  }
  open.value = -1
  const column = blocks.value[into]!.columns[0]!.blocks
  const [moved] = blocks.value.splice(i, 1)
  column.splice(into > i ? 0 : column.length, 0, moved!)
  const at = into > i ? into - 1 : into
  void focusHandle(`${props.path}[${at}].columns[0].blocks[${into > i ? 0 : column.length - 1}]`)
}

/** A block that left the columns at a place stands before or behind them. */
function takeIn(i: number, block: EmailBlock, by: 1 | -1) {
  const at = by < 0 ? i : i + 1
  blocks.value.splice(at, 0, block)
  void focusHandle(`${props.path}[${at}]`)
}

/** Blocks are dragged from list to list, but for columns into columns. */
const group = {
  name: 'blocks',
  put: (_to: unknown, _from: unknown, dragged: HTMLElement) =>
    props.top === true || !dragged.classList.contains('wide'),
}

function copy(i: number) {
  blocks.value.splice(i + 1, 0, JSON.parse(JSON.stringify(blocks.value[i])))
  open.value = i + 1
}

const handle = (i: number) =>
  list.value?.querySelector<HTMLElement>(`:scope > .blocks > [data-block="${i}"] > .handle`)
</script>

<template>
  <div ref="list" class="list" :class="{ top }">
    <VueDraggable v-model="blocks" handle=".handle" class="blocks" :group="group" @start="open = -1">
      <BlockCard
        v-for="(_, i) in blocks"
        :key="i"
        v-model="blocks[i]!"
        :data-block="i"
        :kind="kind"
        :number="i + 1"
        :open="i === open"
        :path="`${path}[${i}]`"
        :problem-at="problemAt"
        @open="open = i === open ? -1 : i"
        @move="move(i, $event)"
        @across="across(i, $event)"
        @out="(block, by) => takeIn(i, block, by)"
        @remove="remove(i)"
        @copy="copy(i)"
        @insert="add($event, i + 1)"
      />
    </VueDraggable>
    <p v-if="blocks.length === 0" class="small quiet empty">Nothing here yet. Begin with some text.</p>
    <v-menu>
      <template #activator="{ props: activator }">
        <v-btn size="small" v-bind="activator" :prepend-icon="mdiPlus">Add a block</v-btn>
      </template>
      <v-list density="compact">
        <v-list-item
          v-for="k in kinds"
          :key="k.kind"
          :title="k.words"
          :prepend-icon="k.icon"
          @click="add(k.kind)"
        />
      </v-list>
    </v-menu>
  </div>
</template>

<style scoped>
.list {
  display: grid;
  gap: 8px;
  justify-items: start;
}
.blocks {
  width: 100%;
  display: grid;
  gap: 2px;
}
.top > .blocks {
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 6px;
  max-height: 620px;
  overflow: auto;
}
.empty {
  padding: 8px;
}
</style>
