<script setup lang="ts">
import { mdiPlus } from '@mdi/js'
import { onUnmounted, ref, watch } from 'vue'
import { SETUP_PARTS } from '../business/setupParts'
import { useClock } from '../clock/useClock'
import type { OutsideList, OutsideListKinds } from '../api/types'
import { useNames } from '../people/useNames'
import ConfirmDialog from '../shared/ConfirmDialog.vue'
import LoadState from '../shared/LoadState.vue'
import PartsNav from '../shared/PartsNav.vue'
import { useLoaded } from '../shared/useLoaded'
import { useNotice } from '../shared/useNotice'
import ConnectForm from './ConnectForm.vue'
import ListBench from './ListBench.vue'
import ListCard from './ListCard.vue'
import ListLog from './ListLog.vue'
import { useOutsideLists } from './useOutsideLists'

/** Lists elsewhere that people are handed on to. */
const LOOK_EVERY = 3000
const calls = useOutsideLists()
const notice = useNotice()
const clock = useClock()
const names = useNames()
const { value: lists, fault, again } = useLoaded<OutsideList[]>(calls.all)
const { value: kinds } = useLoaded<OutsideListKinds>(calls.kinds)
const adding = ref(false)
const changing = ref<number | null>(null)
const logs = ref<number[]>([])
const removing = ref<OutsideList | null>(null)
const catching = ref<OutsideList | null>(null)
const people = ref(0)
const moves = ref(0)

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
async function made(list: OutsideList) {
  adding.value = false
  await again()
  changing.value = list.id
}
async function saved() {
  changing.value = null
  await again()
}
async function askEverybody(list: OutsideList) {
  await act(async () => {
    people.value = (await calls.everybody(list.id)).people
    catching.value = list
  })
}
function toggleLog(id: number, open: boolean) {
  logs.value = open ? [...logs.value, id] : logs.value.filter((one) => one !== id)
}
const isUnderWay = (list: OutsideList) =>
  list.state === 'ON' && (list.counts.waiting > 0 || list.catchUp?.after !== undefined)
const timer = setInterval(() => {
  if (lists.value?.some(isUnderWay)) {
    void again()
  }
}, LOOK_EVERY)
onUnmounted(() => clearInterval(timer))
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
        <PartsNav :parts="SETUP_PARTS" at="/setup" here="outside-lists" label="Setup" />
      </div>
      <v-btn v-if="lists?.length && !adding" color="primary" :prepend-icon="mdiPlus" @click="adding = true"
        >Connect a list</v-btn
      >
    </div>
    <LoadState :loading="!lists || !kinds" :fault="fault" />
    <template v-if="lists && kinds">
      <ConnectForm
        v-if="adding"
        :services="kinds.services"
        :make="calls.make"
        @done="made"
        @cancel="adding = false"
      />
      <section v-else-if="lists.length === 0" class="panel stack empty">
        <h2>Hand people on to a list elsewhere</h2>
        <p>
          Whoever signs up here can be written to a list service you use, with the fields and tags you choose.
          Leaving is told both ways, and nobody who left is put back.
        </p>
        <v-btn color="primary" variant="flat" :prepend-icon="mdiPlus" @click="adding = true"
          >Connect a list</v-btn
        >
      </section>
      <template v-for="list in lists" :key="list.id">
        <ListBench
          v-if="changing === list.id"
          :list="list"
          :ours="kinds.ours"
          :offers="names.offers"
          :calls="calls"
          @done="saved"
          @cancel="changing = null"
        />
        <ListCard
          v-else
          :list="list"
          :ours="kinds.ours"
          :offers="names.offers"
          :test="() => calls.test(list.id)"
          :log="logs.includes(list.id)"
          @update:log="(open: boolean) => toggleLog(list.id, open)"
          @change="changing = list.id"
          @turn="(on: boolean) => act(() => calls.turn(list.id, on))"
          @all-again="act(() => calls.allAgain(list.id), 'All are tried again now.')"
          @everybody="askEverybody(list)"
          @stop="act(() => calls.stop(list.id), 'Nobody more is handed on of those who were there before.')"
          @remove="removing = list"
        >
          <ListLog
            :people="(state, after) => calls.people(list.id, state, after)"
            :again="(person) => calls.again(list.id, person)"
            :moves="moves"
          />
        </ListCard>
      </template>
    </template>
    <ConfirmDialog
      :model-value="!!removing"
      title="Take this list away?"
      keep="Keep it"
      action="Take it away"
      grave
      @update:model-value="removing = null"
      @act="act(() => calls.remove(removing!.id))"
    >
      Nobody is handed on to “{{ removing?.settings.name }}” any more, and its key is forgotten. Who is on it
      stays on it.
    </ConfirmDialog>
    <ConfirmDialog
      :model-value="!!catching"
      title="Hand on those who are here already?"
      keep="Not now"
      :action="`Hand on ${people.toLocaleString('en-GB')}`"
      @update:model-value="catching = null"
      @act="act(() => calls.handOnEverybody(catching!.id))"
    >
      {{ people.toLocaleString('en-GB') }} {{ people === 1 ? 'person is' : 'people are' }} on the list here.
      Those the service knows already are brought up to date; whoever left there is let be.
    </ConfirmDialog>
  </main>
</template>

<style scoped>
.empty {
  max-width: 560px;
  justify-items: start;
}
</style>
