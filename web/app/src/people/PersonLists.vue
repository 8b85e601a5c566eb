<script setup lang="ts">
import { computed, onMounted } from 'vue'
import type { PersonDesk, Person } from '../api/types'
import When from '../business/When.vue'
import { useLists } from './useLists'

/** The lists somebody is on, to be put on or taken off by hand. */
const props = defineProps<{
  person: Person
  memberships: PersonDesk['lists']
  change(listId: number, on: boolean): Promise<unknown>
}>()
const lists = useLists()
onMounted(() => void (lists.isLoaded || lists.load()))
const of = (id: number) => props.memberships.find((m) => m.listId === id)
const mayBePutOn = computed(() => props.person.state === 'ON_THE_LIST')
</script>

<template>
  <section class="panel stack" aria-labelledby="lists">
    <h2 id="lists">Lists</h2>
    <ul>
      <li v-for="{ list } in lists.all" :key="list.id">
        <v-checkbox
          density="compact"
          hide-details
          :label="list.settings.name"
          :model-value="!!of(list.id) && !of(list.id)!.leftAt"
          :disabled="!mayBePutOn"
          @update:model-value="change(list.id, !!$event)"
        />
        <span v-if="of(list.id)" class="small quiet">
          {{ of(list.id)!.leftAt ? 'left' : 'since' }}
          <When within :at="of(list.id)!.leftAt ?? of(list.id)!.since" />
        </span>
      </li>
    </ul>
    <p v-if="!mayBePutOn" class="small quiet">
      Only they themselves can come on a list: by signing up and confirming.
    </p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
  flex-wrap: wrap;
}
</style>
