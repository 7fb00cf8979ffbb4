<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { madeLitre, savedByMaking } from '#core/cost'
import { useDrinks } from '~/stores/drinks'

// A prep as it is made here, against the same out of a bottle.
const { t } = useI18n({ useScope: 'global' })
const { amount, money } = useFormat()
const drinks = useDrinks()
const choices = computed(() =>
  drinks.preps.filter((r) => r.standard && !r.retired).map((r) => ({ value: r.id, title: r.name })),
)
const which = ref<string | null>(null)
const text = ref('')
const price = ref<number | null>(null)
const made = computed(() => {
  const recipe = which.value ? drinks.byId.get(which.value) : undefined
  const evaluation = recipe && drinks.evaluate(drinks.served(recipe)).evaluation
  const cost = evaluation && drinks.costOfPrep(evaluation, recipe.id)
  return cost && evaluation.jug.volume.value > 0 ? madeLitre(evaluation, cost) : null
})
const saved = computed(() => (made.value && price.value !== null ? savedByMaking(made.value, price.value) : null))
</script>

<template>
  <section v-if="choices.length" class="sheet stack no-print" data-test="make-or-buy">
    <h2>{{ t('count.prep') }}</h2>
    <div class="asks">
      <v-select v-model="which" :items="choices" :label="t('count.prepWhich')" data-test="buy-prep" />
      <FieldAmountField
        v-model="text"
        :label="t('count.prepPrice')"
        unit="money"
        paid
        test="buy-price"
        @number="price = $event"
      />
    </div>
    <p v-if="made" data-test="made-litre">
      {{
        t('count.prepMade', {
          goesIn: made.materials === null ? '?' : money(made.materials),
          minutes: amount(made.minutes, 'min', 0),
        })
      }}
    </p>
    <p v-if="saved" data-test="buy-verdict">
      <b>{{
        saved.perLitre < 0
          ? t('count.prepBuy', { money: money(-saved.perLitre) })
          : t('count.prepMake', {
              money: money(saved.perLitre),
              hour: saved.perHandHour === null ? '?' : money(saved.perHandHour),
            })
      }}</b>
    </p>
  </section>
</template>

<style scoped>
.asks {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(240px, 1fr));
  gap: 12px;
  align-items: start;
}
</style>
