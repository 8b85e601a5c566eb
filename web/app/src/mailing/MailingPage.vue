<script setup lang="ts">
import { mdiArrowLeft, mdiContentCopy } from '@mdi/js'
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { EmailContent, MailingView } from '../api/types'
import When from '../business/When.vue'
import EmailEditor from '../email/EmailEditor.vue'
import LayoutDialog from '../email/LayoutDialog.vue'
import EmailPreview from '../email/EmailPreview.vue'
import { useWritten } from '../email/useWritten'
import { asAoifeReads } from '../email/fillIns'
import Choice from '../shared/Choice.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import LoadState from '../shared/LoadState.vue'
import type { Document } from '../shared/saving/useDocument'
import SavedNote from '../shared/SavedNote.vue'
import { useNotice } from '../shared/useNotice'
import Workbench from '../shared/Workbench.vue'
import IssueCard from './IssueCard.vue'
import SendDialog from './SendDialog.vue'
import SubjectTrial from './SubjectTrial.vue'
import { useMailing } from './useMailing'
import { useMailings } from './useMailings'
import WhenFields from './WhenFields.vue'
import WhoFields from './WhoFields.vue'
import { sendWords, STATE_WORDS, whenWords } from './words'
import { usePlaceName } from '../shared/usePlace'

/** An email to many: written, sent, and looked after while it goes. */
const route = useRoute()
const router = useRouter()
const notice = useNotice()
const id = Number(route.params.id)
const { view, document, isDraft, outlook, schedule, callOff, change } = useMailing(id)
const mailings = useMailings()
const settings = computed(() => document.value.value)
const forecast = computed(() => outlook.answer.value)
const version = ref<'A' | 'B'>('A')
const dialog = ref<'' | 'send' | 'remove' | 'layout'>('')
const busy = ref(false)
const others = ref<{ title: string; value: number }[]>([])

const shown = computed<EmailContent | null>(() => {
  const now = settings.value ?? view.value?.settings
  if (!now) {
    return null
  }
  return version.value === 'B' && now.subjects
    ? { ...now.content, subject: now.subjects.subject }
    : now.content
})
const written = useWritten(() => (shown.value ? { content: shown.value, kind: 'MAILING' } : null))
const title = computed(() => {
  const now = settings.value ?? view.value?.settings
  return now ? now.name || asAoifeReads(now.content.subject) || 'An email to many' : ''
})
usePlaceName(() => title.value)
const hasGone = computed(() => (view.value?.issues.length ?? 0) > 0)
const mayBeSentAgain = computed(
  () => hasGone.value && view.value?.state === 'ENDED' && view.value.settings.when.kind !== 'REPEATED',
)
const VERSIONS = [
  { value: 'A', words: 'A' },
  { value: 'B', words: 'B' },
] as const

async function doing(work: () => Promise<unknown>) {
  busy.value = true
  try {
    await work()
  } catch (failed) {
    notice.tell(failed)
  } finally {
    busy.value = false
    dialog.value = ''
  }
}

const open = (made: MailingView) => router.push(`/mailings/${made.id}`)
const remove = () =>
  doing(async () => {
    await mailings.remove(id)
    await router.push('/emails/many')
  })

onMounted(async () => {
  const page = await mailings.page(0).catch(() => null)
  others.value = (page?.mailings ?? [])
    .filter((other) => other.id !== id && !other.settings.sharesWith)
    .map((other) => ({
      value: other.id,
      title: `those of “${other.settings.name || other.settings.content.subject || other.id}”`,
    }))
})
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <div class="row head">
        <v-btn
          :icon="mdiArrowLeft"
          variant="text"
          size="small"
          to="/emails/many"
          aria-label="All emails to many"
        />
        <h1>{{ title }}</h1>
        <span v-if="view" class="mark" :class="{ live: view.state === 'SCHEDULED' }">{{
          STATE_WORDS[view.state]
        }}</span>
        <span v-if="view?.state === 'SCHEDULED' && view.nextAt" class="quiet small"
          >goes out <When within :at="view.nextAt"
        /></span>
      </div>
      <div v-if="view" class="row">
        <SavedNote v-if="isDraft" :document="document as Document<unknown>" />
        <v-btn
          v-if="isDraft && settings"
          color="primary"
          variant="flat"
          :disabled="!forecast"
          @click="dialog = 'send'"
          >{{ sendWords(settings.when, forecast) }}</v-btn
        >
        <v-btn v-if="view.state === 'SCHEDULED'" :loading="busy" @click="doing(callOff)">{{
          hasGone ? 'End it' : 'Cancel the sending'
        }}</v-btn>
        <v-btn v-if="mayBeSentAgain" @click="doing(async () => open(await mailings.again(id)))"
          >Again to those who did not open it</v-btn
        >
        <v-btn
          v-if="!isDraft"
          :prepend-icon="mdiContentCopy"
          @click="doing(async () => open(await mailings.copy(id)))"
          >Copy</v-btn
        >
        <v-btn v-if="!isDraft" variant="text" @click="dialog = 'layout'">Save as a layout</v-btn>
        <v-btn v-if="isDraft && !hasGone" variant="text" @click="dialog = 'remove'">Remove</v-btn>
      </div>
    </div>
    <LoadState :loading="!view" :fault="document.state.value === 'failed' ? document.message.value : ''" />
    <Workbench v-if="view && settings" wide>
      <template #settings>
        <template v-if="isDraft">
          <WhoFields
            v-model="settings"
            :forecast="forecast"
            :fault="outlook.fault.value"
            :others="others"
            :problem-at="document.problemAt"
          />
          <WhenFields v-model="settings" :forecast="forecast" :problem-at="document.problemAt" />
          <section class="stack" aria-labelledby="says">
            <h2 id="says">What it says</h2>
            <v-text-field
              v-model="settings.name"
              label="Name, for you only"
              placeholder="the subject"
              maxlength="120"
              :error-messages="document.problemAt('name')"
            />
            <EmailEditor
              v-model="settings.content"
              kind="MAILING"
              path="content"
              :problem-at="document.problemAt"
              :written="written"
            />
            <v-switch
              v-if="settings.content.blocks.some((block) => block.kind === 'FEED')"
              v-model="settings.staysAway"
              label="With nothing new in its feeds, it is not sent"
            />
          </section>
          <SubjectTrial v-model="settings" :forecast="forecast" :problem-at="document.problemAt" />
        </template>
        <section v-else class="stack">
          <IssueCard
            v-for="issue in view.issues"
            :key="issue.id"
            :issue="issue"
            :mailing-id="id"
            :subjects="[view.settings.content.subject, view.settings.subjects?.subject ?? '']"
            @act="doing(() => change(issue, $event))"
          />
          <p>
            It {{ view.state === 'SCHEDULED' ? 'goes' : 'went' }} out {{ whenWords(view.settings.when) }}.
          </p>
          <p class="small quiet">
            {{
              view.state === 'SCHEDULED'
                ? 'To change it, call it off first; nothing is lost by it.'
                : 'What has gone out stays as it was. Copy it to write the next one.'
            }}
          </p>
        </section>
      </template>
      <template #preview>
        <Choice
          v-if="settings.subjects"
          v-model="version"
          :choices="VERSIONS"
          label="Version of the subject"
        />
        <EmailPreview :written="written" />
      </template>
    </Workbench>
    <LayoutDialog v-if="dialog === 'layout' && shown" what="keep" :email="shown" @close="dialog = ''" />
    <SendDialog
      v-if="dialog === 'send' && forecast && settings"
      :settings="settings"
      :forecast="forecast"
      :written="written"
      :busy="busy"
      @send="doing(schedule)"
      @close="dialog = ''"
    />
    <ConfirmDialog
      :model-value="dialog === 'remove'"
      title="Remove this email?"
      keep="Keep it"
      action="Remove it"
      grave
      @update:model-value="dialog = ''"
      @act="remove"
      >What you wrote is gone then. Nobody has got it.</ConfirmDialog
    >
  </main>
</template>

<style scoped>
.head {
  min-width: 0;
}
h1 {
  overflow-wrap: anywhere;
}
</style>
