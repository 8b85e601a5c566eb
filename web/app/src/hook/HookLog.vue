<script setup lang="ts">
import { ref, watch } from 'vue'
import { oneLine } from '../api/client'
import type { HookExchange, HookLine } from '../api/types'
import When from '../business/When.vue'
import LoadState from '../shared/LoadState.vue'
import { kindWords } from './words'

/** What a hook was told and answered, the newest first; each can be looked at and tried again. */
const props = defineProps<{
  messages: (failing: boolean, below?: number) => Promise<HookLine[]>
  message: (id: number) => Promise<HookExchange>
  again: (id: number) => Promise<unknown>
  moves: number
}>()
const PAGE = 50
const lines = ref<HookLine[] | null>(null)
const failing = ref(false)
const open = ref<HookExchange | null>(null)
const more = ref(false)
const fault = ref('')

async function load(below?: number) {
  try {
    const found = await props.messages(failing.value, below)
    lines.value = below === undefined ? found : [...(lines.value ?? []), ...found]
    more.value = found.length === PAGE
    fault.value = ''
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
async function look(line: HookLine) {
  if (open.value?.line.id === line.id) {
    open.value = null
    return
  }
  try {
    open.value = await props.message(line.id)
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
async function tryAgain(id: number) {
  try {
    await props.again(id)
    await load()
  } catch (failed) {
    fault.value = oneLine(failed)
  }
}
const words = (line: HookLine) =>
  line.state === 'TOLD'
    ? `answered ${line.status}`
    : line.failures === 0
      ? 'waits'
      : line.status
        ? `answered ${line.status}, tried ${line.failures} times`
        : `no answer, tried ${line.failures} times`
const pretty = (body: string) => JSON.stringify(JSON.parse(body), null, 2)
watch([failing, () => props.moves], () => void load(), { immediate: true })
</script>

<template>
  <div class="log">
    <div class="row spread">
      <v-checkbox v-model="failing" label="Only what was not taken" density="compact" hide-details />
      <v-btn size="small" @click="load()">Look again</v-btn>
    </div>
    <LoadState :loading="!lines" :fault="fault" />
    <template v-if="lines">
      <p v-if="lines.length === 0" class="quiet">
        {{ failing ? 'Everything was taken.' : 'Nothing was told yet.' }}
      </p>
      <ul v-else>
        <li v-for="line in lines" :key="line.id">
          <button type="button" class="line" :aria-expanded="open?.line.id === line.id" @click="look(line)">
            <span>{{ kindWords(line.kind) }}</span>
            <span class="small quiet"><When :at="line.at" /></span>
            <span
              class="small"
              :class="line.state === 'TOLD' ? 'quiet' : line.failures ? 'grave' : 'quiet'"
              >{{ words(line) }}</span
            >
          </button>
          <div v-if="open?.line.id === line.id" class="exchange">
            <p class="small quiet">
              Message {{ line.messageId
              }}<template v-if="line.tookMs !== undefined"> · answered within {{ line.tookMs }} ms</template
              ><template v-if="line.dueAt && line.failures">
                · tried again <When within :at="line.dueAt" /></template
              ><template v-if="line.personId">
                · <router-link :to="`/people/${line.personId}`">the person</router-link></template
              >
            </p>
            <pre tabindex="0" aria-label="What was sent">{{ pretty(open.body) }}</pre>
            <pre v-if="open.answer" tabindex="0" aria-label="What was answered">{{ open.answer }}</pre>
            <v-btn size="small" @click="tryAgain(line.id)">{{
              line.state === 'TOLD' ? 'Send it again' : 'Try it now'
            }}</v-btn>
          </div>
        </li>
      </ul>
      <v-btn v-if="more" size="small" @click="load(lines[lines.length - 1]!.id)">Older</v-btn>
    </template>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
}
.line {
  display: grid;
  grid-template-columns: minmax(110px, 2fr) minmax(120px, 2fr) minmax(0, 3fr);
  gap: 10px;
  width: 100%;
  min-height: 36px;
  align-items: center;
  text-align: left;
}
.exchange {
  padding: 0 0 12px;
  display: grid;
  gap: 8px;
  justify-items: start;
}
pre {
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  background: var(--sand);
  border-radius: 8px;
  padding: 10px;
  font-size: 13px;
  width: 100%;
  max-height: 320px;
  overflow-y: auto;
}
@media (max-width: 700px) {
  .line {
    grid-template-columns: minmax(0, 1fr) auto;
    padding: 8px 0;
  }
  .line > :last-child {
    grid-column: 1 / -1;
  }
}
</style>
