<script setup lang="ts">
import { mdiAlertCircleOutline, mdiCheckCircleOutline, mdiProgressClock } from '@mdi/js'
import { computed, onUnmounted, ref, watch } from 'vue'
import type { BackupRun, Backups } from '../api/types'
import { useBusiness } from '../business/useBusiness'
import { useClock } from '../clock/useClock'
import LoadState from '../shared/LoadState.vue'
import { useLoaded } from '../shared/useLoaded'
import { useNotice } from '../shared/useNotice'
import { exact, when } from '../shared/when'
import { BY, outcome } from './words'

/** The back-ups there are, how the newest fares, and one more now. */
const props = defineProps<{
  backups: () => Promise<Backups>
  backUp: () => Promise<unknown>
  nightly: boolean
}>()
const LOOK_EVERY = 2000
const notice = useNotice()
const clock = useClock()
const business = useBusiness()
const { value: standing, fault, again } = useLoaded<Backups>(props.backups)
const begun = ref(false)
const running = computed(() => standing.value?.runs[0]?.state === 'RUNNING')
const ICONS: Record<BackupRun['state'], string> = {
  RUNNING: mdiProgressClock,
  GOOD: mdiCheckCircleOutline,
  FAILED: mdiAlertCircleOutline,
  CUT_OFF: mdiAlertCircleOutline,
}

const nameOf = (place: string) => place.slice(place.lastIndexOf('/') + 1)
async function begin() {
  begun.value = true
  try {
    await props.backUp()
  } catch (failed) {
    notice.tell(failed)
  }
  await again()
  begun.value = false
}
const timer = setInterval(() => {
  if (running.value) {
    void again()
  }
}, LOOK_EVERY)
onUnmounted(() => clearInterval(timer))
watch(
  () => clock.moves,
  () => void again(),
)
</script>

<template>
  <section class="panel stack" aria-labelledby="backups-title">
    <div class="row spread">
      <h2 id="backups-title">Back-ups</h2>
      <v-btn v-if="standing" color="primary" variant="flat" :loading="begun || running" @click="begin"
        >Back up now</v-btn
      >
    </div>
    <LoadState :loading="!standing" :fault="fault" />
    <template v-if="standing">
      <v-alert v-if="standing.missed" type="warning" variant="tonal">
        There has been no good back-up for more than two days.
      </v-alert>
      <p v-else-if="standing.lastGood">
        The last good one:
        <span :title="exact(standing.lastGood, business.zone)">{{
          when(standing.lastGood, clock.now(), business.zone)
        }}</span>.
      </p>
      <p v-if="standing.runs.length === 0" class="quiet">
        {{
          nightly
            ? 'The first one is made tonight.'
            : 'None yet. A back-up holds the database, every file and the key; people sign up and emails go out while it is made.'
        }}
      </p>
      <ul v-else class="runs" aria-live="polite">
        <li
          v-for="run in standing.runs"
          :key="run.id"
          :class="run.state.toLowerCase()"
          :aria-busy="run.state === 'RUNNING'"
        >
          <v-icon :icon="ICONS[run.state]" size="20" aria-hidden="true" />
          <div>
            <p>
              <span :title="exact(run.beganAt, business.zone)">{{
                when(run.beganAt, clock.now(), business.zone)
              }}</span>
              <span class="small quiet">{{ ` ${BY[run.by]}` }}</span>
            </p>
            <p class="small">{{ outcome(run) }}</p>
            <p v-if="run.place" class="small quiet" :title="run.place">{{ nameOf(run.place) }}</p>
          </div>
        </li>
      </ul>
      <p class="small quiet">
        Each is looked through before it counts. To put one back: <code>jeton restore BACKUP HOME</code>,
        which counts everything again.
      </p>
    </template>
  </section>
</template>

<style scoped>
.runs {
  list-style: none;
  padding: 0;
  margin: 0;
  max-height: 420px;
  overflow: auto;
}
.runs li {
  display: flex;
  gap: 12px;
  padding: 8px 0;
  border-top: 1px solid var(--line);
}
.runs .good .v-icon {
  color: rgb(var(--v-theme-success));
}
.runs .failed .v-icon,
.runs .cut_off .v-icon {
  color: rgb(var(--v-theme-error));
}
</style>
