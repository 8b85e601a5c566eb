<script setup lang="ts">
import { mdiDotsVertical, mdiDrag, mdiImagePlusOutline, mdiTagOutline, mdiTrashCanOutline } from '@mdi/js'
import { ref } from 'vue'
import type { QuizAnswer, QuizScheme } from '../api/types'
import TagList from '../people/TagList.vue'
import { usePictures } from '../shared/usePictures'
import { oneLine } from '../api/client'
import PointsToken from './PointsToken.vue'
import { titleOf } from './scheme'

/** One answer: its picture and words, edited in place, and what it gives to each outcome. */
const props = defineProps<{
  scheme: QuizScheme
  number: number
  path: string
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{
  move: [by: number]
  remove: []
  next: []
  look: [outcome: string]
  leave: []
}>()
const answer = defineModel<QuizAnswer>({ required: true })
const pictures = usePictures()
const picker = ref<HTMLInputElement>()
const tagging = ref(false)
const wrong = ref('')

async function picked() {
  const file = picker.value?.files?.[0]
  if (!file) return
  wrong.value = ''
  try {
    answer.value.picture = await pictures.keep(file, () => {})
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
  picker.value!.value = ''
}

const problem = (field: string) => props.problemAt(`${props.path}.${field}`)
const name = () => answer.value.words || `answer ${props.number}`
</script>

<template>
  <div class="answer">
    <div class="main">
      <button
        type="button"
        class="handle"
        :aria-label="`Move ${name()}: Alt and an arrow key`"
        @keydown.alt.up.prevent="emit('move', -1)"
        @keydown.alt.down.prevent="emit('move', 1)"
      >
        <v-icon :icon="mdiDrag" size="20" />
      </button>
      <button
        type="button"
        class="picture"
        :aria-label="answer.picture ? `Choose another picture for ${name()}` : `Add a picture to ${name()}`"
        @click="picker!.click()"
      >
        <img v-if="answer.picture" :src="`/pictures/${answer.picture}`" alt="" />
        <v-icon v-else :icon="mdiImagePlusOutline" size="18" />
      </button>
      <input ref="picker" type="file" hidden accept="image/png,image/jpeg,image/webp" @change="picked" />
      <textarea
        v-model="answer.words"
        rows="1"
        class="words"
        :aria-label="`Words of answer ${number}`"
        :placeholder="`Answer ${number}`"
        :aria-invalid="!!problem('words')"
        @keydown.enter.prevent="emit('next')"
      />
      <template v-if="scheme.scoring === 'MATCH'">
        <span v-for="(outcome, i) in scheme.outcomes" :key="outcome.id" class="cell">
          <PointsToken
            :model-value="answer.points[outcome.id] ?? 0"
            :label="`Points of ${name()} for ${titleOf(outcome, i)}`"
            @update:model-value="answer.points = { ...answer.points, [outcome.id]: $event }"
            @look="emit('look', outcome.id)"
            @leave="emit('leave')"
          />
        </span>
      </template>
      <input
        v-else
        class="worth"
        type="number"
        min="-100"
        max="100"
        :value="answer.worth"
        :aria-label="`What ${name()} is worth`"
        :aria-invalid="!!problem('worth')"
        @input="answer.worth = Math.round(Number(($event.target as HTMLInputElement).value) || 0)"
      />
      <v-menu>
        <template #activator="{ props: menu }">
          <v-btn
            v-bind="menu"
            size="x-small"
            variant="text"
            :icon="mdiDotsVertical"
            :aria-label="`More for ${name()}`"
          />
        </template>
        <v-list density="compact">
          <v-list-item title="Tags for who chose it" :prepend-icon="mdiTagOutline" @click="tagging = true" />
          <v-list-item v-if="answer.picture" title="Remove the picture" @click="answer.picture = ''" />
          <v-list-item title="Remove" :prepend-icon="mdiTrashCanOutline" @click="emit('remove')" />
        </v-list>
      </v-menu>
    </div>
    <TagList
      v-if="tagging || answer.tags.length"
      v-model="answer.tags"
      label="Tags for who chose it"
      :problem="problem('tags[0]')"
    />
    <p v-if="wrong || problem('words') || problem('worth')" class="grave small" role="alert">
      {{ wrong || problem('words') || problem('worth') }}
    </p>
  </div>
</template>

<style scoped>
.answer {
  border-bottom: 1px solid var(--line);
  padding: 3px 0;
}
.main {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 38px;
}
.handle {
  cursor: grab;
}
.picture {
  width: 44px;
  height: 32px;
  border-radius: 6px;
  border: 1px dashed var(--line);
  overflow: hidden;
  display: grid;
  place-items: center;
  flex: none;
  color: var(--quiet);
}
.picture img {
  width: 100%;
  height: 100%;
  object-fit: cover;
}
.words {
  flex: 1;
  min-width: 90px;
  font: inherit;
  color: inherit;
  background: none;
  border: 0;
  border-radius: 6px;
  padding: 5px 8px;
  resize: none;
  field-sizing: content;
}
.words:hover,
.words:focus {
  background: var(--sand);
}
.cell {
  width: 76px;
  display: grid;
  place-items: center;
}
.worth {
  width: 76px;
  font: inherit;
  color: inherit;
  background: none;
  border: 1px solid var(--outline);
  border-radius: 8px;
  padding: 4px 8px;
  text-align: right;
}
[aria-invalid='true'] {
  outline: 2px solid #8f2f1e;
}
@media (max-width: 700px) {
  .main {
    flex-wrap: wrap;
  }
  .words {
    flex: 1 1 60%;
  }
  .cell {
    width: 52px;
  }
}
</style>
