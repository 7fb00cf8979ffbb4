<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useFruit } from '~/stores/fruit'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'

// The buying list in the shop, for a phone in one hand: ticked off, then taken in with one touch.
const { t } = useI18n({ useScope: 'global' })
const { n, name, calendarDay, weekday } = useFormat()
const plan = usePlan()
const fruit = useFruit()
const session = useSession()
const ready = useWords('shop')
const shop = useShop()
watch(
  () => session.standId,
  () => Promise.all([fruit.load(), plan.load()]),
)
const left = computed(() => shop.rows.value.length - shop.ticked.value.length)
</script>

<template>
  <div v-if="ready" class="shop" data-test="shop">
    <section class="sheet stack">
      <NuxtLink to="/buy" class="small">← {{ t('buying.open') }}</NuxtLink>
      <h1>{{ t('shop.title') }}</h1>
      <p class="quiet">
        {{ t('buying.for', { day: `${weekday(plan.day || plan.today)}, ${calendarDay(plan.day || plan.today)}` }) }}
      </p>
      <PlanUnsound />
      <p v-if="!shop.rows.value.length" data-test="shop-empty">
        {{ shop.taken.value.length ? t('shop.done') : t('shop.empty') }}
      </p>
      <ul v-else>
        <BuyShopRow
          v-for="i in shop.rows.value"
          :key="i.key"
          :item="i"
          :in-cart="shop.inCart(i.key)"
          @toggle="shop.toggle(i)"
          @bought="shop.say(i.key, { bought: $event })"
          @paid="shop.say(i.key, { paid: $event })"
          @confirm="shop.deliver(shop.inCart(i.key)!)"
        />
      </ul>
      <p v-if="shop.rows.value.length" class="small quiet" role="status">{{ t('shop.left', { n: n(left) }, left) }}</p>
      <template v-if="shop.taken.value.length">
        <h2>{{ t('shop.takenIn') }}</h2>
        <p class="small" data-test="shop-taken">{{ shop.taken.value.map((c) => name(c.item.key)).join(', ') }}</p>
        <v-btn variant="text" height="44" data-test="shop-clear" @click="shop.clear">{{ t('shop.clear') }}</v-btn>
      </template>
    </section>
    <div v-if="shop.ticked.value.length" class="foot">
      <v-btn color="primary" height="60" block :loading="shop.busy.value" data-test="take-in" @click="shop.takeIn">{{
        t('shop.takeIn', { n: n(shop.ticked.value.length) }, shop.ticked.value.length)
      }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.shop {
  max-width: 620px;
  margin: 0 auto;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.foot {
  position: sticky;
  bottom: 0;
  padding: 10px 0;
  background: var(--paper);
}
@media (max-width: 700px) {
  /* Above the line of the work, which stands at the foot of a phone. */
  .foot {
    bottom: 76px;
  }
}
</style>
