<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { evaluateRecipe, type RecipeDocument } from '#core/recipe'
import { labelOf, NUTRIENTS, type Label, type LabelMatch } from '#core/standardise'
import { useAmounts } from '~/forms/useAmounts'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

// What a can says becomes a prep of what is on hand, with what does not match and why, and whether it is cheaper to buy.
defineProps<{ busy: boolean }>()
const emit = defineEmits<{ take: [document: RecipeDocument, name: string]; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { n, amount, name, money } = useFormat()
const catalogue = useCatalogue()
const drinks = useDrinks()
const session = useSession()
const FIELDS = ['serving', 'sugars', 'fat', 'protein', 'net', 'price'] as const
const { number, bind, guard } = useAmounts(FIELDS)
const called = ref('')
/** What the label states its serving and its content in: a can in g, a bottle in mL. */
const unit = ref<'g' | 'mL'>('g')
const onHand = ref<string[]>(['whole-milk', 'white-sugar', 'water'])
const choices = computed(() =>
  catalogue.ingredients
    .filter((i) => i.kind !== 'fruit')
    .map((i) => ({ value: i.key, title: name(i.key) }))
    .sort((a, b) => a.title.localeCompare(b.title)),
)
const matching = useLabelMatch()
const match = shallowRef<LabelMatch | null>(null)
const tried = ref(false)
const FIELD_OF = { sugarsG: 'sugars', fatG: 'fat', proteinG: 'protein', serving: 'serving', net: 'net' } as const
const label = shallowRef<Label | null>(null)
const form = useSubmit(async () => {
  match.value = await matching.ask({
    label: label.value!,
    onHand: onHand.value.flatMap((key) => catalogue.dataOf(key) ?? []),
  })
  tried.value = true
})
async function find(): Promise<void> {
  form.clear()
  match.value = null
  const missing = t('problem.amount-missing')
  guard(form, (f) => f, { serving: missing, sugars: missing, fat: missing, protein: missing, net: missing })
  if (Object.keys(form.fields.value).length) return
  const stated = labelOf({
    unit: unit.value,
    serving: number.serving!,
    net: number.net!,
    sugarsG: number.sugars!,
    fatG: number.fat!,
    proteinG: number.protein!,
  })
  if ('code' in stated) return form.refuse(FIELD_OF[stated.field], t(`problem.${stated.code}`))
  label.value = stated
  await form.submit()
}
const evaluation = computed(() => {
  if (!match.value) return null
  const context = { ingredient: (key: string) => catalogue.dataOf(key), prep: () => undefined }
  return evaluateRecipe(match.value.document, context)
})
const cost = computed(() => (evaluation.value ? drinks.costOfPrep(evaluation.value) : null))
const stated = (nutrient: (typeof NUTRIENTS)[number]): number => (100 * number[nutrient]!) / label.value!.servingG
</script>

<template>
  <section class="sheet stack" data-test="from-label">
    <div class="spread">
      <h2>{{ t('label.title') }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="quiet small">{{ t('label.why') }}</p>
    <form class="fields" novalidate @submit.prevent="find">
      <FieldChoice
        v-model="unit"
        :label="t('label.unit')"
        :items="[
          { value: 'g', title: t('label.inG') },
          { value: 'mL', title: t('label.inMl') },
        ]"
        test="label-unit"
      />
      <v-text-field v-model="called" :label="t('label.name')" maxlength="80" data-test="label-name" />
      <FieldAmountField
        v-for="f in FIELDS.slice(0, 5)"
        :key="f"
        v-bind="bind(f)"
        :label="t(`label.${f}`)"
        :unit="f === 'serving' || f === 'net' ? unit : 'g'"
        metric
        :error="form.fields.value[f]"
        :test="`label-${f}`"
      />
      <FieldAmountField
        v-if="session.isOwner"
        v-bind="bind('price')"
        :label="t('label.price')"
        unit="money"
        paid
        :error="form.fields.value.price"
        test="label-price"
      />
      <v-autocomplete
        v-model="onHand"
        :items="choices"
        :label="t('label.onHand')"
        multiple
        chips
        closable-chips
        class="wide"
        data-test="label-on-hand"
      />
      <div class="row wide">
        <v-btn type="submit" color="primary" :loading="matching.busy.value" data-test="match">{{
          t('label.find')
        }}</v-btn>
        <v-btn v-if="matching.busy.value" @click="matching.stop()">{{ t('do.cancel') }}</v-btn>
      </div>
    </form>
    <p v-if="matching.failed.value" class="caution" role="alert">{{ t('label.failed') }}</p>
    <p v-else-if="tried && !match && !matching.busy.value" class="caution" role="alert">{{ t('label.none') }}</p>
    <template v-if="match && evaluation">
      <p data-test="label-takes">
        <b v-for="(x, i) in match.takesG" :key="x.key"
          >{{ i ? ' + ' : '' }}{{ amount(x.massG, 'g', 0) }} {{ name(x.key) }}</b
        ><template v-if="match.boiledG > 1">, {{ t('label.boiled', { g: amount(match.boiledG, 'g', 0) }) }}</template>
      </p>
      <table class="rows facts">
        <thead>
          <tr>
            <th>{{ t('label.in100') }}</th>
            <th class="r">{{ t('label.stated') }}</th>
            <th class="r">{{ t('label.made') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="x in NUTRIENTS" :key="x">
            <td>{{ t(`label.${x}`) }}</td>
            <td class="r num">{{ n(stated(x), 1) }}</td>
            <td class="r num">{{ n(match.madePercent[x], 1) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-for="o in match.off" :key="o.nutrient" class="caution" data-test="label-off">
        {{ t(`label.off.${o.why}`, { what: t(`label.${o.nutrient}`) }) }}
      </p>
      <p v-if="cost" data-test="make-or-buy">
        <template v-if="cost.total && number.price !== null">{{
          t(cost.total.value < number.price ? 'label.makeIt' : 'label.buyIt', {
            make: money(cost.total.value),
            buy: money(number.price),
            min: n(evaluation.handMin),
          })
        }}</template><template v-else-if="cost.total">{{
          t('label.costs', { make: money(cost.total.value), min: n(evaluation.handMin) })
        }}</template
        ><template v-else>{{ t('preps.costHole', { list: cost.missing.map(name).join(', ') }) }}</template>
      </p>
      <v-btn
        :disabled="busy"
        data-test="label-take"
        @click="emit('take', match.document, called.trim() || t('label.title'))"
        >{{ t('label.take') }}</v-btn
      >
    </template>
  </section>
</template>

<style scoped>
.fields {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(180px, 1fr));
  gap: 10px;
  align-items: start;
}
.wide {
  grid-column: 1 / -1;
}
.facts {
  max-width: 460px;
}
</style>
