<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

const route = useRoute()
const id = String(route.params.id)
const drinks = useDrinks()
const session = useSession()
const { t } = useI18n()
const glass = useGlass(id)
const { recipe, document, evaluation, evaluated, cost, cup, editable, draft } = glass
const selected = ref('')
const sip = ref(0)
const sipNow = computed(() => evaluation.value?.cup?.sipAt(sip.value / 100) ?? null)

/** What is done with the drink, beside what is in it. */
const task = computed((): DrinkTask =>
  editable.value ? (DRINK_TASKS.find((task) => task === route.query.do) ?? 'glass') : 'glass',
)
/** The stand's other drinks, as they are served. */
const others = computed(() =>
  drinks.drinks.flatMap((d) => {
    const made = d.id === recipe.value?.id ? null : drinks.evaluate(drinks.served(d)).evaluation
    return made ? [{ name: d.name, family: d.family, jug: made.jug, isStandard: !!d.standard }] : []
  }),
)
const kept = useKeptTrials(
  () => recipe.value?.family,
  () => editable.value,
)
function setSell(v: number | null): void {
  draft.sellPrice.value = v
  draft.later()
}
</script>

<template>
  <p v-if="!recipe" class="sheet">
    {{ t('drinks.gone') }} <NuxtLink to="/drinks">{{ t('drinks.title') }}</NuxtLink>
  </p>
  <div v-else-if="evaluation && document" class="drink">
    <DrinksGlassCard
      v-model:sip="sip"
      :evaluation="evaluation"
      :cost="cost"
      :cup="cup"
      :ice-g="evaluation.cup?.ice.value ?? 0"
      :editable="editable"
      @drag="glass.drag"
      @select="selected = $event"
    />
    <section class="sheet middle">
      <DrinksDraftHead
        :recipe="recipe"
        :draft="draft"
        :differs="glass.differs.value"
        :editable="editable"
        :of="t(`family.${recipe.family}`)"
      />
      <DrinksTasks v-if="editable" :task="task" />
      <DrinksInGlass v-if="task === 'glass'" v-model:selected="selected" :glass="glass" />
      <LazyDrinksServing v-else-if="task === 'serve'" :glass="glass" />
      <LazyDrinksTarget v-else-if="task === 'target'" :glass="glass" />
      <LazyDrinksCorrect v-else-if="task === 'correct'" :glass="glass" />
      <LazyDrinksTrials v-else-if="task === 'trials'" :glass="glass" />
      <LazyDrinksVersions v-else :glass="glass" />
    </section>

    <aside class="right">
      <section class="sheet">
        <DrinksWhereItSits
          :evaluation="evaluation"
          :family="recipe.family"
          :others="others"
          :kept="kept"
          :now="sip > 0 ? sipNow?.mix : null"
        />
      </section>
      <DrinksCostCard v-if="cost" :sell-price="draft.sellPrice.value" :cost="cost" @update:sell-price="setSell" />
      <LazyDrinksOwnPrices v-if="cost && session.openStands.length > 1" :recipe="recipe" :cost="cost" />
      <LazyDrinksInACup :evaluation="evaluation" />
    </aside>
  </div>
  <section v-else class="sheet stack" data-test="unsound">
    <h1>{{ recipe.name }}</h1>
    <!-- Who sees the standard reads why below, once. -->
    <template v-if="editable || !recipe.standard">
      <DrinksLimitSentence v-if="evaluated.limit" :limit="evaluated.limit" />
      <p v-else class="caution" role="alert">{{ t('problem.recipe-unsound') }}</p>
    </template>
    <DrinksAsSigned :recipe="recipe" />
    <NuxtLink to="/drinks">{{ t('drinks.title') }}</NuxtLink>
  </section>
</template>

<style scoped>
.drink {
  display: grid;
  grid-template-columns: 372px minmax(0, 1fr) 330px;
  gap: 18px;
  align-items: start;
}
.middle {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 12px;
}
.right {
  display: grid;
  gap: 18px;
}
@media (max-width: 1180px) {
  .drink {
    grid-template-columns: 330px minmax(0, 1fr);
    gap: 14px;
  }
  .right {
    grid-column: 1 / -1;
    grid-template-columns: 1fr 1fr;
    gap: 14px;
    align-items: start;
  }
}
@media (max-width: 820px) {
  .drink,
  .right {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
