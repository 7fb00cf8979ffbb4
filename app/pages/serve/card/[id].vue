<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { itemKey } from '#core/recipe'
import { isAllergen, staysWithProduct } from '#core/safety'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useServe } from '~/stores/serve'

// How a cup is built, to be read at arm's length: stir first, ice, drink, top, garnish; with its allergens. For each
// size, on the screen and on paper.
const { t } = useI18n({ useScope: 'global' })
const { amount, name } = useFormat()
const ready = useWords('serve', 'preps')
const id = String(useRoute().params.id)
const drinks = useDrinks()
const catalogue = useCatalogue()
const serve = useServe()
const recipe = computed(() => drinks.byId.get(id) ?? null)
const standard = computed(() => (recipe.value ? drinks.evaluate(drinks.served(recipe.value)).evaluation : null))
const isHeld = computed(() => serve.open.some((v) => v.hold.recipeId === id))
const cupId = ref<string | null>(null)
const sizes = computed(() => {
  const doc = standard.value?.document
  if (!doc?.serve) return []
  const usual = { cupId: doc.serve.cupId, drinkMl: standard.value!.jug.volume.value, iceG: doc.serve.iceG }
  return [usual, ...(doc.serve.sizes ?? [])].map((s) => ({
    ...s,
    name: catalogue.cups.find((c) => c.id === s.cupId)?.name ?? amount(s.drinkMl, 'mL', 0),
  }))
})
const size = computed(() => sizes.value.find((s) => s.cupId === cupId.value) ?? sizes.value[0] ?? null)
const times = computed(() => (size.value && standard.value ? size.value.drinkMl / standard.value.jug.volume.value : 1))
const steps = computed((): string[] => {
  const [of, s] = [standard.value, size.value]
  const serving = of?.document.serve
  if (!of || !s || !serving) return []
  const parts = of.layers.map((l) =>
    t('serve.built.part', {
      ml: amount(l.volume.value * times.value, 'mL', 0),
      name: l.item ? name(itemKey(l.item)) : name(l.key),
    }),
  )
  const { way = 'poured', iceShape = 'cube' } = serving
  const words = { g: amount(s.iceG, 'g', 0), shape: t(`serve.iceShapes.${iceShape}`) }
  const ice = s.iceG > 0 ? [t(`serve.built.ways.${way}`, words)] : []
  // Ice is in the cup before the drink; shaken or blended, both go in together.
  const isFirst = way === 'poured'
  return [
    ...(isHeld.value ? [t('serve.built.stir')] : []),
    ...(isFirst ? ice : []),
    ...(isHeld.value ? [t('serve.built.pour', { ml: amount(s.drinkMl, 'mL', 0) })] : parts),
    ...(isFirst ? [] : ice),
    ...(serving.options ?? []).map((o) =>
      t('serve.built.option', { name: name(itemKey(o.item)), g: amount(o.massG, 'g', 0) }),
    ),
    ...serving.garnish.map((g) => t('serve.built.garnish', { name: name(g.ingredient), g: amount(g.massG, 'g', 0) })),
  ]
})
const cautions = computed(() => standard.value?.cautions ?? [])
const allergens = computed(() => cautions.value.filter(isAllergen))
const minded = computed(() => cautions.value.filter((c) => staysWithProduct(c) && !isAllergen(c)))
const print = (): void => window.print()
</script>

<template>
  <div v-if="ready && recipe && standard" class="stack build" data-test="build-card">
    <div class="spread no-print">
      <v-btn height="72" to="/serve">{{ t('serve.back') }}</v-btn>
      <div class="row">
        <v-btn
          v-for="s in sizes.length > 1 ? sizes : []"
          :key="s.cupId ?? ''"
          height="72"
          :color="s === size ? 'primary' : undefined"
          data-test="card-size"
          @click="cupId = s.cupId"
          >{{ s.name }}</v-btn
        >
        <v-btn height="72" data-test="print" @click="print">{{ t('serve.print') }}</v-btn>
      </div>
    </div>
    <section class="sheet">
      <h1>{{ recipe.name }}</h1>
      <p v-if="size" class="quiet">{{ size.name }}</p>
      <ol>
        <li v-for="s in steps" :key="s" data-test="build-step">{{ s }}</li>
      </ol>
      <p v-if="allergens.length" class="allergens" data-test="card-allergens">
        <b>{{ t('serve.built.allergens') }}</b> {{ allergens.map((c) => t(`caution.${c}`)).join(', ') }}
      </p>
      <p v-for="c in minded" :key="c" class="caution">{{ t(`caution.${c}`) }}</p>
    </section>
  </div>
  <p v-else-if="ready" class="sheet" data-test="no-card">
    {{ t('serve.noCard') }} <NuxtLink to="/serve">{{ t('serve.title') }}</NuxtLink>
  </p>
</template>

<style scoped>
.caution + .caution {
  margin-top: 8px;
}
.build {
  max-width: 860px;
}
h1 {
  font-size: 40px;
}
ol {
  padding-left: 1.4em;
  display: grid;
  gap: 10px;
  font-size: 30px;
  line-height: 1.25;
  margin: 18px 0;
}
.allergens {
  font-size: 22px;
}
</style>
