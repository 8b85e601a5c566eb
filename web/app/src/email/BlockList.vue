<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { nextTick, ref, useTemplateRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { EmailBlock, EmailKind } from '../api/types'
import { useReorder } from '../shared/useReorder'
import BlockCard from './BlockCard.vue'
import { fresh, kindsFor } from './blocks'

/** Blocks from top to bottom: dragged by their handles, or moved by Alt and an arrow key. One is open at a time. */
const props = defineProps<{
  kind: EmailKind
  path: string
  problemAt(field: string): string | undefined
  /** Of the email itself, not of a column. */
  top?: boolean
}>()
const blocks = defineModel<EmailBlock[]>({ required: true })
const open = ref(-1)
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
  blocks.value.splice(i, 1)
  open.value = -1
  await focus(Math.min(i, blocks.value.length - 1))
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
    <VueDraggable v-model="blocks" handle=".handle" class="blocks" @start="open = -1">
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
