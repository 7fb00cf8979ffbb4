<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import {
  canonical,
  withAmount,
  withLayer,
  withoutLayer,
  type Amount,
  type ItemRef,
  type Layer,
  type RecipeDocument,
  type RecipeSource,
  type TakeStep,
} from '#core/recipe'
import { isMassUnit } from '#core/units'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

const route = useRoute()
const id = String(route.params.id)
const drinks = useDrinks()
const session = useSession()
const { t } = useI18n()
const { day } = useFormat()
const draft = useDraft(id)
const recipe = draft.recipe
const editable = computed(() => session.mayPlan)
/** Who may not edit sees what is served: the standard. */
const source = computed((): RecipeSource | null => {
  const drawn = draft.document.value
  const shown =
    editable.value || !recipe.value?.standard ? drawn && drinks.live(drawn) : drinks.standardOf(recipe.value)
  // One that was damaged has no steps to show: the page says so.
  return shown && Array.isArray(shown.document.steps) ? shown : null
})
const document = computed(() => source.value?.document ?? null)
const lastGood = shallowRef<ReturnType<typeof drinks.evaluate>['evaluation']>(null)
const evaluated = computed(() => (source.value ? drinks.evaluate(source.value) : { evaluation: null, limit: null }))
watchEffect(() => {
  if (evaluated.value.evaluation) lastGood.value = evaluated.value.evaluation
})
const evaluation = computed(() => evaluated.value.evaluation ?? lastGood.value)
const cost = computed(() =>
  document.value && evaluation.value ? drinks.costOf(document.value, evaluation.value) : null,
)
const cup = computed(() => (document.value ? drinks.cupOf(document.value) : undefined))
const iceG = computed(() => document.value?.serve?.iceG ?? 0)
const selected = ref('')
const sip = ref(0)
const sipNow = computed(() => evaluation.value?.cup?.sipAt(sip.value / 100) ?? null)

const takeOf = (stream: string): TakeStep | undefined =>
  document.value?.steps.find((s): s is TakeStep => s.op === 'take' && s.out === stream)
const edit = (to: RecipeDocument): void => {
  if (editable.value) draft.change(to)
}
const setAmount = (layer: Layer, amount: Amount): void => edit(withAmount(document.value!, layer.stream, amount))
/** A dragged edge is in mL; a layer that is weighed follows by its density. */
function drag(layer: Layer, ml: number): void {
  const take = takeOf(layer.stream)
  if (!take) return
  const mass = isMassUnit(take.amount.unit)
  const value = mass ? ml * (layer.volume.value > 0 ? layer.mass.value / layer.volume.value : 1) : ml
  edit(withAmount(document.value!, layer.stream, { value: Math.round(value * 2) / 2, unit: mass ? 'g' : 'mL' }))
}
const add = (item: ItemRef, amount: Amount): void => edit(withLayer(document.value!, item, amount))
/** The stand's other drinks, as they are served. */
const others = computed(() =>
  drinks.drinks.flatMap((d) => {
    const made = d.id === recipe.value?.id ? null : drinks.evaluate(drinks.served(d)).evaluation
    return made ? [{ name: d.name, jug: made.jug }] : []
  }),
)
const removed = shallowRef<RecipeDocument | null>(null)
function remove(layer: Layer): void {
  removed.value = document.value
  edit(withoutLayer(document.value!, layer.stream))
}
function undo(): void {
  if (removed.value) edit(removed.value)
  removed.value = null
}
function setSell(v: number | null): void {
  draft.sellPrice.value = v
  draft.later()
}

const differs = computed(() => {
  const signed = recipe.value && drinks.standardOf(recipe.value)
  return !!signed && canonical(signed.document) !== canonical(draft.document.value)
})
/** Whether signing the draft would make another standard than the last. */
const signable = computed(
  () => !recipe.value?.standard || differs.value || drinks.changedSince(recipe.value).length > 0,
)
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
      :ice-g="iceG"
      :editable="editable"
      @drag="drag"
      @select="selected = $event"
    />
    <section class="sheet middle">
      <div class="title">
        <h1 v-if="editable" class="sr">{{ draft.name.value }}</h1>
        <input
          v-if="editable"
          v-model="draft.name.value"
          class="name"
          :aria-label="t('drinks.name')"
          maxlength="80"
          data-test="name"
          @input="draft.later()"
        />
        <h1 v-else>{{ recipe.name }}</h1>
        <p class="quiet small">
          {{ t(`family.${recipe.family}`) }} ·
          {{
            recipe.standard
              ? t('drinks.signed', {
                  n: recipe.standard.number,
                  day: day(recipe.standard.signedAt),
                  who: recipe.standard.signedBy,
                })
              : t('drinks.notSigned')
          }}<template v-if="differs && editable">
            · <b>{{ t('drinks.differs') }}</b></template
          >
        </p>
        <DrinksAsSigned :recipe="recipe" />
      </div>
      <div v-if="draft.state.value === 'stale'" class="caution" role="alert" data-test="stale">
        <p>
          <b>{{ t('stale.title') }}</b> {{ t('stale.drink', { name: draft.theirs.value?.name }) }}
        </p>
        <div class="row" style="margin-top: 8px">
          <v-btn data-test="take-theirs" @click="draft.takeTheirs()">{{ t('stale.theirs') }}</v-btn><v-btn
            data-test="keep-mine"
            @click="draft.keepMine()"
            >{{ t('stale.mine') }}</v-btn
          >
        </div>
      </div>
      <DrinksLayerTable
        v-model:selected="selected"
        :evaluation="evaluation"
        :document="document"
        :cost="cost"
        :editable="editable"
        @amount="setAmount"
        @remove="remove"
      />
      <p v-if="removed" class="row small" role="status">
        {{ t('layer.removed') }}
        <v-btn size="small" height="40" data-test="undo" @click="undo">{{ t('do.undo') }}</v-btn>
      </p>
      <DrinksAddLayer v-if="editable" :taken="evaluation.layers.map((l) => l.key)" @add="add" />
      <DrinksCupFields v-if="editable" :document="document" :cup="cup" @edit="edit" />
      <DrinksOnTheCup :document="document" :cost="cost" :editable="editable" @edit="edit" />
      <DrinksLimitSentence v-if="evaluated.limit" :limit="evaluated.limit" />
      <DrinksFlags :evaluation="evaluation" :cup="cup" :missing="cost?.missing ?? []" />
      <DrinksSignOff v-if="editable" :id="id" :draft="draft" :sound="!evaluated.limit" :signable="signable" />
      <DrinksCautions :cautions="evaluation.cautions" />
    </section>

    <aside class="right">
      <section class="sheet">
        <DrinksWhereItSits
          :evaluation="evaluation"
          :family="recipe.family"
          :others="others"
          :now="sip > 0 ? sipNow?.mix : null"
        />
      </section>
      <DrinksCostCard v-if="cost" :sell-price="draft.sellPrice.value" :cost="cost" @update:sell-price="setSell" />
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
.name {
  font: 700 28px/1.15 var(--head);
  letter-spacing: -0.01em;
  color: var(--ink);
  width: 100%;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  padding: 2px 0;
}
.name:hover,
.name:focus {
  border-color: var(--rule);
  outline: none;
  box-shadow: none;
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
  }
}
@media (max-width: 820px) {
  .drink,
  .right {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
