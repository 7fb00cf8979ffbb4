<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { newDrink, startingDrink, type RecipeDocument } from '#core/recipe'
import { FAMILIES, type Family } from '#shared/lists'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'
import { matches } from '~/utils/words'

const drinks = useDrinks()
const catalogue = useCatalogue()
const session = useSession()
const { t } = useI18n()
const { n, money } = useFormat()

const cards = computed(() =>
  drinks.drinks.map((d) => {
    const { document, context } = drinks.served(d)
    const { evaluation } = drinks.evaluate({ document, context })
    return {
      drink: d,
      evaluation,
      // What cannot be worked out any more stands as it was signed.
      signed: evaluation ? null : d.standard?.figures.jug,
      cup: drinks.cupOf(document),
      cost: evaluation && drinks.costOf(document, evaluation),
    }
  }),
)
const search = ref('')
/** From so many drinks on there is a search. */
const MANY = 9
const found = computed(() =>
  (search.value ?? '').trim()
    ? cards.value.filter((c) => matches(search.value, c.drink.name, t(`family.${c.drink.family}`)))
    : cards.value,
)
const scaleMl = computed(() => Math.max(400, ...catalogue.cups.map((c) => c.capacityMl)))

const making = ref(false)
const nameField = ref<{ $el: HTMLElement } | null>(null)
watch(making, () => nextTick(() => nameField.value?.$el.querySelector('input')?.focus()))
const name = ref('')
const family = ref<Family>('lemonade')
const families = computed(() => FAMILIES.map((f) => ({ value: f, title: t(`family.${f}`) })))
let id = uuid()
const cup = computed(() => catalogue.cups[0])
const draft = shallowRef<RecipeDocument | null>(null)
const form = useSubmit(async (key) => {
  await useOutbox().keep('putRecipe', {
    key,
    params: { id },
    body: {
      kind: 'drink',
      name: name.value.trim(),
      family: family.value,
      draft: draft.value ?? newDrink(cup.value?.id ?? null, volumeFor(cup.value)),
      version: 0,
    },
  })
})
/** A plain drink of a family, to begin with: its name is the family's until somebody gives it another. */
async function start(of: Family): Promise<void> {
  draft.value = startingDrink(of, cup.value?.id ?? null, volumeFor(cup.value))
  family.value = of
  name.value = t('drinks.startName', { family: t(`family.${of}`) })
  await make()
  draft.value = null
}
async function make(): Promise<void> {
  if (!name.value.trim()) return form.refuse('name', t('problem.name-missing'))
  if (!(await form.submit())) return
  await drinks.load()
  const made = id
  id = uuid()
  await navigateTo(`/drinks/${made}`)
}
</script>

<template>
  <div>
    <div class="spread head">
      <div>
        <h1>{{ t('drinks.title') }}</h1>
        <p class="quiet">{{ t('drinks.summary', { n: drinks.drinks.length, s: drinks.standards }) }}</p>
      </div>
      <v-btn v-if="session.mayPlan && !making" color="primary" data-test="new-drink" @click="making = true">{{
        t('drinks.new')
      }}</v-btn>
    </div>
    <form v-if="making" class="sheet new" novalidate data-test="new-drink-form" @submit.prevent="make">
      <v-text-field
        ref="nameField"
        v-model="name"
        :label="t('drinks.name')"
        :error-messages="form.fields.value.name"
        data-test="drink-name"
      />
      <v-select v-model="family" :items="families" :label="t('drinks.family')" />
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="make-drink">{{
        t('drinks.make')
      }}</v-btn>
      <v-btn @click="making = false">{{ t('do.cancel') }}</v-btn>
      <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    </form>
    <div v-if="!cards.length && !making && drinks.ready" class="begin" data-test="empty">
      <DrinksStartGlasses v-if="session.mayPlan" :busy="form.busy.value" @start="start" />
      <p v-else class="sheet">{{ t('drinks.emptyCrew') }}</p>
      <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    </div>
    <FieldSearch v-if="cards.length > MANY" v-model="search" :label="t('drinks.search')" test="search-drinks" />
    <p v-if="cards.length && !found.length" class="quiet">{{ t('find.none', { text: search }) }}</p>
    <ul class="shelf">
      <li v-for="c in found" :key="c.drink.id">
        <NuxtLink :to="`/drinks/${c.drink.id}`" class="card" data-test="drink">
          <DrinksMiniGlass
            v-if="c.evaluation"
            :evaluation="c.evaluation"
            :capacity-ml="c.cup?.capacityMl ?? 400"
            :scale-ml="scaleMl"
          />
          <span class="board" aria-hidden="true" />
          <b class="title">{{ c.drink.name }}</b>
          <span class="quiet small"
            >{{ t(`family.${c.drink.family}`) }} ·
            {{ c.drink.standard ? t('drinks.standard', { n: c.drink.standard.number }) : t('drinks.draft') }}</span
          >
          <span v-if="c.evaluation && c.evaluation.jug.mass.value > 0" class="figures">
            <span
              ><b class="num">{{ n(c.evaluation.jug.brix.value, 1) }}</b> <span class="unit">°Bx</span></span
            >
            <span v-if="c.evaluation.jug.ratio"
              ><b class="num">{{ n(c.evaluation.jug.ratio.value, 1) }}</b> <span class="unit">: 1</span></span
            >
            <span v-if="c.cost?.total"
              ><b class="num">{{ money(c.cost.total.value) }}</b></span
            >
            <span v-else-if="c.cost" class="quiet small">{{ t('cost.hole') }}</span>
          </span>
          <span v-else-if="c.signed" class="figures" data-test="figures-as-signed">
            <span
              ><b class="num">{{ n(c.signed.brix, 1) }}</b> <span class="unit">°Bx</span></span
            >
            <span v-if="c.signed.ratio !== null"
              ><b class="num">{{ n(c.signed.ratio, 1) }}</b> <span class="unit">: 1</span></span
            >
            <span class="quiet small">{{ t('standard.asSigned') }}</span>
          </span>
        </NuxtLink>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.head {
  align-items: center;
  margin: 6px 0 16px;
}
.new {
  display: grid;
  grid-template-columns: 1fr 220px auto auto;
  gap: 12px;
  align-items: start;
  margin-bottom: 18px;
}
.shelf {
  list-style: none;
  padding: 0;
  margin: 0;
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(250px, 1fr));
  gap: 18px;
}
.card {
  display: grid;
  gap: 3px;
  background: var(--sheet);
  border-radius: 18px;
  padding: 20px 18px 16px;
  text-decoration: none;
  color: var(--ink);
  height: 100%;
  align-content: start;
}
.card:hover .title {
  text-decoration: underline;
  text-decoration-thickness: 2px;
  text-underline-offset: 4px;
}
.board {
  height: 5px;
  border-radius: 3px;
  background: var(--ink);
  margin: -3px 6px 12px;
}
.title {
  font: 700 18px/1.2 var(--head);
}
.figures {
  display: flex;
  gap: 18px;
  align-items: baseline;
  font-size: 18px;
  margin-top: 6px;
  font-variant-numeric: tabular-nums;
}
@media (max-width: 700px) {
  .shelf {
    grid-template-columns: 1fr 1fr;
    gap: 10px;
  }
  .card {
    padding: 14px 12px;
  }
  .figures {
    gap: 4px 12px;
    flex-wrap: wrap;
    font-size: 16px;
  }
  .new {
    grid-template-columns: 1fr;
  }
}
</style>
