<script setup lang="ts">
import { mdiPlus, mdiTrashCanOutline } from '@mdi/js'
import { computed } from 'vue'
import type { EmailContent } from '../api/types'
import TagField from '../people/TagField.vue'
import { linksOf } from './blocks'
import { useTakeOut } from '../shared/saving/useTakeOut'

/** Tags that clicks on an email's links give and take. */
const props = defineProps<{ path: string; problemAt(field: string): string | undefined }>()
const email = defineModel<EmailContent>({ required: true })
const links = computed(() => linksOf(email.value))
const at = (i: number, field: string) => props.problemAt(`${props.path}.linkTags[${i}].${field}`)
const WAYS = [
  { title: 'gives', value: true },
  { title: 'takes', value: false },
]

const takeOut = useTakeOut()
</script>

<template>
  <details :open="email.linkTags.length > 0">
    <summary class="small">Tags by click</summary>
    <div class="stack inner">
      <p v-if="links.length === 0" class="small quiet">This email has no link yet.</p>
      <div v-for="(change, i) in email.linkTags" :key="i" class="row tag-row">
        <v-select v-model="change.href" :items="links" label="A click on" :error-messages="at(i, 'href')" />
        <v-select v-model="change.give" class="way" :items="WAYS" label="Then" />
        <TagField v-model="change.tag" :problem="at(i, 'tag')" />
        <v-btn
          size="x-small"
          variant="text"
          :icon="mdiTrashCanOutline"
          aria-label="Remove this tag"
          @click="takeOut(`Tag ${i + 1}`, () => email.linkTags.splice(i, 1))"
        />
      </div>
      <div v-if="links.length">
        <v-btn
          size="small"
          :prepend-icon="mdiPlus"
          @click="email.linkTags.push({ href: links[0]!, tag: '', give: true })"
          >A tag for a click</v-btn
        >
      </div>
    </div>
  </details>
</template>

<style scoped>
.inner {
  padding-top: 8px;
}
.way {
  max-width: 110px;
}
summary {
  cursor: pointer;
}
</style>
