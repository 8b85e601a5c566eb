<script setup lang="ts">
import { mdiArrowLeft, mdiTrayArrowUp } from '@mdi/js'
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { ImportPlan, OfferName, PersonImport } from '../api/types'
import { useOffers } from '../business/useOffers'
import When from '../business/When.vue'
import ListChoice from '../people/ListChoice.vue'
import TagList from '../people/TagList.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import LoadState from '../shared/LoadState.vue'
import { useLatest } from '../shared/useLatest'
import { useSubmit } from '../shared/useSubmit'
import { people } from '../shared/when'
import ColumnTable from './ColumnTable.vue'
import { useImports } from './useImports'
import { countWords, IMPORT_WORDS } from './words'
import { vCards } from '../shared/vCards'

/** People brought in as a file: what its columns are, what it would do, and how far it is. */
const route = useRoute()
const router = useRouter()
const id = computed(() => Number(route.params.id) || null)
const { one, fault, all, bringIn, preview, check, act } = useImports(id)
const offersOf = useOffers()
const offers = ref<OfferName[]>([])
const earlier = ref<PersonImport[]>([])
const plan = ref<ImportPlan | null>(null)
const sent = ref<number | null>(null)
const takingBack = ref(false)
const { at, submit, busy, message } = useSubmit('file')

const isOpen = computed(() => !!one.value && ['READ', 'CHECKED'].includes(one.value.state))
const isAtWork = computed(() => one.value?.state === 'CHECKING' || one.value?.state === 'RUNNING')
const isOver = computed(() => ['DONE', 'CANCELLED', 'FAILED'].includes(one.value?.state ?? ''))
const KNOWN = [
  { title: 'fill in what is empty', value: 'FILL' },
  { title: 'overwrite: the file counts', value: 'OVERWRITE' },
  { title: 'leave them as they are', value: 'SKIP' },
]

watch(
  () => one.value?.id,
  () => (plan.value = one.value ? structuredClone(JSON.parse(JSON.stringify(one.value.plan))) : null),
)
const { answer: shown, fault: unread } = useLatest(
  () => (isOpen.value ? plan.value : null),
  (asked) => preview(asked),
)

async function list() {
  earlier.value = await all().catch(() => [])
}
onMounted(async () => {
  await list()
  offers.value = await offersOf.names().catch(() => [])
})

const choose = (event: Event) =>
  submit(async () => {
    const input = event.target as HTMLInputElement
    const file = input.files?.[0]
    if (!file) {
      return
    }
    sent.value = 0
    try {
      const made = await bringIn(file, (share) => (sent.value = share))
      await router.push(`/people/import/${made.id}`)
    } finally {
      sent.value = null
      input.value = ''
    }
  })
const look = () => submit(() => check(plan.value!))
const go = (what: 'start' | 'cancel' | 'take-back') =>
  submit(async () => {
    await act(what)
    await list()
  })
const progress = computed(() => (100 * (one.value?.readRows ?? 0)) / Math.max(1, one.value?.totalRows ?? 0))
</script>

<template>
  <main class="page stack">
    <div class="row">
      <v-btn
        :icon="mdiArrowLeft"
        variant="text"
        size="small"
        :to="id ? '/people/import' : '/people'"
        aria-label="Back"
      />
      <h1>{{ one ? one.name : 'Import people' }}</h1>
      <span v-if="one" class="mark">{{ IMPORT_WORDS[one.state] }}</span>
    </div>
    <template v-if="!id">
      <section class="panel stack" aria-labelledby="file">
        <h2 id="file">Choose a file</h2>
        <p>
          A table saved as CSV, with a first row that names its columns. Nothing happens to anybody before you
          have seen what it would do.
        </p>
        <div class="row">
          <label class="choose">
            <v-icon :icon="mdiTrayArrowUp" /> Choose a CSV file
            <input type="file" accept=".csv,.tsv,.txt,text/csv" :disabled="busy" @change="choose" />
          </label>
          <v-progress-circular v-if="sent !== null" :model-value="sent * 100" size="28" aria-label="Upload" />
        </div>
        <p v-if="message" class="grave" role="alert">{{ message }}</p>
      </section>
      <section v-if="earlier.length" class="panel" aria-labelledby="earlier">
        <h2 id="earlier">Earlier imports</h2>
        <ul class="earlier">
          <li v-for="was in earlier" :key="was.id">
            <router-link :to="`/people/import/${was.id}`">{{ was.name }}</router-link>
            <span class="mark">{{ IMPORT_WORDS[was.state] }}</span>
            <span class="small quiet"><When :at="was.createdAt" />, {{ countWords(was.counts, true) }}</span>
          </li>
        </ul>
      </section>
    </template>
    <LoadState v-else :loading="!one" :fault="fault" />
    <template v-if="one && plan">
      <section v-if="isAtWork" class="panel stack" aria-labelledby="work">
        <h2 id="work">{{ one.state === 'RUNNING' ? 'Importing' : 'Looking at every row' }}</h2>
        <v-progress-linear :model-value="progress" color="secondary" aria-label="Rows dealt with" />
        <p role="status">
          {{ one.readRows.toLocaleString('en-GB') }} of {{ one.totalRows.toLocaleString('en-GB') }} rows.
          {{ countWords(one.counts, one.state === 'RUNNING') }}
        </p>
        <div><v-btn :loading="busy" @click="go('cancel')">Cancel</v-btn></div>
      </section>
      <section v-if="isOver" class="panel stack" aria-labelledby="result">
        <h2 id="result">{{ IMPORT_WORDS[one.state] }}</h2>
        <p role="status">{{ countWords(one.counts, true) }}</p>
        <p v-if="one.trouble" class="grave">{{ one.trouble }} What was imported before that is kept.</p>
        <p v-if="message" class="grave" role="alert">{{ message }}</p>
        <div class="row">
          <v-btn v-if="one.counts.refused" :href="`/api/imports/${one.id}/refused.csv`"
            >Refused rows as CSV</v-btn
          >
          <v-btn to="/people">See the people</v-btn>
          <v-btn v-if="one.counts.added" variant="text" @click="takingBack = true">Take it back</v-btn>
        </div>
      </section>
      <template v-if="isOpen">
        <section class="panel stack" aria-labelledby="columns">
          <h2 id="columns">What the columns are</h2>
          <p class="small quiet">
            {{ one.totalRows.toLocaleString('en-GB') }} rows, {{ one.plan.form.charset }}.
          </p>
          <p v-if="unread" class="grave" role="alert">{{ unread }}</p>
          <ColumnTable v-if="shown" v-model="plan" :columns="shown.columns" :problem-at="at" />
        </section>
        <section class="panel stack" aria-labelledby="what">
          <h2 id="what">What to do with them</h2>
          <div class="row">
            <ListChoice v-model="plan.lists" class="grow" label="Put them on" :problem="at('lists')" />
            <v-select v-model="plan.known" class="grow" :items="KNOWN" label="Who is known already" />
            <v-select
              v-model="plan.askBy"
              class="grow"
              label="New people"
              :items="[
                { title: 'are on the list at once', value: undefined },
                ...offers.map((o) => ({
                  title: `are asked to confirm, by ${o.name}`,
                  value: o.id,
                })),
              ]"
            />
          </div>
          <TagList v-model="plan.tags" label="Tags for all of them" />
          <v-textarea
            v-model="plan.statement"
            rows="2"
            label="Where does their consent come from?"
            hint="Who asked them, when, and in what words. It is kept with each of them."
            persistent-hint
            :error-messages="at('statement')"
          />
          <p class="small quiet">
            Whoever left, complained or cannot be reached is never put back, whatever a file says.
          </p>
        </section>
        <section class="panel stack" aria-labelledby="would">
          <h2 id="would">What it would do</h2>
          <p v-if="one.checked" role="status">
            <strong>{{ countWords(one.checked, false) }}</strong>
          </p>
          <p v-if="message" class="grave" role="alert">{{ message }}</p>
          <div class="row">
            <v-btn :loading="busy" @click="look">{{ one.checked ? 'Look again' : 'Check all rows' }}</v-btn>
            <v-btn
              v-if="one.state === 'CHECKED' && one.checked"
              color="primary"
              variant="flat"
              :loading="busy"
              @click="go('start')"
              >Import {{ people(one.checked.added + one.checked.changed) }}</v-btn
            >
          </div>
          <div v-if="shown?.rows.length" class="rows">
            <table v-cards class="listing">
              <thead>
                <tr>
                  <th scope="col">Row</th>
                  <th scope="col">Address</th>
                  <th scope="col">Does</th>
                </tr>
              </thead>
              <tbody>
                <tr v-for="row in shown.rows" :key="row.row">
                  <td>{{ row.row }}</td>
                  <td>{{ row.email }}</td>
                  <td :class="{ grave: row.does === 'refused' }">
                    {{ row.does }}<template v-if="row.why">: {{ row.why }}</template>
                  </td>
                </tr>
              </tbody>
            </table>
          </div>
        </section>
      </template>
    </template>
    <ConfirmDialog
      v-model="takingBack"
      title="Take this import back?"
      keep="Keep them"
      action="Take it back"
      grave
      @act="go('take-back')"
      >{{ people(one?.counts.added ?? 0) }} it added are removed with all that is known of them. Who was known
      before stays as they are now.</ConfirmDialog
    >
  </main>
</template>

<style scoped>
.choose {
  display: inline-flex;
  gap: 8px;
  align-items: center;
  border: 1px dashed var(--line);
  border-radius: 10px;
  padding: 14px 20px;
  font-weight: 600;
  cursor: pointer;
}
.choose:focus-within {
  outline: 2px solid rgb(var(--v-theme-primary));
  outline-offset: 2px;
}
.choose input {
  position: absolute;
  width: 1px;
  height: 1px;
  opacity: 0;
}
.earlier {
  list-style: none;
  padding: 0;
}
.earlier li {
  display: flex;
  flex-wrap: wrap;
  gap: 10px;
  align-items: center;
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
.grow {
  flex: 1 1 220px;
}
.rows {
  max-height: 300px;
  overflow: auto;
}
</style>
