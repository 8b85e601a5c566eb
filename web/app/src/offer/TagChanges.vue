<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import type { TagChange } from '../api/types'
import TagField from '../people/TagField.vue'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** Tags that an offer gives and takes along the way. */
defineProps<{ problemAt(field: string): string | undefined }>()
const changes = defineModel<TagChange[]>({ required: true })
const MOMENTS = [
  { title: 'With the sign-up', value: 'SIGN_UP' },
  { title: 'With the confirmation', value: 'CONFIRMATION' },
  { title: 'With the first use', value: 'FIRST_USE' },
]
const WAYS = [
  { title: 'give', value: true },
  { title: 'take', value: false },
]

const takeOut = useTakeOut()
</script>

<template>
  <fieldset id="tags" class="stack">
    <legend>Tags</legend>
    <p v-if="changes.length === 0" class="small quiet">
      A tag says what you know of somebody: “asked for the plan”. Emails can look at it.
    </p>
    <div v-for="(change, i) in changes" :key="i" class="row tag-row">
      <v-select v-model="change.when" :items="MOMENTS" label="When" />
      <v-select v-model="change.give" class="way" :items="WAYS" label="Then" />
      <TagField v-model="change.tag" :problem="problemAt(`handOver.tags[${i}].tag`)" />
      <v-btn
        size="x-small"
        variant="text"
        :icon="mdiTrashCanOutline"
        :aria-label="`Remove the tag ${change.tag}`"
        @click="takeOut(`Tag ${i + 1}`, () => changes.splice(i, 1))"
      />
    </div>
    <div>
      <v-btn
        size="small"
        :prepend-icon="mdiPlus"
        @click="changes.push({ when: 'SIGN_UP', tag: '', give: true })"
        >Add a tag</v-btn
      >
    </div>
  </fieldset>
</template>

<style scoped>
fieldset {
  border: 0;
  border-top: 1px solid var(--line);
  padding-top: 10px;
}
legend {
  font:
    650 15px 'Bricolage Grotesque Variable',
    sans-serif;
  padding-right: 10px;
}
.way {
  max-width: 105px;
}
</style>
