<script setup lang="ts">
import { mdiPencilOutline, mdiTrashCanOutline } from '@mdi/js'
import { ref } from 'vue'
import { oneLine } from '../api/client'
import type { TagCount } from '../api/types'
import { useTags } from '../people/useTags'
import { useNotice } from '../shared/useNotice'
import { people } from '../shared/when'

/** The tags there are; a new name counts wherever one stands, deleting it takes it from everybody. */
const tags = useTags()
void tags.load()
const name = ref('')
const wrong = ref('')
const removing = ref<TagCount | null>(null)
const renaming = ref('')
const other = ref('')
const otherWrong = ref('')
const notice = useNotice()

async function make() {
  try {
    await tags.make(name.value)
    name.value = ''
    wrong.value = ''
  } catch (failed) {
    wrong.value = oneLine(failed)
  }
}

function beginRenaming(tag: TagCount) {
  renaming.value = tag.name
  other.value = tag.name
  otherWrong.value = ''
}

async function rename() {
  const from = renaming.value
  const to = other.value.trim()
  if (to === from) {
    renaming.value = ''
    return
  }
  try {
    await tags.rename(from, to)
    renaming.value = ''
    notice.did(`“${from}” is called “${to}” now, wherever it stands.`, () => tags.rename(to, from))
  } catch (failed) {
    otherWrong.value = oneLine(failed)
  }
}

async function remove() {
  await tags.remove(removing.value!.name)
  removing.value = null
}
</script>

<template>
  <section id="tags" class="panel stack" aria-labelledby="tags-title">
    <h2 id="tags-title">Tags</h2>
    <p v-if="tags.all.length === 0" class="small quiet">None yet. A tag says what you know of somebody.</p>
    <ul>
      <li v-for="tag in tags.all" :key="tag.name" class="row">
        <form v-if="renaming === tag.name" class="row renaming" @submit.prevent="rename">
          <v-text-field
            v-model="other"
            :label="`Another name for ${tag.name}`"
            density="compact"
            autofocus
            :error-messages="otherWrong"
            @keydown.esc.stop="renaming = ''"
          />
          <v-btn type="submit" size="small" :disabled="!other.trim()">Rename</v-btn>
        </form>
        <template v-else>
          <span>{{ tag.name }}</span>
          <router-link class="small" :to="`/people?tag=${encodeURIComponent(tag.name)}`">{{
            people(tag.people)
          }}</router-link>
          <v-btn
            class="ml-auto"
            size="x-small"
            variant="text"
            :icon="mdiPencilOutline"
            :aria-label="`Rename the tag ${tag.name}`"
            @click="beginRenaming(tag)"
          />
          <v-btn
            size="x-small"
            variant="text"
            :icon="mdiTrashCanOutline"
            :aria-label="`Delete the tag ${tag.name}`"
            @click="removing = tag"
          />
        </template>
      </li>
    </ul>
    <form class="row" @submit.prevent="make">
      <v-text-field v-model="name" label="A new tag" density="compact" :error-messages="wrong" />
      <v-btn type="submit" size="small" :disabled="!name.trim()">Make it</v-btn>
    </form>
    <v-dialog
      :model-value="!!removing"
      :aria-label="`Delete “${removing?.name}”?`"
      @update:model-value="removing = null"
    >
      <v-card class="pa-2">
        <v-card-title
          ><h2>Delete “{{ removing?.name }}”?</h2></v-card-title
        >
        <v-card-text
          >{{ people(removing?.people ?? 0) }} lose it. Where emails look at it, Readiness will say
          so.</v-card-text
        >
        <v-card-actions>
          <v-btn @click="removing = null">Keep it</v-btn>
          <v-btn color="error" variant="flat" @click="remove">Delete it</v-btn>
        </v-card-actions>
      </v-card>
    </v-dialog>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
}
.renaming {
  flex: 1;
}
</style>
