<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import type { MailingPage, MailingView } from '../api/types'
import When from '../business/When.vue'
import { useClock } from '../clock/useClock'
import { freshEmail } from '../email/blocks'
import { asAoifeReads } from '../email/fillIns'
import LoadState from '../shared/LoadState.vue'
import PageButtons from '../shared/PageButtons.vue'
import { useNotice } from '../shared/useNotice'
import { useMailings } from './useMailings'
import { ISSUE_WORDS, STATE_WORDS, whenWords } from './words'
import { vCards } from '../shared/vCards'

/** All emails to many, each with what became of its newest going-out. */
const PAGE = 30
const mailings = useMailings()
const router = useRouter()
const clock = useClock()
const notice = useNotice()
const found = ref<MailingPage | null>(null)
const fault = ref('')
const page = ref(0)
const pages = computed(() => Math.ceil((found.value?.total ?? 0) / PAGE))

async function load() {
  try {
    found.value = await mailings.page(page.value)
    fault.value = ''
  } catch (failed) {
    fault.value = (failed as Error).message
  }
}
watch([page, () => clock.moves], () => void load(), { immediate: true })

async function make() {
  try {
    const made = await mailings.make(freshEmail())
    await router.push(`/mailings/${made.id}`)
  } catch (failed) {
    notice.tell(failed)
  }
}

const newest = (mailing: MailingView) => mailing.issues[0]
const title = ({ settings }: MailingView) =>
  settings.name || asAoifeReads(settings.content.subject) || 'No subject yet'
const state = (mailing: MailingView) => {
  const issue = newest(mailing)
  return issue && mailing.state !== 'SCHEDULED' ? ISSUE_WORDS[issue.state] : STATE_WORDS[mailing.state]
}
const rate = (k: number, n: number) => (n ? `${Math.round((100 * k) / n)} %` : '–')
</script>

<template>
  <div class="row spread">
    <p class="quiet">Emails to everybody on a list, or to some of them.</p>
    <v-btn color="primary" variant="flat" :prepend-icon="mdiPlus" @click="make">New email to many</v-btn>
  </div>
  <LoadState :loading="!found" :fault="fault" />
  <div v-if="found && found.total === 0" class="panel">
    <h2>None yet</h2>
    <p>Write to everybody on a list at once: news, a sale, a letter that comes every Thursday.</p>
  </div>
  <div v-else-if="found" class="panel table">
    <table v-cards class="listing">
      <thead>
        <tr>
          <th scope="col">Email</th>
          <th scope="col">State</th>
          <th scope="col">When</th>
          <th scope="col" class="n">Sent</th>
          <th scope="col" class="n">Opened</th>
          <th scope="col" class="n">Clicked</th>
          <th scope="col" class="n">Left</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="mailing in found.mailings" :key="mailing.id">
          <td>
            <router-link :to="`/mailings/${mailing.id}`">{{ title(mailing) }}</router-link>
            <div v-if="mailing.settings.name" class="small quiet">
              {{ asAoifeReads(mailing.settings.content.subject) }}
            </div>
          </td>
          <td>
            <span class="mark" :class="{ live: mailing.state === 'SCHEDULED' }">{{ state(mailing) }}</span>
          </td>
          <td class="small">
            <template v-if="mailing.nextAt"><When :at="mailing.nextAt" /></template>
            <template v-else-if="newest(mailing)"><When :at="newest(mailing)!.begunAt" /></template>
            <template v-else>{{ whenWords(mailing.settings.when) }}</template>
          </td>
          <template v-if="newest(mailing)">
            <td class="n">{{ newest(mailing)!.numbers.sent.toLocaleString('en-GB') }}</td>
            <td class="n">{{ rate(newest(mailing)!.numbers.opened, newest(mailing)!.numbers.sent) }}</td>
            <td class="n">{{ rate(newest(mailing)!.numbers.clicked, newest(mailing)!.numbers.sent) }}</td>
            <td class="n">{{ newest(mailing)!.numbers.left }}</td>
          </template>
          <td v-else colspan="4" />
        </tr>
      </tbody>
    </table>
  </div>
  <PageButtons v-model="page" :pages="pages" />
</template>

<style scoped>
.table {
  overflow-x: auto;
}
</style>
