<script setup lang="ts">
import type { LibraryEmail } from '../api/types'
import { asAoifeReads } from '../email/fillIns'
import LoadState from '../shared/LoadState.vue'
import PageButtons from '../shared/PageButtons.vue'
import { usePaged } from '../shared/usePaged'
import { useSequences } from '../sequence/useSequences'
import { vCards } from '../shared/vCards'
import { useInAddress } from '../shared/useInAddress'

const sequences = useSequences()

/** All emails with where each is used. */
type Use = LibraryEmail['uses'][number]
const { found, fault, words, page, pages } = usePaged(sequences.emails, {
  words: useInAddress<string>('words', ''),
  page: useInAddress<string>('page', '0'),
})
const KINDS: Record<LibraryEmail['kind'], string> = {
  CONFIRMATION: 'Confirmation',
  DELIVERY: 'Delivery',
  FOLLOW_UP: 'In a sequence',
  MAILING: 'To many',
}

function to(email: LibraryEmail, use: Use) {
  if (email.kind === 'FOLLOW_UP') {
    return use.offerId
      ? `/offers/${use.offerId}/follow-up#step-${use.stepId}`
      : `/sequences/${use.sequenceId}#step-${use.stepId}`
  }
  return `/offers/${use.offerId}/${email.kind === 'CONFIRMATION' ? 'confirm' : 'hand-over'}#email`
}
</script>

<template>
  <LoadState :loading="!found" :fault="fault" />
  <template v-if="found">
    <v-text-field v-model="words" class="find" density="compact" hide-details label="Search emails" />
    <div class="panel">
      <table v-cards class="listing">
        <thead>
          <tr>
            <th>Email</th>
            <th>Kind</th>
            <th>Used in</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(email, i) in found.rows" :key="i">
            <td>
              <router-link :to="to(email, email.uses[0]!)">{{
                asAoifeReads(email.content.subject) || 'No subject yet'
              }}</router-link>
              <div class="small quiet">{{ email.content.preview }}</div>
            </td>
            <td class="small">
              {{ KINDS[email.kind] }}{{ email.content.style === 'LETTER' ? ', a plain letter' : '' }}
            </td>
            <td>
              <div v-for="use in email.uses" :key="`${use.name}${use.stepId}`" class="small alone">
                <router-link :to="to(email, use)">{{ use.name }}</router-link>
                <span v-if="!use.ready" class="quiet">
                  · {{ email.kind === 'FOLLOW_UP' ? 'a draft' : 'off' }}</span
                >
              </div>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="found.total === 0" class="quiet">
        {{
          words ? 'No email has these words.' : 'No email yet: make an offer, and it brings its first two.'
        }}
      </p>
    </div>
    <PageButtons :model-value="Number(page)" :pages="pages" @update:model-value="page = String($event)" />
  </template>
</template>

<style scoped>
.find {
  max-width: 320px;
}
</style>
