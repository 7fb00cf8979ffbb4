<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useCatalogue } from '~/stores/catalogue'
import { usePlan } from '~/stores/plan'

// Litres that no plan line asks for: an order, an event, juice for tomorrow's syrup.
const plan = usePlan()
const catalogue = useCatalogue()
const { t } = useI18n()
const { amount, name } = useFormat()

const MOST_LITRES = 2000
const juice = ref<string | null>(null)
const litres = reactive({ text: '', value: null as number | null })
const juices = computed(() =>
  catalogue.fruits
    .flatMap((f) => {
      const j = catalogue.dataOf(f.key)?.fruit?.juice
      return j ? [{ value: j, title: name(j) }] : []
    })
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const wrong = ref('')
function want(): void {
  wrong.value = !juice.value
    ? t('problem.fruit-missing')
    : litres.value === null || litres.value <= 0 || litres.value > MOST_LITRES
      ? t('problem.litres-out-of-range')
      : ''
  if (wrong.value) return
  plan.wanted = [...plan.wanted.filter((w) => w.juice !== juice.value), { juice: juice.value!, litres: litres.value! }]
  juice.value = null
  litres.text = ''
}
</script>

<template>
  <form class="stack want" novalidate @submit.prevent="want">
    <h2>{{ t('buying.more') }}</h2>
    <v-autocomplete v-model="juice" :items="juices" :label="t('buying.juice')" data-test="want-juice" />
    <div class="two">
      <FieldAmountField
        v-model="litres.text"
        :label="t('juice.amount')"
        unit="L"
        test="want-litres"
        :error="wrong"
        @number="litres.value = $event"
      /><v-btn type="submit" data-test="want">{{ t('buying.add') }}</v-btn>
    </div>
    <p v-for="w in plan.wanted" :key="w.juice" class="spread small">
      <span>{{ name(w.juice) }}, {{ amount(w.litres, 'L', 1) }}</span
      ><v-btn variant="text" size="small" height="44" @click="plan.wanted = plan.wanted.filter((x) => x !== w)">{{
        t('buying.takeOff')
      }}</v-btn>
    </p>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: start;
}
.want {
  border-top: 1px solid var(--rule);
  padding-top: 12px;
}
</style>
