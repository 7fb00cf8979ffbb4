<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Observed } from '#core/process'
import type { BatchInHand } from '~/composables/useBatch'

// Today's juice: what it reads decides juice, sweetener and water before anything is mixed. What is not read stays as
// the fruit usually is, and is said.
const props = defineProps<{ hand: BatchInHand }>()
const emit = defineEmits<{ close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, name, n, day } = useFormat()
const today = useTodaysJuice(props.hand)
const text = reactive<Record<string, { brix: string; ta: string }>>({})
const number = reactive<Record<string, Observed>>({})
watch(
  today.juices,
  (all) => {
    for (const { key } of all) {
      text[key] ??= { brix: '', ta: '' }
      number[key] ??= {}
    }
  },
  { immediate: true },
)
function set(key: string, of: keyof Observed, v: number | null): void {
  const { [of]: _, ...rest } = number[key] ?? {}
  number[key] = v === null ? rest : { ...rest, [of]: v }
  today.finding.clear()
}
const isRead = computed(() => Object.values(number).some((o) => Object.keys(o).length))
/** Read by its °Bx alone: its acid is as it usually is. */
const withoutAcid = computed(() =>
  today.juices.value.filter((j) => number[j.key]?.brix !== undefined && number[j.key]?.ta === undefined),
)
const found = computed(() => today.finding.answer.value)
async function take(): Promise<void> {
  if (await today.take({ ...number })) emit('close')
}
</script>

<template>
  <form class="sheet stack" novalidate data-test="today-juice" @submit.prevent="today.find({ ...number })">
    <div class="spread">
      <h2>{{ t('today.title') }}</h2>
      <v-btn height="72" @click="emit('close')">{{ t('make.back') }}</v-btn>
    </div>
    <p class="small quiet">{{ t('today.why') }}</p>
    <div v-for="j in today.juices.value" :key="j.take" class="juice">
      <b>{{ name(j.key) }}</b>
      <FieldAmountField
        v-model="text[j.key]!.brix"
        :label="t('target.brix')"
        unit="°Bx"
        device
        :test="`juice-brix-${j.key}`"
        @number="set(j.key, 'brix', $event)"
      />
      <FieldAmountField
        v-model="text[j.key]!.ta"
        :label="t('target.ta')"
        unit="g/100 mL"
        metric
        :test="`juice-ta-${j.key}`"
        @number="set(j.key, 'ta', $event)"
      />
      <p v-if="j.lastRead" class="small quiet">
        {{
          t('make.today-s.last', {
            day: day(j.lastRead.at),
            brix: j.lastRead.brix === null ? '–' : n(j.lastRead.brix, 1),
            ta: j.lastRead.ta === null ? '–' : n(j.lastRead.ta, 2),
          })
        }}
      </p>
    </div>
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
        t('make.today-s.take')
      }}</v-btn>
    </template>
  </form>
</template>

<style scoped>
.juice {
  display: grid;
  grid-template-columns: minmax(110px, 1fr) 130px 160px;
  gap: 10px;
  align-items: center;
}
.juice .small {
  grid-column: 1 / -1;
}
@media (max-width: 700px) {
  .juice {
    grid-template-columns: 1fr 1fr;
  }
  .juice > b {
    grid-column: 1 / -1;
  }
}
</style>
