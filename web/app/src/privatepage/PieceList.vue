<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, nextTick, useTemplateRef } from 'vue'
import { VueDraggable } from 'vue-draggable-plus'
import type { OfferView, PageView, Piece, PieceContent } from '../api/types'
import { useReorder } from '../shared/useReorder'
import PieceCard from './PieceCard.vue'
import { freshPiece, MOST_PIECES, PIECE_KINDS } from './pieces'
import { useTakeOut } from '../shared/saving/useTakeOut'
import { useInAddress } from '../shared/useInAddress'

/** The pieces of a page in order: dragged by their handles, or moved by Alt and an arrow key. One is open at a time. */
const props = defineProps<{
  offerId: number
  page: PageView
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{ changed: [view: OfferView] }>()
const pieces = defineModel<Piece[]>({ required: true })
/** Number of the piece that is open; 0 for none. */
const opened = useInAddress<string>('piece', '')
/** The piece that is open; 0 for none. */
const open = computed({
  get: () => Number(opened.value),
  set: (id: number) => (opened.value = id ? String(id) : ''),
})
const takeOut = useTakeOut()
const list = useTemplateRef<HTMLElement>('list')

const handle = (i: number) => list.value?.querySelector<HTMLElement>(`#piece-${pieces.value[i]?.id} .handle`)
const { move, focus } = useReorder(pieces, handle)

const known = () => props.page.pieces.map(({ piece }) => piece)

async function add(kind: PieceContent['kind']) {
  const piece = freshPiece(kind, pieces.value, known())
  pieces.value.push(piece)
  open.value = piece.id
  await nextTick()
  const card = list.value?.querySelector<HTMLElement>(`#piece-${piece.id}`)
  card?.querySelector<HTMLElement>('input:not([type=file]), [contenteditable]')?.focus()
  card?.scrollIntoView({ block: 'nearest' })
}

function copy(i: number) {
  const twin: Piece = JSON.parse(JSON.stringify(pieces.value[i]))
  twin.id = freshPiece('WORDS', pieces.value, known()).id
  pieces.value.splice(i + 1, 0, twin)
}

async function remove(i: number) {
  takeOut(`Piece ${i + 1}`, () => pieces.value.splice(i, 1))
  await focus(Math.min(i, pieces.value.length - 1))
}
</script>

<template>
  <div ref="list" class="stack tight">
    <div v-if="pieces.length" class="columns small quiet" aria-hidden="true">
      <span class="first">Pieces, in order</span><span class="opens">Opens</span
      ><span class="played">Played</span>
    </div>
    <VueDraggable id="pieces" v-model="pieces" handle=".handle">
      <PieceCard
        v-for="(piece, i) in pieces"
        :key="piece.id"
        v-model="pieces[i]!"
        :number="i + 1"
        :open="open === piece.id"
        :offer-id="offerId"
        :files="page.files"
        :path="`gives.pieces[${i}]`"
        :count="page.pieces.find((count) => count.piece === piece.id)"
        :people="page.people"
        :problem-at="problemAt"
        @open="open = open === piece.id ? 0 : piece.id"
        @move="move(i, $event)"
        @remove="remove(i)"
        @copy="copy(i)"
        @changed="emit('changed', $event)"
      />
    </VueDraggable>
    <p v-if="pieces.length === 0" class="quiet">
      Nothing on the page yet. Begin with a few words, or bring in the first recording.
    </p>
    <div class="row spread">
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn v-bind="menu" :prepend-icon="mdiPlus" :disabled="pieces.length >= MOST_PIECES"
            >Add a piece</v-btn
          >
        </template>
        <v-list density="compact">
          <v-list-item
            v-for="one in PIECE_KINDS"
            :key="one.kind"
            :title="one.words"
            :prepend-icon="one.icon"
            @click="add(one.kind)"
          />
        </v-list>
      </v-menu>
      <span class="small quiet">{{
        pieces.length >= MOST_PIECES
          ? 'A page has at most 60 pieces.'
          : page.people === 1
            ? '1 person opened the page'
            : `${page.people} people opened the page`
      }}</span>
    </div>
  </div>
</template>

<style scoped>
.columns {
  display: flex;
  gap: 12px;
  padding-right: 74px;
}
.first {
  flex: 1;
  padding-left: 44px;
}
.opens {
  width: 138px;
}
.played {
  width: 108px;
  text-align: right;
}
@media (max-width: 700px) {
  .columns {
    display: none;
  }
}
</style>
