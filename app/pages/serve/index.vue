<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { emptiedBy } from '#core/hold'
import { useDemand } from '~/stores/demand'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { useServe, type HoldView } from '~/stores/serve'

// The hatch: what stands there, to scale; what was emptied; and how the day is closed.
const { t } = useI18n({ useScope: 'global' })
const { n, amount, time } = useFormat()
const ready = useWords('serve', 'make')
const serve = useServe()
const session = useSession()
const now = useServerClock()
const built = useBuilt()
const [demand, plan] = [useDemand(), usePlan()]
// How the hours of these weeks go says when to fill.
watch([() => session.standId, () => plan.day], () => demand.load(), { immediate: true })
useAwake()
type Panel = 'put-out' | 'ice' | 'fill' | 'empty' | 'close'
const panel = ref<Panel | null>(null)
const holdId = ref<string | null>(null)
const asked = computed(() => (holdId.value ? (serve.byId.get(holdId.value) ?? null) : null))
const scaleMl = computed(() => Math.max(3000, ...serve.open.map((v) => v.hold.vessel.capacityMl)))
const emptied = computed(() => serve.all.filter((v) => !v.isOpen))
const endOf = (v: HoldView) => emptiedBy(v.hold.events)!
function ask(view: HoldView, what: 'ice' | 'fill' | 'empty'): void {
  holdId.value = view.hold.id
  panel.value = what
}
function shut(): void {
  panel.value = null
  holdId.value = null
}
</script>

<template>
  <div v-if="ready" class="hatch" data-test="hatch" :class="{ open: panel }">
    <section class="stack">
      <div class="spread">
        <div>
          <h1>{{ t('serve.title') }}</h1>
          <p class="quiet why">{{ t('serve.why') }}</p>
        </div>
        <div class="row acts">
          <b class="num cups" data-test="cups-today">{{
            t('serve.cups', { n: n(serve.cupsToday) }, serve.cupsToday)
          }}</b>
          <v-btn v-if="session.mayPlan" height="72" variant="text" to="/serve/till" data-test="to-till">{{
            t('till.link')
          }}</v-btn>
          <v-btn v-if="serve.open.length" height="72" data-test="close-hatch" @click="panel = 'close'">{{
            t('serve.close')
          }}</v-btn>
          <v-btn
            height="72"
            :color="serve.open.length ? undefined : 'primary'"
            data-test="put-out"
            @click="panel = 'put-out'"
            >{{ t('serve.putOut') }}</v-btn
          >
        </div>
      </div>
      <p v-if="!serve.open.length" class="sheet quiet" data-test="nothing-out">{{ t('serve.nothing') }}</p>
      <ul v-else class="cards">
        <ServeHoldCard
          v-for="v in serve.open"
          :key="v.hold.id"
          :view="v"
          :scale-ml="scaleMl"
          :now="now"
          @ask="ask(v, $event)"
        />
      </ul>
      <template v-if="built.rows.value.length || built.choices.value.length">
        <h2>{{ t('serve.builtTitle') }}</h2>
        <ul class="plain">
          <ServeBuilt v-for="r in built.rows.value" :key="r.id" :recipe="r" />
        </ul>
        <v-autocomplete
          :key="built.rows.value.length"
          :items="built.choices.value"
          :label="t('serve.another')"
          class="another"
          data-test="built-other"
          @update:model-value="$event && built.add($event)"
        />
      </template>
      <template v-if="emptied.length">
        <h2>{{ t('serve.closed') }}</h2>
        <ul class="plain">
          <li v-for="v in emptied" :key="v.hold.id">
            <NuxtLink :to="`/serve/${v.hold.id}`" class="sheet ended" data-test="emptied">
              <b>{{ v.recipe?.name }}</b>
              <span class="small quiet">{{ v.hold.vessel.name }}</span>
              <span class="num small">{{
                t('serve.emptied', { ml: amount(endOf(v).leftMl / 1000, 'L', 1), as: t(`serve.as.${endOf(v).as}`) })
              }}</span>
              <span class="small quiet">{{ time(endOf(v).at) }}</span>
            </NuxtLink>
          </li>
        </ul>
      </template>
    </section>
    <aside v-if="panel" class="side">
      <ServePutOut v-if="panel === 'put-out'" @done="shut" @close="shut" />
      <template v-else-if="panel === 'close'">
        <div class="sheet stack">
          <div class="spread">
            <h2>{{ t('serve.close') }}</h2>
            <v-btn height="72" data-test="close-done" @click="shut">{{ t('serve.done') }}</v-btn>
          </div>
          <p class="small quiet">{{ t('serve.closeWhy') }}</p>
        </div>
        <ServeEmpty v-for="v in serve.open" :key="v.hold.id" :view="v" :now="now" is-closing />
      </template>
      <template v-else-if="asked">
        <ServeAddIce v-if="panel === 'ice'" :key="asked.hold.id" :view="asked" @done="shut" @close="shut" />
        <ServeFillUp v-if="panel === 'fill'" :key="asked.hold.id" :view="asked" :now="now" @done="shut" @close="shut" />
        <ServeEmpty v-if="panel === 'empty'" :key="asked.hold.id" :view="asked" :now="now" @done="shut" @close="shut" />
      </template>
    </aside>
  </div>
</template>

<style scoped>
.hatch {
  display: grid;
  gap: 18px;
  align-items: start;
}
.open {
  grid-template-columns: minmax(0, 1fr) 420px;
}
.cards {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(340px, 1fr));
  align-items: start;
  gap: 14px;
}
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
}
.acts {
  flex-wrap: wrap;
}
.cups {
  white-space: nowrap;
}
.another {
  max-width: 360px;
}
.ended {
  display: flex;
  gap: 14px;
  align-items: baseline;
  min-height: 56px;
  padding: 14px;
  text-decoration: none;
}
.side {
  display: grid;
  gap: 14px;
  position: sticky;
  top: 12px;
}
@media (max-width: 900px) {
  .open {
    grid-template-columns: minmax(0, 1fr);
  }
  .cards {
    grid-template-columns: minmax(0, 1fr);
  }
  .side {
    order: -1;
    position: static;
  }
  .spread {
    flex-wrap: wrap;
  }
  /* Under a thumb, the cups come first. */
  .why {
    display: none;
  }
}
</style>
