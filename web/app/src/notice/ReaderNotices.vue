<script setup lang="ts">
import { computed, ref } from 'vue'
import type { NoticePace, NoticeReader, NoticeSettings } from '../api/types'
import { useNames } from '../people/useNames'
import LoadState from '../shared/LoadState.vue'
import SavedNote from '../shared/SavedNote.vue'
import type { Document } from '../shared/saving/useDocument'
import DigestDialog from './DigestDialog.vue'
import OfferPaces from './OfferPaces.vue'
import { useNoticeReader } from './useNoticeReaders'
import { KINDS, PACES } from './words'

/** What one address is told, and how soon. */
const props = defineProps<{ reader: NoticeReader }>()
const one = useNoticeReader(props.reader.id)
const names = useNames()
const looking = ref<NoticePace | null>(null)
const s = computed(() => one.document.value.value)

const pace = (kind: string): NoticePace => s.value!.usual[kind] ?? 'NOT'
const has = (wanted: NoticePace) =>
  Object.values(s.value!.usual).includes(wanted) ||
  s.value!.offers.some(({ paces }) => Object.values(paces).includes(wanted))

function setPace(kind: string, to: NoticePace) {
  s.value!.usual = { ...s.value!.usual, [kind]: to }
}

/** Emails as menus name them: `e3`, `m7`. */
const chosen = computed({
  get: () => s.value!.emails.map(({ of, id }) => (of === 'EMAIL' ? 'e' : 'm') + id),
  set(keys: string[]) {
    s.value!.emails = keys.map((key) => ({
      of: key.startsWith('e') ? 'EMAIL' : 'MAILING',
      id: Number(key.slice(1)),
    })) as NoticeSettings['emails']
  },
})
const emailItems = computed(() => names.value.emails.map(({ key, name }) => ({ value: key, title: name })))
const offers = computed(() => names.value.offers.map(({ key, name }) => ({ id: Number(key), name })))
const time = computed({
  get: () => s.value!.at.slice(0, 5),
  set: (to: string) => to && (s.value!.at = to),
})
const DAYS = ['MONDAY', 'TUESDAY', 'WEDNESDAY', 'THURSDAY', 'FRIDAY', 'SATURDAY', 'SUNDAY'].map((day) => ({
  value: day,
  title: day[0] + day.slice(1).toLowerCase(),
}))
</script>

<template>
  <LoadState :loading="one.document.state.value === 'loading'" />
  <div v-if="s" class="stack">
    <SavedNote :document="one.document as Document<unknown>" />
    <p v-if="one.document.state.value === 'failed'" class="grave small" role="alert">
      {{ one.document.message.value }}
    </p>
    <ul class="kinds">
      <li v-for="{ kind, words, hint } in KINDS" :key="kind">
        <span
          >{{ words }}<span v-if="hint" class="small quiet hint">{{ hint }}</span></span
        >
        <v-select
          :model-value="pace(kind)"
          :items="PACES"
          :aria-label="words"
          density="compact"
          hide-details
          @update:model-value="setPace(kind, $event)"
        />
      </li>
    </ul>
    <v-autocomplete
      v-if="pace('OPENED') !== 'NOT'"
      v-model="chosen"
      :items="emailItems"
      label="The opening of which emails?"
      multiple
      chips
      closable-chips
      :error-messages="one.document.problemAt('emails')"
    />
    <OfferPaces v-model="s.offers" :offers="offers" :problem-at="one.document.problemAt" />
    <div v-if="has('DAILY') || has('WEEKLY')" class="row digests">
      <v-text-field v-model="time" type="time" label="Digests leave at" density="compact" hide-details />
      <v-select
        v-if="has('WEEKLY')"
        v-model="s.day"
        :items="DAYS"
        label="The weekly one on"
        density="compact"
        hide-details
      />
      <v-btn v-if="has('DAILY')" size="small" @click="looking = 'DAILY'">Preview today’s</v-btn>
      <v-btn v-if="has('WEEKLY')" size="small" @click="looking = 'WEEKLY'">Preview this week’s</v-btn>
    </div>
    <v-switch
      v-if="!reader.owner"
      v-model="s.people"
      label="Names, addresses and what people wrote are told too"
      hint="Otherwise this address is told numbers, and of “somebody”."
      persistent-hint
    />
    <p class="small quiet">
      At once is at most ten emails an hour of a kind; what is more comes in one. A digest with nothing in it
      is not sent.
    </p>
    <DigestDialog
      v-if="looking"
      :pace="looking"
      :email="reader.email"
      :may-send="reader.state === 'TOLD'"
      :sample="one.sample"
      :deliver="one.send"
      @close="looking = null"
    />
  </div>
</template>

<style scoped>
.kinds {
  list-style: none;
  padding: 0;
}
.kinds li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 160px;
  gap: 12px;
  align-items: center;
  padding: 5px 0;
  border-top: 1px solid var(--line);
}
.hint {
  display: block;
}
@media (max-width: 600px) {
  .kinds li {
    grid-template-columns: minmax(0, 1fr) 145px;
  }
}
.digests > :deep(.v-input) {
  flex: 0 1 170px;
}
</style>
