<script setup lang="ts">
import { onMounted, ref } from 'vue'
import type { LibraryEmail } from '../api/types'
import { asAoifeReads } from '../email/fillIns'
import LoadState from '../shared/LoadState.vue'
import { useSequences } from './useSequences'

const sequences = useSequences()

/** Choosing an email that other sequences send already; from then on they share it. */
type Shared = LibraryEmail & { emailVersion: number }
const emit = defineEmits<{ use: [email: Shared]; close: [] }>()
const emails = ref<LibraryEmail[] | null>(null)

onMounted(async () => {
  emails.value = (await sequences.emails()).filter((email) => email.emailId !== undefined)
})
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
        <LoadState :loading="!emails" />
        <p v-if="emails?.length === 0" class="py-3">No sequence has an email yet.</p>
        <button
          v-for="email in emails ?? []"
          :key="email.emailId"
          type="button"
          class="line"
          @click="emit('use', { ...email, emailVersion: 0 })"
        >
          <strong>{{ asAoifeReads(email.content.subject) || 'No subject yet' }}</strong>
          <span class="small quiet">in {{ email.uses.map((use) => use.name).join(', ') }}</span>
        </button>
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
