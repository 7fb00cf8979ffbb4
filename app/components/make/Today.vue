<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Observed } from '#core/process'
import type { BatchInHand } from '~/composables/useBatch'

// Today's juice: what it reads decides juice, sweetener and water before anything is mixed. What is not read stays as
// the fruit usually is, and is said.
const props = defineProps<{ hand: BatchInHand }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, name } = useFormat()
const today = useTodaysJuice(props.hand)
const keys = computed(() => today.juices.value.map((j) => j.key))
const number = shallowRef<Readonly<Record<string, Observed>>>({})
function read(readings: Readonly<Record<string, Observed>>): void {
  number.value = readings
  today.finding.clear()
}
const isRead = computed(() => Object.values(number.value).some((o) => Object.keys(o).length))
/** Read by its °Bx alone: its acid is as it usually is. */
const withoutAcid = computed(() =>
  today.juices.value.filter((j) => number.value[j.key]?.brix !== undefined && number.value[j.key]?.ta === undefined),
)
const found = computed(() => today.finding.answer.value)
async function take(): Promise<void> {
  if (await today.take(number.value)) emit('close')
}
</script>

<template>
  <form class="sheet stack" novalidate data-test="today-juice" @submit.prevent="today.find(number)">
    <div class="spread">
      <h2>{{ t('today.title') }}</h2>
      <v-btn height="72" @click="emit('close')">{{ t('make.back') }}</v-btn>
    </div>
    <p class="small quiet">{{ t('today.why') }}</p>
    <DrinksJuiceReadings :keys="keys" test="juice" @read="read" />
    <p v-if="withoutAcid.length" class="caution" data-test="no-acid-read">
      {{ t('make.today-s.noAcid', { list: withoutAcid.map((j) => name(j.key)).join(', ') }) }}
    </p>
    <v-btn
      type="submit"
      :color="found ? undefined : 'primary'"
      height="72"
      :disabled="!isRead"
      :loading="today.finding.busy.value"
      data-test="juice-work"
      >{{ t('today.work') }}</v-btn
    >
    <p v-if="today.finding.said.value" class="caution" role="alert">{{ today.finding.said.value }}</p>
    <template v-if="found">
      <p v-if="found.missed.length" class="caution" role="alert" data-test="juice-missed">
        {{ t('make.today-s.missed', { list: found.missed.map((m) => t(`notMet.of.${m}`)).join(', ') }) }}
      </p>
      <p v-if="!today.amended.value.length" data-test="juice-same">{{ t('make.today-s.same') }}</p>
      <table v-else class="rows">
        <thead>
          <tr>
            <td />
            <th class="r">{{ t('make.today-s.sheet') }}</th>
            <th class="r">{{ t('make.today-s.now') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="a in today.amended.value" :key="a.take" :data-test="`amended-${a.key}`">
            <td>{{ name(a.key) }}</td>
            <td class="r num">{{ amount(a.was, a.unit, 0) }}</td>
            <td class="r num">{{ amount(a.is, a.unit, 0) }}</td>
          </tr>
        </tbody>
      </table>
      <v-btn color="primary" height="84" :disabled="hand.busy.value" data-test="juice-take" @click="take">{{
        t(today.amended.value.length ? 'make.today-s.take' : 'make.putDown')
      }}</v-btn>
    </template>
  </form>
</template>
