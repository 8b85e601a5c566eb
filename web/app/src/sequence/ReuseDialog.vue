<script setup lang="ts">
import type { LibraryEmail } from '../api/types'
import { asAoifeReads } from '../email/fillIns'
import PagedList from '../shared/PagedList.vue'
import { usePaged } from '../shared/usePaged'
import { useSequences } from './useSequences'

const sequences = useSequences()

/** Choosing an email that other sequences send already; from then on they share it. */
type Shared = LibraryEmail & { emailVersion: number }
const emit = defineEmits<{ use: [email: Shared]; close: [] }>()
const { found, fault, words, page, pages } = usePaged(sequences.shareable)
</script>

<template>
  <v-dialog
    aria-label="Use an existing email"
    :model-value="true"
    max-width="600"
    scrollable
    @update:model-value="emit('close')"
  >
    <v-card>
      <v-card-title><h2>Use an existing email</h2></v-card-title>
      <v-card-text>
        <p class="small quiet">It is shared then: a change to it shows wherever it is sent.</p>
        <PagedList
          v-model:words="words"
          v-model:page="page"
          :found="found"
          :fault="fault"
          :pages="pages"
          label="Search emails"
          none="No email has these words."
        >
          <template #empty><p class="py-3">No sequence has an email yet.</p></template>
          <template #default="{ rows }">
            <button
              v-for="email in rows"
              :key="email.emailId"
              type="button"
              class="line"
              @click="emit('use', { ...email, emailVersion: 0 })"
            >
              <strong>{{ asAoifeReads(email.content.subject) || 'No subject yet' }}</strong>
              <span class="small quiet">in {{ email.uses.map((use) => use.name).join(', ') }}</span>
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
