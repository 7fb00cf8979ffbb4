<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { chanceOf, cupsToMake, keepsTillTomorrow, stakesOf, type Stakes } from '#core/demand'
import { given } from '#core/figures'
import { ProcessLimit } from '#core/process'
import type { Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// How many to make where what is sold goes up and down: a lost sale against a cup that is poured away. Where prices are
// not known, or not to be seen, the chance of enough that is bought for stands in for them.
const props = defineProps<{ recipe: Recipe; expected: number; spread: number; cups: number }>()
const emit = defineEmits<{ make: [cups: number] }>()
const { t } = useI18n()
const { n } = useFormat()
const { ofLimit } = useSentence()
const drinks = useDrinks()
const plan = usePlan()
const ready = useWords('service')

const SHARES = ['0', '50', '90'] as const
const kept = ref<(typeof SHARES)[number]>('0')
const shares = computed(() => SHARES.map((value) => ({ value, title: t(`service.kept.${value}`) })))
const served = computed(() => drinks.served(props.recipe))
const evaluation = computed(() => drinks.evaluate(served.value).evaluation)
const keeps = computed(() => !!evaluation.value && keepsTillTomorrow(evaluation.value))

const stakes = computed((): { of: Stakes | null; limit: ProcessLimit | null } => {
  const cost = evaluation.value && drinks.costOf(served.value.document, evaluation.value)
  if (!cost) return { of: null, limit: null }
  try {
    const share = keeps.value ? Number(kept.value) / 100 : 0
    return { of: stakesOf(cost.lines, drinks.soldHere(props.recipe).price, share, useSession().taxShare), limit: null }
  } catch (e) {
    if (e instanceof ProcessLimit) return { of: null, limit: e }
    throw e
  }
})
const chance = computed(() =>
  stakes.value.of ? chanceOf(stakes.value.of) : given('chance', plan.chance, '1', 'default', 'source.chosen-chance'),
)
const make = computed(() => cupsToMake(props.expected, props.spread, chance.value))
</script>

<template>
  <div v-if="ready" class="how stack" data-test="how-many">
    <p v-if="stakes.limit" class="caution" role="status">{{ ofLimit(stakes.limit) }}</p>
    <template v-else>
      <p>
        {{ t('service.make') }} <FigureButton :figure="make" :digits="0" :label="t('service.make')" /><span
          class="small quiet"
        >
          · {{ t('service.enough', { p: n(chance.value * 100) }) }}</span
        >
      </p>
      <p v-if="stakes.of" class="small">
        {{ t('service.lost') }} <FigureButton :figure="stakes.of.lost" :digits="2" :label="t('service.lost')" />,
        {{ t('service.away') }} <FigureButton :figure="stakes.of.away" :digits="2" :label="t('service.away')" />
      </p>
      <p v-else class="small quiet">{{ t('service.noPrices') }}</p>
      <FieldChoice v-if="stakes.of && keeps" v-model="kept" :label="t('service.keptWhy')" :items="shares" test="kept" />
      <v-btn
        v-if="make.value !== cups && make.value > 0"
        height="48"
        color="primary"
        data-test="make-many"
        @click="emit('make', make.value)"
        >{{ t('service.take', { n: n(make.value) }) }}</v-btn
      >
    </template>
  </div>
</template>

<style scoped>
.how {
  background: var(--sand);
  border-radius: 12px;
  padding: 10px 14px;
}
</style>
