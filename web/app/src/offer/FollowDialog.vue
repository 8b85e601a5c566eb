<script setup lang="ts">
import { computed } from 'vue'
import type { SequenceLine } from '../api/types'
import PagedList from '../shared/PagedList.vue'
import { usePaged } from '../shared/usePaged'
import { people } from '../shared/when'
import { useSequences } from '../sequence/useSequences'

/** Chooses the sequence that is to follow an offer instead of the present one. */
const props = defineProps<{ present: number }>()
const emit = defineEmits<{ follow: [sequence: SequenceLine]; close: [] }>()
const sequences = useSequences()
const { found, fault, words, page, pages } = usePaged(sequences.rows)
const isAlone = computed(() => found.value?.total === 1 && found.value.rows[0]?.id === props.present)
</script>

<template>
  <v-dialog
    aria-label="Follow this offer with another sequence"
    :model-value="true"
    max-width="560"
    scrollable
    @update:model-value="emit('close')"
  >
    <v-card>
      <v-card-title><h2>Follow this offer with another sequence</h2></v-card-title>
      <v-card-text>
        <p class="small quiet">
          New sign-ups go on there. Whoever is on their way through the present one stays on it.
        </p>
        <p v-if="isAlone && !words" class="py-3">
          There is no other sequence yet. Emails has a place for them.
        </p>
        <PagedList
          v-model:words="words"
          v-model:page="page"
          :found="found"
          :fault="fault"
          :pages="pages"
          label="Search sequences"
          none="No sequence has these words in its name."
        >
          <template #default="{ rows }">
            <button
              v-for="line in rows.filter((one) => one.id !== present)"
              :key="line.id"
              type="button"
              class="line"
              @click="emit('follow', line)"
            >
              <strong>{{ line.name }}</strong>
              <span class="small quiet"
                >{{ line.emails }} {{ line.emails === 1 ? 'email' : 'emails' }} ·
                {{ people(line.onTheirWay) }} on their way</span
              >
            </button>
          </template>
        </PagedList>
      </v-card-text>
      <v-card-actions><v-btn @click="emit('close')">Cancel</v-btn></v-card-actions>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.line {
  display: grid;
  width: 100%;
  text-align: left;
  padding: 9px 4px;
  border-bottom: 1px solid var(--line);
}
</style>
