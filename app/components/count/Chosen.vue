<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useSession } from '~/stores/session'
import type { ChosenDrink } from '~/composables/useChosen'

// What guests built: of each drink that they could, how strong its cups were and what they cost.
defineProps<{ drinks: readonly ChosenDrink[] }>()
const { t } = useI18n({ useScope: 'global' })
const { n, name, money, amount } = useFormat()
const session = useSession()
</script>

<template>
  <section v-if="drinks.length" class="sheet stack" data-test="count-chosen">
    <h2>{{ t('count.chosen') }}</h2>
    <div v-for="d in drinks" :key="d.recipeId" class="stack one" data-test="chosen-drink">
      <div class="spread">
        <b>{{ d.name }}</b> <span class="num">{{ t('serve.cups', { n: n(d.cups) }, d.cups) }}</span>
      </div>
      <p class="small num">
        {{
          t('count.chosenBrix', { low: n(d.brix.low, 1), high: n(d.brix.high, 1), mean: amount(d.brix.mean, '°Bx', 1) })
        }}
        <template v-if="session.isOwner && d.cost">
          {{ t('count.chosenCost', { low: money(d.cost.low), high: money(d.cost.high), mean: money(d.cost.mean) }) }}
        </template>
      </p>
      <ul class="plain small">
        <li v-for="c in d.choices" :key="c.options.join()">
          {{ c.options.length ? c.options.map((o) => name(o)).join(', ') : t('count.asItIs') }}:
          <span class="num">{{ n(c.cups) }}</span>
        </li>
      </ul>
      <p v-if="d.unknown" class="small quiet">{{ t('count.chosenUnknown', { n: n(d.unknown) }, d.unknown) }}</p>
    </div>
  </section>
</template>

<style scoped>
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
}
.one {
  gap: 4px;
}
</style>
