<script setup lang="ts">
import { mdiMagnify, mdiTrayArrowDown, mdiTrayArrowUp, mdiViewColumnOutline } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { Criterion } from '../api/types'
import { useClock } from '../clock/useClock'
import LoadState from '../shared/LoadState.vue'
import PageButtons from '../shared/PageButtons.vue'
import { useLatest } from '../shared/useLatest'
import { useNotice } from '../shared/useNotice'
import { condition, EVERYBODY, group, stateKey } from './criteria'
import CriterionGroup from './CriterionGroup.vue'
import ListsDialog from './ListsDialog.vue'
import PeopleTable from './PeopleTable.vue'
import SegmentBar from './SegmentBar.vue'
import { COLUMNS, useColumns } from './useColumns'
import { useLists } from './useLists'
import { useNames } from './useNames'
import { usePeople } from './usePeople'
import { useSegments } from './useSegments'

const PAGE = 50
const COUNTED = 100_000
const route = useRoute()
const router = useRouter()
const clock = useClock()
const people = usePeople()
const segments = useSegments()
const lists = useLists()
const names = useNames()
const notice = useNotice()
const columns = useColumns()
const words = ref(String(route.query.words ?? ''))
const showsLists = ref(false)
const exporting = ref(false)

const segmentId = computed(() => Number(route.query.segment) || null)
/** What is asked stands in the address: as it was typed, else as the segment or an older address has it. */
const question = computed<Criterion>(() => {
  const { q, state, offerId, tag } = route.query
  if (q) {
    try {
      return JSON.parse(String(q)) as Criterion
    } catch {
      return EVERYBODY
    }
  }
  const segment = segments.all.find((one) => one.id === segmentId.value)
  if (segment) {
    return segment.question
  }
  const parts = [
    ...(state ? [condition('STATE', 'IS', stateKey(String(state)))] : []),
    ...(offerId ? [condition('SIGNED_UP', 'HAS', String(offerId))] : []),
    ...(tag ? [condition('TAG', 'HAS', String(tag))] : []),
  ]
  return group('ALL', parts)
})

const isReady = computed(() => segmentId.value === null || segments.isLoaded)
const query = computed(() =>
  isReady.value
    ? {
        words: String(route.query.words ?? ''),
        question: question.value,
        page: Number(route.query.page ?? 0),
        moves: clock.moves,
      }
    : null,
)
const { answer: found, fault } = useLatest(
  () => query.value,
  (q) => people.rows(q.words, q.question, q.page, PAGE),
)

const page = computed(() => Number(route.query.page ?? 0))
const pages = computed(() => Math.ceil((found.value?.total ?? 0) / PAGE))
const total = computed(() => {
  const n = found.value?.total ?? 0
  return n > COUNTED ? 'more than 100,000' : n.toLocaleString('en-GB')
})
const isNarrowed = computed(() => !!words.value || question.value.parts.length > 0)

/** What is asked lives in the address, so that Back and a refresh keep it. */
function ask(asked: Criterion | null, segment = segmentId.value) {
  void router.replace({
    query: {
      words: route.query.words,
      segment: segment ? String(segment) : undefined,
      q: asked && (asked.parts.length || segment) ? JSON.stringify(asked) : undefined,
    },
  })
}

function choose(id: number | null) {
  void router.replace({ query: { words: route.query.words, segment: id ? String(id) : undefined } })
}

watch(words, (typed) =>
  router.replace({ query: { ...route.query, page: undefined, words: typed || undefined } }),
)

async function take() {
  exporting.value = true
  try {
    await people.export(words.value, question.value)
  } catch (failed) {
    notice.tell(failed)
  } finally {
    exporting.value = false
  }
}

const columnChoices = computed(() => [
  ...COLUMNS.map(({ key, words: title }) => ({ value: key as string, title })),
  ...names.value.fields
    .filter((field) => field.key !== 'email' && field.key !== 'first_name')
    .map((field) => ({ value: field.key, title: field.label })),
])
const listsThere = computed(() => lists.all.length)
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <div class="row">
        <h1>People</h1>
        <span class="quiet" role="status">{{ found ? `${total} found` : '' }}</span>
      </div>
      <div class="row">
        <v-btn @click="showsLists = true">Lists{{ listsThere ? ` (${listsThere})` : '' }}</v-btn>
        <v-btn :prepend-icon="mdiTrayArrowUp" to="/people/import">Import</v-btn>
        <v-btn :prepend-icon="mdiTrayArrowDown" :loading="exporting" @click="take">Export CSV</v-btn>
      </div>
    </div>
    <div class="row">
      <v-text-field
        v-model="words"
        class="search"
        density="compact"
        hide-details
        label="Address or first name"
        :prepend-inner-icon="mdiMagnify"
        clearable
        @click:clear="words = ''"
      />
      <SegmentBar :question="question" :chosen="segmentId" @choose="choose" />
      <v-menu :close-on-content-click="false">
        <template #activator="{ props: activator }">
          <v-btn class="ml-auto" variant="text" :prepend-icon="mdiViewColumnOutline" v-bind="activator"
            >Columns</v-btn
          >
        </template>
        <v-card class="pa-3 columns">
          <v-checkbox
            v-for="column in columnChoices"
            :key="column.value"
            v-model="columns"
            density="compact"
            hide-details
            :label="column.title"
            :value="column.value"
          />
        </v-card>
      </v-menu>
    </div>
    <div class="asked">
      <span class="quiet small">{{ question.parts.length ? 'Everybody' : 'Everybody:' }}</span>
      <CriterionGroup
        :model-value="question"
        :names="names"
        label="Who is looked for"
        @update:model-value="ask"
      />
    </div>
    <LoadState :loading="!found" :fault="fault" />
    <div v-if="found?.rows.length === 0" class="panel">
      <template v-if="isNarrowed">
        <h2>Nobody fits</h2>
        <p>Take a condition away, or look for fewer letters.</p>
      </template>
      <template v-else>
        <h2>Nobody yet</h2>
        <p>
          Everybody who signs up for an offer appears here, with all that happened since. You can also import
          people you have already.
        </p>
      </template>
    </div>
    <PeopleTable v-else-if="found" :rows="found.rows" :columns="columns" :names="names" />
    <PageButtons
      :model-value="page"
      :pages="pages"
      @update:model-value="router.push({ query: { ...route.query, page: String($event) } })"
    />
    <ListsDialog v-model="showsLists" />
  </main>
</template>

<style scoped>
.search {
  flex: 0 1 280px;
  min-width: 200px;
}
.asked {
  display: flex;
  gap: 8px;
  align-items: baseline;
  flex-wrap: wrap;
}
.columns {
  max-height: 380px;
  overflow: auto;
}
</style>
