<script setup lang="ts">
import { computed, ref } from 'vue'
import type { IssueView, Subject } from '../api/types'
import When from '../business/When.vue'
import { condition, group } from '../people/criteria'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import { people } from '../shared/when'
import { ISSUE_WORDS } from './words'
import { vCards } from '../shared/vCards'

/** One going-out: how far it is, what became of it, and what can be done about it. */
const props = defineProps<{ issue: IssueView; mailingId: number; subjects: string[] }>()
const emit = defineEmits<{ act: ['PAUSE' | 'GO_ON' | 'STOP'] }>()
const stopping = ref(false)
const n = computed(() => props.issue.numbers)
const isGoing = computed(() => ['SENDING', 'PAUSED', 'FILLING', 'BEGUN'].includes(props.issue.state))
const done = computed(() => n.value.sent + n.value.failed + n.value.dropped)

const found = (what: Subject) => ({
  path: '/people',
  query: { q: JSON.stringify(group('ALL', [condition(what, 'HAS', `m${props.mailingId}`)])) },
})
const of = (k: number) => (n.value.sent ? ` (${Math.round((100 * k) / n.value.sent)} %)` : '')
const versions = computed(() =>
  Object.entries(props.issue.versions)
    .filter(() => Object.keys(props.issue.versions).length > 1)
    .sort(([a], [b]) => a.localeCompare(b)),
)
</script>

<template>
  <section class="stack going" :aria-label="`Going out of ${issue.plannedAt}`">
    <div class="row spread">
      <div class="row">
        <span class="mark" :class="{ live: issue.state === 'SENDING' || issue.state === 'DONE' }">{{
          ISSUE_WORDS[issue.state]
        }}</span>
        <When :at="issue.begunAt" />
      </div>
      <div v-if="isGoing" class="row">
        <v-btn v-if="issue.state === 'SENDING'" size="small" @click="emit('act', 'PAUSE')">Pause</v-btn>
        <v-btn
          v-if="issue.state === 'PAUSED'"
          size="small"
          color="primary"
          variant="flat"
          @click="emit('act', 'GO_ON')"
          >Resume</v-btn
        >
        <v-btn size="small" @click="stopping = true">Stop the rest</v-btn>
      </div>
    </div>
    <template v-if="isGoing">
      <v-progress-linear
        :model-value="(100 * done) / Math.max(1, issue.people)"
        :indeterminate="issue.filling"
        color="secondary"
        aria-label="How far it is"
      />
      <p class="small" role="status">
        {{ done.toLocaleString('en-GB') }} of {{ people(issue.people) }}
        <template v-if="issue.filling">so far; more are being put into the outbox</template>
        <template v-else-if="issue.decideAt">
          have been tried; the rest get the better subject <When within :at="issue.decideAt" /></template
        ><template v-else-if="n.lastDue && n.waiting"
          >; the last one is due <When within :at="n.lastDue" /></template
        >.
      </p>
    </template>
    <p v-if="issue.trouble" class="small grave">{{ issue.trouble }}</p>
    <dl v-if="issue.state !== 'SKIPPED'" class="numbers">
      <div>
        <dt>Sent</dt>
        <dd>
          <router-link :to="found('EMAIL_SENT')">{{ n.sent.toLocaleString('en-GB') }}</router-link>
        </dd>
      </div>
      <div>
        <dt>Opened</dt>
        <dd>
          <router-link :to="found('EMAIL_OPENED')"
            >{{ n.opened.toLocaleString('en-GB') }}{{ of(n.opened) }}</router-link
          >
          <span v-if="n.machine" class="small quiet"> and {{ n.machine }} by machines only</span>
        </dd>
      </div>
      <div>
        <dt>Clicked</dt>
        <dd>
          <router-link :to="found('EMAIL_CLICKED')"
            >{{ n.clicked.toLocaleString('en-GB') }}{{ of(n.clicked) }}</router-link
          >
        </dd>
      </div>
      <div>
        <dt>Left by it</dt>
        <dd>
          <router-link v-if="n.left" :to="found('EMAIL_LEFT')">{{ n.left }}</router-link><template v-else
            >0</template
          >
        </dd>
      </div>
      <div v-if="n.failed">
        <dt>Came back</dt>
        <dd>
          <router-link :to="found('EMAIL_CAME_BACK')">{{ n.failed }}</router-link>
        </dd>
      </div>
      <div v-if="n.dropped">
        <dt>Not sent any more</dt>
        <dd>{{ n.dropped }}</dd>
      </div>
    </dl>
    <table v-if="versions.length" v-cards class="listing">
      <thead>
        <tr>
          <th scope="col">Subject</th>
          <th scope="col">Sent</th>
          <th scope="col">Opened</th>
          <th scope="col">Clicked</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="[version, m] in versions" :key="version">
          <th scope="row">
            {{ version }} {{ subjects[version === 'B' ? 1 : 0]
            }}{{ issue.chosen === version ? ' (the better one)' : '' }}
          </th>
          <td>{{ m.sent }}</td>
          <td>{{ m.opened }}{{ m.sent ? ` (${Math.round((100 * m.opened) / m.sent)} %)` : '' }}</td>
          <td>{{ m.clicked }}</td>
        </tr>
      </tbody>
    </table>
  </section>
  <ConfirmDialog
    v-model="stopping"
    title="Stop the rest?"
    keep="Keep sending"
    action="Stop the rest"
    grave
    @act="emit('act', 'STOP')"
    >{{ people(n.waiting) }} who have not got it yet get it no more. That cannot be taken back.</ConfirmDialog
  >
</template>

<style scoped>
.going {
  border: 1px solid var(--line);
  border-radius: 10px;
  padding: 14px 16px;
}
.numbers {
  display: flex;
  flex-wrap: wrap;
  gap: 10px 28px;
}
dt {
  font-size: 13px;
  color: var(--quiet);
}
dd {
  margin: 0;
  font-weight: 600;
}
</style>
