<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import type { Hook, HookAsked } from '../api/types'
import { useClock } from '../clock/useClock'
import { useNames } from '../people/useNames'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import LoadState from '../shared/LoadState.vue'
import PartsNav from '../shared/PartsNav.vue'
import { useLoaded } from '../shared/useLoaded'
import { useNotice } from '../shared/useNotice'
import { SETUP_PARTS } from '../business/setupParts'
import HookCard from './HookCard.vue'
import HookForm from './HookForm.vue'
import HookLog from './HookLog.vue'
import { useHooks } from './useHooks'

/** Other programs that are told what happens. */
const calls = useHooks()
const notice = useNotice()
const clock = useClock()
const names = useNames()
const { value: hooks, fault, again } = useLoaded<Hook[]>(calls.all)
const adding = ref(false)
const changing = ref<number | null>(null)
const logs = ref<number[]>([])
const removing = ref<Hook | null>(null)
const renewing = ref<Hook | null>(null)
const moves = ref(0)

const offers = computed(() => names.value.offers.map((o) => ({ value: Number(o.key), title: o.name })))
const offerNames = (hook: Hook) =>
  hook.offers.map((id) => offers.value.find((o) => o.value === id)?.title ?? 'an offer that is gone')

async function act(what: () => Promise<unknown>, done = '') {
  try {
    await what()
    if (done) {
      notice.did(done)
    }
  } catch (failed) {
    notice.tell(failed)
  }
  await again()
  moves.value++
}
const save = (asked: HookAsked) =>
  changing.value === null ? calls.make(asked) : calls.save(changing.value, asked)
async function saved() {
  adding.value = false
  changing.value = null
  await again()
}
function toggleLog(id: number, open: boolean) {
  logs.value = open ? [...logs.value, id] : logs.value.filter((one) => one !== id)
}
watch(
  () => clock.moves,
  () => void act(async () => {}),
)
</script>

<template>
  <main class="page stack">
    <div class="row spread">
      <div class="row">
        <h1>Setup</h1>
        <PartsNav :parts="SETUP_PARTS" at="/setup" here="connections" label="Setup" />
      </div>
      <v-btn v-if="hooks?.length && !adding" color="primary" :prepend-icon="mdiPlus" @click="adding = true"
        >Tell another program</v-btn
      >
    </div>
    <LoadState :loading="!hooks" :fault="fault" />
    <template v-if="hooks">
      <HookForm v-if="adding" :offers="offers" :save="save" @done="saved" @cancel="adding = false" />
      <section v-else-if="hooks.length === 0" class="panel stack empty">
        <h2>Tell other programs what happens</h2>
        <p>
          A shop, a spreadsheet or a program of your own can be told at once when somebody signs up, confirms,
          uses a code or leaves. Nothing gets lost while it is away: it is told later, in order.
        </p>
        <v-btn color="primary" variant="flat" :prepend-icon="mdiPlus" @click="adding = true"
          >Tell another program</v-btn
        >
      </section>
      <template v-for="hook in hooks" :key="hook.id">
        <HookForm
          v-if="changing === hook.id"
          :hook="hook"
          :offers="offers"
          :save="save"
          @done="saved"
          @cancel="changing = null"
        />
        <HookCard
          v-else
          :hook="hook"
          :offer-names="offerNames(hook)"
          :log="logs.includes(hook.id)"
          @update:log="(open: boolean) => toggleLog(hook.id, open)"
          @change="changing = hook.id"
          @test="act(() => calls.test(hook.id), 'A test is on its way. The log shows what was answered.')"
          @turn="(on: boolean) => act(() => (on ? calls.turnOn(hook.id) : calls.pause(hook.id)))"
          @all-again="act(() => calls.allAgain(hook.id), 'All are tried again now.')"
          @remove="removing = hook"
          @renew-secret="renewing = hook"
        >
          <HookLog
            :messages="(failing, below) => calls.messages(hook.id, failing, below)"
            :message="(id) => calls.message(hook.id, id)"
            :again="(id) => calls.again(hook.id, id)"
            :moves="moves"
          />
        </HookCard>
      </template>
    </template>
    <ConfirmDialog
      :model-value="!!removing"
      title="Remove this hook?"
      keep="Keep it"
      action="Remove it"
      grave
      @update:model-value="removing = null"
      @act="act(() => calls.remove(removing!.id))"
    >
      “{{ removing?.name }}” is told nothing any more, what waits included. Pause it instead to tell it later.
    </ConfirmDialog>
    <ConfirmDialog
      :model-value="!!renewing"
      title="Make another secret?"
      keep="Keep it"
      action="Make another"
      grave
      @update:model-value="renewing = null"
      @act="act(() => calls.renewSecret(renewing!.id), 'Give the new secret to the receiver now.')"
    >
      Messages are signed with the new one from now on. Until “{{ renewing?.name }}” knows it, it will refuse
      them; they are tried again.
    </ConfirmDialog>
  </main>
</template>

<style scoped>
.empty {
  max-width: 560px;
  justify-items: start;
}
</style>
