<script setup lang="ts">
import { ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { PersonDesk, PersonUsed, PersonWhole } from '../api/types'
import { useClock } from '../clock/useClock'
import When from '../business/When.vue'
import { PERSON_STATES } from './states'
import TagField from './TagField.vue'
import { useNotice } from '../shared/useNotice'
import LoadState from '../shared/LoadState.vue'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import MergeDialog from './MergeDialog.vue'
import PersonConsent from './PersonConsent.vue'
import PersonFields from './PersonFields.vue'
import PersonHistory from './PersonHistory.vue'
import PersonLists from './PersonLists.vue'
import PersonNotes from './PersonNotes.vue'
import { usePerson } from './usePerson'
import { usePlaceName } from '../shared/usePlace'

const route = useRoute()
const router = useRouter()
const person = usePerson(() => String(route.params.id))
const clock = useClock()
const whole = ref<PersonWhole | null>(null)
usePlaceName(() => whole.value?.person.email ?? '')
const used = ref<PersonUsed[]>([])
const desk = ref<PersonDesk | null>(null)
const merging = ref(false)
const erasing = ref(false)
/** Grows when something was done, so that the history is read again. */
const done = ref(0)
const fault = ref('')
const blocking = ref(false)
const notice = useNotice()

async function load() {
  try {
    ;[whole.value, used.value, desk.value] = await Promise.all([person.get(), person.used(), person.desk()])
    done.value++
    fault.value = ''
  } catch (failed) {
    fault.value = (failed as Error).message
  }
}

async function block() {
  blocking.value = false
  await person.block()
  await load()
}

async function reachable() {
  await person.reachableAgain()
  await load()
}

const newTag = ref('')

async function tagged(tag: string, give: boolean): Promise<void> {
  await person.tag(tag, give)
  newTag.value = ''
  await load()
  notice.did(give ? `They have the tag “${tag}”.` : `The tag “${tag}” is taken.`, () => tagged(tag, !give))
}

async function track(counts: boolean) {
  whole.value = await person.track(!counts)
}

async function takeOut({ sequence, sequenceId }: PersonWhole['dossier']['runs'][number]) {
  await afterwards(person.takeOut(sequenceId))
  notice.did(`They get no more emails of “${sequence}”.`, () => afterwards(person.putBackInto(sequenceId)))
}

watch([() => clock.moves, () => route.params.id], () => void load(), { immediate: true })

async function afterwards(work: Promise<unknown>) {
  try {
    await work
  } finally {
    await load()
  }
}

async function onList(listId: number, on: boolean): Promise<void> {
  try {
    await afterwards(person.list(listId, on))
    notice.did(on ? 'They are on that list.' : 'They are off that list.', () => onList(listId, !on))
  } catch (failed) {
    notice.tell(failed)
  }
}

async function merge(other: number) {
  await afterwards(person.merge(other))
  notice.did('They are one person now.', () => afterwards(person.unmerge()))
}

async function erase() {
  await person.erase()
  await router.push('/people')
}
</script>

<template>
  <main class="page stack">
    <p class="small alone"><router-link to="/people">All people</router-link></p>
    <LoadState :loading="!whole" :fault="fault" />
    <template v-if="whole">
      <v-alert v-if="desk?.undoable" type="info" variant="tonal" density="compact">
        Taken together with {{ desk.undoable.goneEmail }}.
        <v-btn size="small" variant="text" @click="afterwards(person.unmerge())">Undo the merge</v-btn>
      </v-alert>
      <div class="row">
        <h1>{{ whole.person.email }}</h1>
        <span class="mark" :class="{ live: whole.person.state === 'ON_THE_LIST' }">{{
          PERSON_STATES[whole.person.state]
        }}</span>
        <v-btn v-if="whole.person.state === 'UNREACHABLE'" class="ml-auto" @click="reachable"
          >Reachable again</v-btn
        >
        <v-btn
          v-if="whole.person.state !== 'BLOCKED'"
          :class="{ 'ml-auto': whole.person.state !== 'UNREACHABLE' }"
          @click="blocking = true"
          >Stop their emails</v-btn
        >
        <v-menu>
          <template #activator="{ props: activator }">
            <v-btn :class="{ 'ml-auto': whole.person.state === 'BLOCKED' }" v-bind="activator">More</v-btn>
          </template>
          <v-list density="compact">
            <v-list-item title="Merge with another address…" @click="merging = true" />
            <v-list-item title="Everything known, as a file" :href="person.everything" />
            <v-list-item title="Erase this person…" @click="erasing = true" />
          </v-list>
        </v-menu>
      </div>
      <p class="quiet">
        {{ whole.person.firstName || 'No first name' }} · {{ whole.person.zone ?? 'zone not known' }} · first
        seen
        <When within :at="whole.person.createdAt" />
      </p>
      <div class="halves">
        <div class="stack">
          <PersonHistory :load="person.timeline" :at="[done, whole.person.id]" />
          <PersonNotes
            v-if="desk"
            :notes="desk.notes"
            :add="(words) => afterwards(person.note(words))"
            :remove="(id) => afterwards(person.removeNote(id))"
          />
        </div>
        <div class="stack">
          <PersonFields :whole="whole" :save="(name, answers) => afterwards(person.change(name, answers))" />
          <PersonLists v-if="desk" :person="whole.person" :memberships="desk.lists" :change="onList" />
          <section class="panel" aria-labelledby="passes">
            <h2 id="passes">Passes</h2>
            <p v-if="whole.dossier.passes.length === 0" class="quiet">None yet.</p>
            <dl v-for="(pass, i) in whole.dossier.passes" :key="i">
              <dt>{{ pass.offer }}</dt>
              <dd>
                issued <When within :at="pass.issuedAt" />, used {{ pass.uses
                }}{{ pass.mostUses ? ` of ${pass.mostUses}` : '' }}
                {{ pass.uses === 1 && !pass.mostUses ? 'time' : 'times'
                }}<template v-if="pass.expiresAt">, good until <When within :at="pass.expiresAt" /></template>
              </dd>
            </dl>
          </section>
          <section
            v-for="one in used"
            :key="one.offer"
            class="panel"
            :aria-label="`What they opened of ${one.offer}`"
          >
            <h2>{{ one.offer }}</h2>
            <ul class="used">
              <li v-for="line in one.lines" :key="line">{{ line }}</li>
            </ul>
          </section>
          <section class="panel" aria-labelledby="runs">
            <h2 id="runs">Follow-ups</h2>
            <p v-if="whole.dossier.runs.length === 0" class="quiet">None yet.</p>
            <dl v-for="(run, i) in whole.dossier.runs" :key="i">
              <dt>{{ run.sequence }}</dt>
              <dd>
                began <When within :at="run.startedAt" /><template v-if="run.endedAt"
                  >, ended <When within :at="run.endedAt" /></template
                ><template v-else
                  ><template v-if="run.nextDueAt">, next email <When within :at="run.nextDueAt" /></template>
                  <v-btn class="ml-2" size="x-small" @click="takeOut(run)">Remove from the sequence</v-btn>
                </template>
              </dd>
            </dl>
          </section>
          <section class="panel stack" aria-labelledby="tags">
            <h2 id="tags">Tags</h2>
            <div class="row">
              <span v-for="tag in whole.dossier.tags" :key="tag" class="mark"
                >{{ tag }}
                <button type="button" :aria-label="`Take the tag ${tag}`" @click="tagged(tag, false)">
                  ×
                </button>
              </span>
              <span v-if="whole.dossier.tags.length === 0" class="quiet">None yet.</span>
            </div>
            <form class="row" @submit.prevent="tagged(newTag, true)">
              <TagField v-model="newTag" label="Give a tag" />
              <v-btn type="submit" size="small" :disabled="!newTag.trim()">Give it</v-btn>
            </form>
            <v-switch
              :model-value="!whole.dossier.untracked"
              hide-details
              label="Count what they open and click"
              @update:model-value="track(!!$event)"
            />
          </section>
          <PersonConsent :sign-ups="whole.dossier.signUps" />
        </div>
      </div>
    </template>
    <ConfirmDialog
      v-model="blocking"
      title="Stop their emails?"
      keep="Go on sending"
      action="Stop them"
      grave
      @act="block"
      >Nothing more is sent to {{ whole?.person.email }}, also when they sign up again.</ConfirmDialog
    >
    <MergeDialog
      v-if="merging && whole"
      :person="whole.person"
      :preview="person.mergePreview"
      :merge="merge"
      @close="merging = false"
    />
    <ConfirmDialog
      v-model="erasing"
      title="Erase this person?"
      keep="Keep them"
      action="Erase for good"
      grave
      @act="erase"
      >The address, name, answers, notes, passes and words of their history are gone then, everywhere; counts
      stay. An import does not bring them back. That cannot be undone.</ConfirmDialog
    >
  </main>
</template>

<style scoped>
h1 {
  overflow-wrap: anywhere;
}
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 16px;
  align-items: start;
}
dl {
  border-top: 1px solid var(--line);
  padding: 8px 0;
}
h2 + dl {
  margin-top: 8px;
}
dl:last-child {
  padding-bottom: 0;
}
dt {
  font-weight: 600;
}
dd .small {
  display: block;
}
@media (max-width: 900px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>
