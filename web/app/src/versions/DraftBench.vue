<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import type { EmailContent, FormSettings, Shape, TrialContent, TrialSettings, TrialView } from '../api/types'
import EmailEditor from '../email/EmailEditor.vue'
import { useWritten } from '../email/useWritten'
import SavedNote from '../shared/SavedNote.vue'
import { useDocument, type Document } from '../shared/saving/useDocument'
import Workbench from '../shared/Workbench.vue'
import { useTrials } from '../trial/useTrials'
import DifferenceTable from './DifferenceTable.vue'
import OtherForm from './OtherForm.vue'
import TrialFields from './TrialFields.vue'
import VersionPreview from './VersionPreview.vue'

/** Version B while it is written, and how it will be tried. Nobody meets it before it begins. */
const props = defineProps<{ trial: TrialView; shape?: Shape }>()
const emit = defineEmits<{ begun: [trial: TrialView]; gone: [] }>()
const trials = useTrials()
const router = useRouter()
const busy = ref(false)
const see = ref<'A' | 'B'>('B')
const newest = ref(props.trial)

interface Draft {
  settings: TrialSettings
  other: TrialContent
}
const versioned = (view: TrialView) => {
  newest.value = view
  return { version: view.version, value: { settings: view.settings, other: view.other } }
}
const document = useDocument<Draft>(`trial ${props.trial.id}`, {
  load: async () => versioned(await trials.get(props.trial.id)),
  save: async (version, draft) =>
    versioned(await trials.save(props.trial.id, version, draft.settings, draft.other)),
})
const draft = computed(() => document.value.value)
const form = computed({
  get: () => draft.value!.other.form!,
  set: (now: FormSettings) => (draft.value!.other.form = now),
})
const email = computed({
  get: () => draft.value!.other.email!,
  set: (now: EmailContent) => (draft.value!.other.email = now),
})
const problemAt = (field: string) => document.problemAt(field)
const kind = computed(() => (props.trial.tested === 'CONFIRMATION' ? 'CONFIRMATION' : 'FOLLOW_UP'))
const seen = computed(() => (see.value === 'A' ? props.trial.inUse : draft.value?.other))
const written = useWritten(() =>
  seen.value?.email ? { content: seen.value.email, kind: kind.value, offerId: props.trial.offerId } : null,
)
const saved = computed(() => document.state.value === 'saved')

async function begin() {
  busy.value = true
  const begun = await trials.start(props.trial.id)
  busy.value = false
  if (begun) {
    emit('begun', begun)
  }
}
async function discard() {
  // Whoever takes it back may be on any screen by then: it leads to where the version is again.
  if (await trials.discard(props.trial, () => router.push(`/trials/${props.trial.id}`))) {
    emit('gone')
  }
}
</script>

<template>
  <Workbench wide>
    <template #settings>
      <div class="row spread">
        <h2>Version B</h2>
        <SavedNote :document="document as Document<unknown>" />
      </div>
      <template v-if="draft">
        <OtherForm v-if="draft.other.form && shape" v-model="form" :shape="shape" :problem-at="problemAt" />
        <EmailEditor
          v-if="draft.other.email"
          v-model="email"
          :kind="kind"
          path="email"
          :problem-at="problemAt"
          :written="written"
        />
        <section class="how stack" aria-labelledby="how">
          <h2 id="how">How it is tried</h2>
          <DifferenceTable :differences="newest.differences" />
          <TrialFields v-model="draft.settings" :measures="trial.measures" :problem-at="problemAt" />
          <p v-if="trial.tested === 'FORM'" class="small quiet">
            Each visitor keeps the version they met first. A form in a frame or pasted as HTML stays version
            A, and is not counted.
          </p>
          <div class="row">
            <v-btn
              color="primary"
              variant="flat"
              :loading="busy"
              :disabled="!saved || newest.differences.length === 0"
              @click="begin"
              >Begin the trial</v-btn
            >
            <v-btn @click="discard">Throw B away</v-btn>
          </div>
        </section>
      </template>
    </template>
    <template #preview>
      <VersionPreview v-model="see" :trial="trial" :content="seen" :shape="shape" :written="written" />
    </template>
  </Workbench>
</template>

<style scoped>
.how {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}
</style>
