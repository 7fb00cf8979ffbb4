<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { madeHere } from '#core/preps'
import { ProcessLimit } from '#core/process'
import { itemKey, type Evaluation, type RecipeDocument } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

// So much of it, here: what to weigh out, how long it takes, with which pot and jar; and what does not fit.
const props = defineProps<{
  id: string
  evaluation: Evaluation
  evaluate: (document: RecipeDocument) => Evaluation
  /** mL that are short */
  shortMl: number
  editable: boolean
}>()
const emit = defineEmits<{ edit: [document: RecipeDocument] }>()
const { t } = useI18n({ useScope: 'global' })
const { n, amount, name, typed } = useFormat()
const { ofCode, ofLimit } = useSentence()
const catalogue = useCatalogue()
const drinks = useDrinks()
const session = useSession()

const unit = ref<'mL' | 'g'>('mL')
const [SMALL, ROUND] = [50, 50]
/** What is short, up to a round number; else as the recipe is written. */
const start = (): number =>
  props.shortMl > SMALL ? Math.ceil(props.shortMl / ROUND) * ROUND : Math.round(props.evaluation.jug.volume.value)
const text = ref(typed(start(), 'mL', 0))
const value = ref<number | null>(start())
const whole = ref(false)
const here = computed(() => ({
  equipment: catalogue.equipment.filter((e) => e.standId === session.standId),
  pots: catalogue.vessels
    .filter((v) => v.standId === session.standId)
    .map((v) => ({ ...v, acidProof: v.acidProof ?? true })),
}))
const made = computed(() => {
  if (value.value === null) return null
  try {
    const wanted = { value: value.value, unit: unit.value }
    return madeHere(props.evaluation, props.evaluate, wanted, here.value, whole.value)
  } catch (e) {
    if (e instanceof ProcessLimit) return e
    throw e
  }
})
const scaled = computed(() => (made.value instanceof ProcessLimit ? null : made.value))
const limit = computed(() => (made.value instanceof ProcessLimit ? ofLimit(made.value) : ''))
const cost = computed(() =>
  scaled.value && session.isOwner ? drinks.costOfPrep(scaled.value.evaluation, props.id) : null,
)
/** Kilos and litres from a thousand on. */
function told(v: number, as: 'g' | 'mL'): string {
  if (v >= 1000) return amount(v / 1000, as === 'g' ? 'kg' : 'L')
  const tenth = Math.round(v * 10) / 10
  return amount(tenth, as, v < 100 && !Number.isInteger(tenth) ? 1 : 0)
}
const takenAs = ({ value: v, unit: as }: { value: number; unit: string }): string =>
  as === 'g' || as === 'mL' ? told(v, as) : `${n(v, 2)} ${as}`
/** Each piece once, with what it is set to. */
const with_ = computed(() => [
  ...new Map(
    (scaled.value?.by ?? []).map((b) => [
      b.name,
      `${b.name}, ${b.field === 'jarMl' ? amount(b.value, 'mL', 0) : amount(b.value, 'W', 0)}`,
    ]),
  ).values(),
])
/** The amount in the field is rounded: so near it is the prep as it is written. */
const NEAR = 1e-3
const isSame = computed(() => !!scaled.value && Math.abs(scaled.value.times - 1) < NEAR)
</script>

<template>
  <section class="sheet stack" data-test="how-much">
    <h2>{{ t('howMuch.title') }}</h2>
    <div class="two">
      <FieldAmountField
        v-model="text"
        :label="t('howMuch.wanted')"
        :unit="unit"
        :error="limit"
        test="wanted"
        @number="value = $event"
      />
      <FieldMlOrG v-model="unit" test="wanted-unit" />
    </div>
    <template v-if="scaled">
      <v-switch v-if="scaled.loads" v-model="whole" :label="t('howMuch.whole')" data-test="whole-jars" />
      <ul class="takes" data-test="takes">
        <li v-for="x in scaled.takes" :key="itemKey(x.item) + x.unit">
          <span>{{ name(itemKey(x.item)) }}</span> <b class="num">{{ takenAs(x) }}</b>
        </li>
      </ul>
      <p class="small" data-test="comes-to">
        {{
          t('howMuch.gives', {
            ml: told(scaled.evaluation.jug.volume.value, 'mL'),
            g: told(scaled.evaluation.jug.mass.value, 'g'),
          })
        }}
      </p>
      <p class="small">
        {{
          [
            scaled.loads ? t('howMuch.loads', { n: n(scaled.loads, 0) }, scaled.loads) : '',
            t('preps.hands', { min: n(scaled.evaluation.handMin, 0) }),
            t('preps.waits', { min: n(scaled.evaluation.waitMin, 0) }),
          ]
            .filter(Boolean)
            .join(' · ')
        }}
      </p>
      <p v-if="with_.length" class="small quiet" data-test="bound">
        {{ t('howMuch.with', { list: with_.join(' · ') }) }}
      </p>
      <p v-if="cost?.total" class="small">
        <FigureCostTotal :total="cost.total" :known="cost.known" :label="t('howMuch.title')" />
      </p>
      <p v-for="m in scaled.misfits" :key="m.out + m.code" class="caution small" data-test="misfit">
        {{ ofCode(m.code, m.numbers, m.name) }}
      </p>
      <v-btn v-if="editable && !isSame" data-test="write-it" @click="emit('edit', scaled.document)">{{
        t('howMuch.write')
      }}</v-btn>
    </template>
  </section>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: start;
}
.takes {
  list-style: none;
  margin: 0;
  padding: 0;
}
.takes li {
  display: flex;
  justify-content: space-between;
  gap: 12px;
  padding: 5px 0;
  border-bottom: 1px solid var(--rule);
}
</style>
