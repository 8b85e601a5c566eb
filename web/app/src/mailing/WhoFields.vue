<script setup lang="ts">
import { computed } from 'vue'
import type { Forecast, MailingSettings } from '../api/types'
import CriterionGroup from '../people/CriterionGroup.vue'
import { useLists } from '../people/useLists'
import { useNames } from '../people/useNames'
import { useSegments } from '../people/useSegments'
import { people } from '../shared/when'
import { condition, group } from '../people/criteria'

/** Who gets it: a list, narrowed, and with others left out. */
const props = defineProps<{
  forecast: Forecast | null
  fault: string
  /** Other emails to many whose choice of people can be shared. */
  others: { title: string; value: number }[]
  problemAt(field: string): string | undefined
}>()
const mailing = defineModel<MailingSettings>({ required: true })
const names = useNames()
const lists = useLists()
const segments = useSegments()
const who = computed(() => mailing.value.recipients)
const segmentChoices = computed(() => segments.all.map(({ id, name }) => ({ title: name, value: id })))
const shares = computed({
  get: () => mailing.value.sharesWith ?? null,
  set: (id) => (mailing.value.sharesWith = id ?? undefined),
})

/** Where those who get it now can be looked at. */
const shown = computed(() => {
  const all = segments.all.filter((s) => who.value.segments.includes(s.id)).map((s) => s.question)
  const none = segments.all.filter((s) => who.value.exceptSegments.includes(s.id)).map((s) => s.question)
  const q = group('ALL', [
    condition('LIST', 'HAS', String(who.value.listId)),
    condition('STATE', 'IS', 'on_the_list'),
    ...all,
    ...who.value.who.parts,
    ...(none.length || who.value.except.parts.length
      ? [group('NONE', [...none, ...who.value.except.parts])]
      : []),
  ])
  return { path: '/people', query: { q: JSON.stringify(q) } }
})
</script>

<template>
  <section class="stack" aria-labelledby="who">
    <div class="row spread">
      <h2 id="who">Who</h2>
      <v-select
        v-if="others.length"
        v-model="shares"
        class="shares"
        density="compact"
        hide-details
        label="People"
        :items="[{ title: 'chosen here', value: null }, ...others]"
      />
    </div>
    <template v-if="shares === null">
      <div class="row">
        <v-select
          v-model="who.listId"
          class="half"
          label="Everybody on"
          :items="lists.all.map(({ list }) => ({ title: list.settings.name, value: list.id }))"
          :error-messages="problemAt('recipients.listId')"
        />
        <v-select
          v-model="who.segments"
          class="half"
          multiple
          chips
          label="And in these segments"
          no-data-text="No segment yet: save one in People"
          :items="segmentChoices"
        />
      </div>
      <div class="line">
        <span class="quiet">and</span>
        <CriterionGroup v-model="who.who" :names="names" label="Must match" />
      </div>
      <div class="line">
        <span class="quiet">but not</span>
        <div class="stack tight">
          <v-select
            v-if="segmentChoices.length"
            v-model="who.exceptSegments"
            class="except"
            density="compact"
            hide-details
            multiple
            chips
            label="In these segments"
            :items="segmentChoices"
          />
          <CriterionGroup v-model="who.except" :names="names" label="Excluded" usual="ANY" />
        </div>
      </div>
    </template>
    <p v-else class="quiet small">The same people as that email: whoever fits when this one goes out.</p>
    <p v-if="props.fault" class="grave small" role="alert">{{ props.fault }}</p>
    <p v-else-if="forecast" role="status">
      <strong class="count">{{ people(forecast.people) }} today.</strong>
      <template v-if="forecast.unreachable">
        {{ forecast.unreachable }} of those who fit cannot be reached.</template
      >
      {{ ' ' }}<router-link v-if="shares === null" class="small" :to="shown">Who they are</router-link>
    </p>
  </section>
</template>

<style scoped>
.half {
  flex: 1 1 200px;
  min-width: 0;
}
.shares {
  flex: 0 1 240px;
}
.except {
  max-width: 320px;
}
.tight {
  gap: 8px;
}
.line {
  display: grid;
  grid-template-columns: 56px minmax(0, 1fr);
  gap: 8px;
  align-items: baseline;
}
.count {
  font-size: 17px;
}
</style>
