<script setup lang="ts">
import { mdiPencilOutline, mdiTrashCanOutline } from '@mdi/js'
import { reactive, ref } from 'vue'
import type { ListCount } from '../api/types'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import { useSubmit } from '../shared/useSubmit'
import { people } from '../shared/when'
import { useLists } from './useLists'

/** The lists people can be on: their names, and what the leave page says of each. */
const open = defineModel<boolean>({ required: true })
const FIRST = 1
const lists = useLists()
const editing = ref<number | 'new' | null>(null)
const draft = reactive({ name: '', sentence: '' })
const { at, submit } = useSubmit('name')
const removing = ref<ListCount | null>(null)

function edit(one: ListCount | null) {
  editing.value = one ? one.list.id : 'new'
  Object.assign(draft, one ? one.list.settings : { name: '', sentence: '' })
}

const save = () =>
  submit(async () => {
    if (editing.value === 'new') {
      await lists.make({ ...draft })
    } else {
      await lists.change(editing.value!, { ...draft })
    }
    editing.value = null
  })

async function remove() {
  await lists.remove(removing.value!.list.id)
}
</script>

<template>
  <v-dialog v-model="open" max-width="620" aria-labelledby="lists-title">
    <v-card class="pa-4 stack">
      <h2 id="lists-title">Lists</h2>
      <p class="quiet small">
        A list is what people agreed to get. Forms, imports and you put people on lists; each can leave one
        and stay on another.
      </p>
      <ul class="lists">
        <li v-for="one in lists.all" :key="one.list.id">
          <div>
            <strong>{{ one.list.settings.name }}</strong>
            <span class="quiet small"> {{ people(one.people) }}</span>
            <div class="small">{{ one.list.settings.sentence }}</div>
          </div>
          <span>
            <v-btn
              :icon="mdiPencilOutline"
              size="small"
              variant="text"
              :aria-label="`Change ${one.list.settings.name}`"
              @click="edit(one)"
            />
            <v-btn
              v-if="one.list.id !== FIRST"
              :icon="mdiTrashCanOutline"
              size="small"
              variant="text"
              :aria-label="`Remove ${one.list.settings.name}`"
              @click="removing = one"
            />
          </span>
        </li>
      </ul>
      <form v-if="editing" class="stack" @submit.prevent="save">
        <v-text-field
          v-model="draft.name"
          label="Name"
          :error-messages="at('name')"
          autofocus
          maxlength="80"
        />
        <v-text-field
          v-model="draft.sentence"
          label="What people get, as the leave page says it"
          :error-messages="at('sentence')"
          maxlength="300"
        />
        <div class="row">
          <v-btn type="submit" color="primary" variant="flat">{{
            editing === 'new' ? 'Make the list' : 'Save'
          }}</v-btn>
          <v-btn variant="text" @click="editing = null">Cancel</v-btn>
        </div>
      </form>
      <div v-else class="row spread">
        <v-btn @click="edit(null)">New list</v-btn>
        <v-btn variant="text" @click="open = false">Close</v-btn>
      </div>
    </v-card>
  </v-dialog>
  <ConfirmDialog
    :model-value="!!removing"
    title="Remove this list?"
    keep="Keep it"
    action="Remove it"
    grave
    @update:model-value="removing = null"
    @act="remove"
    >Nothing goes out for “{{ removing?.list.settings.name }}” any more, and forms put nobody on it.
    {{ people(removing?.people ?? 0) }} on it stay on their other lists.</ConfirmDialog
  >
</template>

<style scoped>
.lists {
  list-style: none;
  padding: 0;
}
.lists li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
</style>
