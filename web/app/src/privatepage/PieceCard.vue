<script setup lang="ts">
import {
  mdiChevronDown,
  mdiChevronUp,
  mdiContentCopy,
  mdiDotsVertical,
  mdiDrag,
  mdiTrashCanOutline,
} from '@mdi/js'
import { computed } from 'vue'
import type { OfferView, PageFile, Piece } from '../api/types'
import PieceFields from './PieceFields.vue'
import { iconOf, inShort, mainFile, opensInShort } from './pieces'

/** One piece in the page's order: what it is, when it opens, how far people get; open, its settings. */
const props = defineProps<{
  number: number
  open: boolean
  offerId: number
  files: PageFile[]
  path: string
  count?: { opened: number; toTheEnd: number }
  people: number
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{
  open: []
  move: [by: number]
  remove: []
  copy: []
  changed: [view: OfferView]
}>()
const piece = defineModel<Piece>({ required: true })

const short = computed(() => inShort(piece.value.content, props.files))
const name = computed(() => piece.value.title || short.value)
const later = computed(() => piece.value.opens.kind !== 'AT_ONCE')
const share = computed(() => {
  const { opened = 0, toTheEnd = 0 } = props.count ?? {}
  const plays = piece.value.content.kind === 'RECORDING'
  const of = plays ? opened : Math.max(props.people, opened)
  return of === 0 ? null : Math.round((100 * (plays ? toTheEnd : opened)) / of)
})
const counted = computed(() => mainFile(piece.value.content) !== undefined && share.value !== null)
const faulty = computed(() => !!props.problemAt(props.path))
</script>

<template>
  <div :id="`piece-${piece.id}`" class="piece" :class="{ open, faulty }">
    <div class="head">
      <span class="token" :class="{ later }" aria-hidden="true" />
      <button
        class="handle"
        :aria-label="`Move ${name}: Alt and an arrow key`"
        @keydown.alt.up.prevent="emit('move', -1)"
        @keydown.alt.down.prevent="emit('move', 1)"
      >
        <v-icon :icon="mdiDrag" size="20" />
      </button>
      <button class="toggle" :aria-expanded="open" @click="emit('open')">
        <v-icon :icon="iconOf(piece.content, files)" color="secondary" size="22" />
        <span class="name">
          <strong>{{ piece.title || short }}</strong>
          <span v-if="piece.title" class="small quiet">{{ short }}</span>
        </span>
        <span class="small opens">{{ opensInShort(piece.opens) }}</span>
        <span class="small played">
          <template v-if="counted">
            <span v-if="piece.content.kind === 'RECORDING'" class="bar" aria-hidden="true"
              ><span :style="{ width: `${share}%` }"
            /></span>
            {{ share }} % {{ piece.content.kind === 'RECORDING' ? 'to the end' : 'opened it' }}
          </template>
        </span>
        <v-icon :icon="open ? mdiChevronUp : mdiChevronDown" size="20" />
      </button>
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn
            v-bind="menu"
            size="x-small"
            variant="text"
            :icon="mdiDotsVertical"
            :aria-label="`More for ${name}`"
          />
        </template>
        <v-list density="compact">
          <v-list-item title="Copy" :prepend-icon="mdiContentCopy" @click="emit('copy')" />
          <v-list-item title="Remove" :prepend-icon="mdiTrashCanOutline" @click="emit('remove')" />
        </v-list>
      </v-menu>
    </div>
    <PieceFields
      v-if="open"
      v-model="piece"
      :offer-id="offerId"
      :files="files"
      :path="path"
      :problem-at="problemAt"
      @changed="emit('changed', $event)"
    />
  </div>
</template>

<style scoped>
.piece {
  border-bottom: 1px solid var(--line);
}
.piece.open {
  border: 1.5px solid var(--green, #16423c);
  border-radius: 10px;
}
.piece.faulty {
  border-color: #8f2f1e;
}
.head,
.toggle {
  display: flex;
  align-items: center;
  gap: 8px;
}
.toggle {
  flex: 1;
  min-width: 0;
  min-height: 56px;
  gap: 12px;
  text-align: left;
}
.name {
  display: grid;
  flex: 1;
  min-width: 110px;
  overflow-wrap: anywhere;
}
.opens {
  width: 138px;
}
.played {
  width: 108px;
  text-align: right;
}
.bar {
  display: block;
  height: 5px;
  border-radius: 3px;
  background: var(--sand);
  overflow: hidden;
  margin-bottom: 3px;
}
.bar > span {
  display: block;
  height: 100%;
  background: var(--brass);
}
.token {
  flex: none;
  width: 18px;
  height: 18px;
  border-radius: 50%;
  border: 5px solid var(--brass);
  background: #fff;
  margin-left: 4px;
}
.token.later {
  border: 1.5px dashed var(--brass);
  background: radial-gradient(circle, var(--brass) 3px, transparent 3.5px);
}
.handle {
  cursor: grab;
}
@media (max-width: 700px) {
  .played {
    display: none;
  }
  .toggle {
    flex-wrap: wrap;
    padding: 8px 0;
  }
  .opens {
    width: auto;
  }
}
</style>
