<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { ToBegin } from '~/composables/useBegin'
import { useDrinks } from '~/stores/drinks'
import { useMake } from '~/stores/make'
import { usePlan } from '~/stores/plan'

// The shelf of batches: what is under way with its clock, what the plan asks for today in the order of its work, what
// was made.
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('make', 'lab', 'clock')
const plan = usePlan()
const make = useMake()
const drinks = useDrinks()
const { rows, isPlanning } = useTodaysBatches()
const begin = useBegin()
const asked = shallowRef<ToBegin | null>(null)
const picking = ref(false)
const loose = computed(() =>
  make.all.filter((v) => v.state === 'under-way' && !rows.value.some((r) => r.view?.run.id === v.run.id)),
)
const ended = computed(() =>
  make.all.filter((v) => v.state !== 'under-way' && !rows.value.some((r) => r.view?.run.id === v.run.id)),
)
const nextRow = computed(() => rows.value.find((r) => !r.view))
const scaleMl = computed(() => Math.max(1000, ...begin.vessels.value.map((v) => v.capacityMl)))
const nothing: ToBegin = { recipe: null, name: '', evaluation: null, day: null, making: null }
function ask(of: ToBegin): void {
  picking.value = false
  asked.value = of
}
/** From the hatch, which needs more of something. */
const wanted = useRoute().query.begin
watch(
  () => drinks.ready && drinks.byId.get(String(wanted ?? '')),
  (recipe) => {
    if (recipe) ask({ recipe, name: recipe.name, evaluation: begin.standardOf(recipe), day: null, making: null })
  },
  { immediate: true },
)
async function begun(id: string): Promise<void> {
  await navigateTo(`/make/${id}`)
}
</script>

<template>
  <div v-if="ready" class="make" data-test="make-shelf" :class="{ open: asked || picking }">
    <section class="stack">
      <div class="spread">
        <div>
          <h1>{{ t('make.title') }}</h1>
          <p class="quiet">{{ t('make.why') }}</p>
        </div>
        <div class="row">
          <v-btn data-test="begin-other" @click="picking = !picking">{{ t('make.other') }}</v-btn>
          <v-btn data-test="begin-nothing" @click="ask({ ...nothing, name: t('make.unnamed') })">{{
            t('make.nothing')
          }}</v-btn>
        </div>
      </div>
      <div v-if="loose.length || rows.some((r) => r.view?.state === 'under-way')" class="stack">
        <h2>{{ t('make.underWay') }}</h2>
        <ul class="cards">
          <MakeRunCard
            v-for="v in [...rows.flatMap((r) => (r.view?.state === 'under-way' ? [r.view] : [])), ...loose]"
            :key="v.run.id"
            :view="v"
            :scale-ml="scaleMl"
          />
        </ul>
      </div>
      <h2 v-if="rows.length">{{ t('make.today') }}</h2>
      <p v-else-if="!isPlanning" class="sheet quiet" data-test="nothing-planned">
        {{ t('make.noPlan') }} <NuxtLink to="/plan">{{ t('stop.plan') }}</NuxtLink>
      </p>
      <ul v-if="rows.length" class="cards">
        <MakeDueCard
          v-for="r in rows.filter((x) => x.view?.state !== 'under-way')"
          :key="r.making.id"
          :row="r"
          :is-next="r === nextRow && !asked"
          :scale-ml="scaleMl"
          @begin="ask"
        />
      </ul>
      <template v-if="ended.length">
        <h2>{{ t('make.ended') }}</h2>
        <ul class="plain">
          <li v-for="v in ended.slice(0, 30)" :key="v.run.id"><MakeEndedRow :view="v" /></li>
        </ul>
      </template>
    </section>
    <aside v-if="asked || picking" class="side">
      <MakePick v-if="picking" :recipes="[...drinks.drinks, ...drinks.preps]" :day="plan.today" @pick="ask" />
      <MakeBegin
        v-if="asked"
        :key="`${asked.recipe?.id} ${asked.making}`"
        :of="asked"
        @begun="begun"
        @close="asked = null"
      />
    </aside>
  </div>
</template>

<style scoped>
.make {
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
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 14px;
}
.plain {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 6px;
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
  .side {
    order: -1;
    position: static;
  }
  .spread {
    flex-wrap: wrap;
  }
}
</style>
