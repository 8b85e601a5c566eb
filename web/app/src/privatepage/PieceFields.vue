<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed, defineAsyncComponent } from 'vue'
import type { OfferView, PageFile, Piece } from '../api/types'
import TagField from '../people/TagField.vue'
import PictureField from '../shared/PictureField.vue'
import FileField from './FileField.vue'
import OpensFields from './OpensFields.vue'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** The settings of one piece. */
const props = defineProps<{
  offerId: number
  files: PageFile[]
  path: string
  problemAt(field: string): string | undefined
}>()
const emit = defineEmits<{ changed: [view: OfferView] }>()
const piece = defineModel<Piece>({ required: true })
const WAYS = [
  { title: 'give', value: true },
  { title: 'take', value: false },
]

const content = computed(() => piece.value.content)
const at = (field: string) => props.problemAt(`${props.path}.${field}`)
/** What of it is a button’s, where it is one. */
const button = computed(() => piece.value.content as { label: string; href: string })
const recordings = computed(() => props.files.filter((file) => file.recording))
const captions = computed(() => props.files.filter((file) => file.captions))
const unplayable = computed(() => {
  const { content: shown } = piece.value
  const file = shown.kind === 'RECORDING' && props.files.find((one) => one.id === shown.file)
  return file && !file.plays ? file.name : ''
})

/** The editor is loaded with the first piece of words that is opened. */
const FillInEditor = defineAsyncComponent(() => import('../email/FillInEditor.vue'))
const takeOut = useTakeOut()
</script>

<template>
  <div class="stack inner">
    <v-text-field
      v-if="content.kind !== 'DIVIDER' && content.kind !== 'BUTTON'"
      v-model="piece.title"
      label="Title"
      :error-messages="at('title')"
    />
    <FillInEditor
      v-if="content.kind === 'WORDS'"
      v-model="content.html"
      label="Words"
      rich
      no-fill-ins
      :problem="at('content.html')"
    />
    <template v-else-if="content.kind === 'PICTURE'">
      <PictureField v-model="content.hash" label="Picture" />
      <v-text-field
        v-model="content.alt"
        label="What it shows"
        hint="For those who do not see it."
        :error-messages="at('content.alt')"
      />
    </template>
    <FileField
      v-else-if="content.kind === 'FILE'"
      v-model="content.file"
      label="File"
      :offer-id="offerId"
      :files="files"
      @changed="emit('changed', $event)"
    />
    <template v-else-if="content.kind === 'RECORDING'">
      <FileField
        v-model="content.file"
        label="Recording"
        accept="video/*,audio/*"
        :offer-id="offerId"
        :files="recordings"
        @changed="emit('changed', $event)"
      />
      <p v-if="unplayable" class="grave small">
        Browsers cannot play “{{ unplayable }}”. Save it as MP4 (H.264) or MP3, then bring it in again.
      </p>
      <FileField
        v-model="content.captions"
        label="Captions"
        accept=".vtt"
        optional
        :offer-id="offerId"
        :files="captions"
        @changed="emit('changed', $event)"
      />
      <PictureField v-model="content.still" label="Still picture" />
      <v-textarea
        v-model="content.words"
        label="Words to read instead"
        rows="3"
        auto-grow
        max-rows="10"
        :error-messages="at('content.words')"
      />
      <v-switch v-model="content.mayKeep" label="It may be downloaded too" />
    </template>
    <template v-else-if="content.kind === 'BUTTON'">
      <v-text-field
        v-model="button.label"
        label="Words on the button"
        :error-messages="at('content.label')"
      />
      <v-text-field
        v-model="button.href"
        label="Leads to"
        placeholder="https://"
        :error-messages="at('content.href')"
      />
    </template>
    <OpensFields v-model="piece.opens" :path="`${path}.opens`" :problem-at="problemAt" />
    <template v-if="content.kind === 'RECORDING' || content.kind === 'FILE'">
      <div v-for="(tag, i) in piece.tags" :key="i" class="row nowrap">
        <v-select v-model="tag.give" class="way" :items="WAYS" label="When opened" />
        <TagField v-model="tag.tag" :problem="at(`tags[${i}].tag`)" />
        <v-btn
          size="x-small"
          variant="text"
          :icon="mdiTrashCanOutline"
          :aria-label="`Remove the tag ${tag.tag}`"
          @click="takeOut(`Tag ${i + 1}`, () => piece.tags.splice(i, 1))"
        />
      </div>
      <div>
        <v-btn size="small" :prepend-icon="mdiPlus" @click="piece.tags.push({ tag: '', give: true })"
          >A tag when it is opened</v-btn
        >
        <p class="small quiet">A tag can start, end or steer a sequence.</p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.inner {
  padding: 4px 12px 14px 44px;
}
.way {
  max-width: 130px;
}
@media (max-width: 560px) {
  .inner {
    padding-left: 8px;
  }
}
</style>
