<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { MailingView, OfferName } from '../api/types'
import { useMailings } from '../mailing/useMailings'
import { usePeople } from '../people/usePeople'
import { useOffers } from '../business/useOffers'
import { useLatest } from '../shared/useLatest'

const MOST_PEOPLE = 5
const everybody = usePeople()
const everyOffer = useOffers()
const everyMailing = useMailings()

interface Found {
  words: string
  kind: string
  to: string
}

const emit = defineEmits<{ close: [] }>()
const router = useRouter()
const words = ref('')
const offers = ref<OfferName[]>([])
const mailings = ref<MailingView[]>([])
const chosen = ref(0)
const field = ref<HTMLInputElement>()

/** Looked for a pause after the last key; only the newest answer counts. */
const asked = computed(() => (words.value.trim().length < 2 ? null : words.value.trim()))
const { answer: page } = useLatest(
  () => asked.value,
  (typed) => everybody.find(typed, MOST_PEOPLE),
)
const people = computed<Found[]>(() =>
  asked.value === null
    ? []
    : (page.value?.people ?? []).map((p) => ({ words: p.email, kind: 'person', to: `/people/${p.id}` })),
)

const COMMANDS: Found[] = [
  { words: 'Make a new offer', kind: 'do', to: '/offers?new=1' },
  { words: 'Today', kind: 'go to', to: '/today' },
  { words: 'Offers', kind: 'go to', to: '/offers' },
  { words: 'People', kind: 'go to', to: '/people' },
  { words: 'Emails: all of them, and where each is used', kind: 'go to', to: '/emails' },
  { words: 'Emails to many', kind: 'go to', to: '/emails/many' },
  { words: 'Import people', kind: 'do', to: '/people/import' },
  { words: 'Sequences', kind: 'go to', to: '/emails/sequences' },
  { words: 'Mail engine: what waits and what failed', kind: 'go to', to: '/emails/engine' },
  { words: 'Site: the snippet, and what would show', kind: 'go to', to: '/site' },
  { words: 'Setup: business, sender, mail server', kind: 'go to', to: '/setup' },
  { words: 'Setup: sending, limits, signing', kind: 'go to', to: '/setup#sending' },
]

const found = computed<Found[]>(() => {
  const wanted = words.value.trim().toLowerCase()
  const stops = offers.value.flatMap((offer) => [
    { words: offer.name, kind: 'offer', to: `/offers/${offer.id}/give` },
    {
      words: `${offer.name}: ${offer.confirmation}`,
      kind: 'email',
      to: `/offers/${offer.id}/confirm`,
    },
    {
      words: `${offer.name}: ${offer.delivery}`,
      kind: 'email',
      to: `/offers/${offer.id}/hand-over`,
    },
  ])
  const letters = mailings.value.map(({ id, settings }) => ({
    words: settings.name || settings.content.subject,
    kind: 'email to many',
    to: `/mailings/${id}`,
  }))
  const fixed = [...stops, ...letters, ...COMMANDS].filter((item) =>
    item.words.toLowerCase().includes(wanted),
  )
  return [...fixed.slice(0, 8), ...people.value]
})

watch(words, () => (chosen.value = 0))

function go(item: Found | undefined) {
  if (item) {
    emit('close')
    void router.push(item.to)
  }
}

const move = (by: number) => (chosen.value = Math.max(0, Math.min(found.value.length - 1, chosen.value + by)))

onMounted(() => field.value?.focus())
void everyOffer.names().then((all) => (offers.value = all))
void everyMailing.page(0).then((page) => (mailings.value = page.mailings))
</script>

<template>
  <v-dialog aria-label="Search" :model-value="true" max-width="560" @update:model-value="emit('close')">
    <v-card class="pa-4">
      <!-- A plain field: the library's gives the role to what surrounds it, too. -->
      <input
        ref="field"
        v-model="words"
        type="text"
        class="words"
        role="combobox"
        aria-label="Search offers, people, emails and commands"
        placeholder="Search offers, people, emails and commands"
        aria-controls="found"
        aria-expanded="true"
        aria-autocomplete="list"
        :aria-activedescendant="found.length ? `found-${chosen}` : undefined"
        @keydown.down.prevent="move(1)"
        @keydown.up.prevent="move(-1)"
        @keydown.enter.prevent="go(found[chosen])"
      />
      <ul id="found" role="listbox" aria-label="Found">
        <li
          v-for="(item, i) in found"
          :id="`found-${i}`"
          :key="item.kind + item.to + item.words"
          role="option"
          :aria-selected="i === chosen"
          @click="go(item)"
          @mousemove="chosen = i"
        >
          <span>{{ item.words }}</span> <small class="quiet">{{ item.kind }}</small>
        </li>
      </ul>
      <p v-if="found.length === 0" class="quiet pa-2">Nothing of that name. Try fewer letters.</p>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.words {
  width: 100%;
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 10px 14px;
  font: inherit;
}
.words:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
  border-color: transparent;
}
ul {
  list-style: none;
  padding: 0;
  margin-top: 10px;
}
li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 7px 10px;
  border-radius: 8px;
  cursor: pointer;
}
li[aria-selected='true'] {
  background: var(--sand);
}
</style>
