<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { SERVE_WAYS, type ServeWay } from '#core/books'
import { SLUSH_LEAST_BRIX, wPerKKnown, type HoldControl } from '#core/hold'
import { usableMl } from '#core/scale'
import { useAmounts } from '~/forms/useAmounts'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useServe } from '~/stores/serve'
import { useSession } from '~/stores/session'

// A vessel goes to the hatch: which drink, in what, how much of it, how cold.
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, typed, time, day } = useFormat()
const serve = useServe()
const fruit = useFruit()
const session = useSession()
const drinks = useDrinks()
const choices = useServing()
const items = useChoices()
const recipeId = ref<string | null>(choices.made.value[0]?.recipe.id ?? null)
const lotId = ref<string | null>(choices.made.value[0]?.lot.id ?? null)
const recipe = computed(() => drinks.byId.get(recipeId.value ?? '') ?? null)
const lot = computed(() => choices.made.value.find((m) => m.lot.id === lotId.value) ?? null)
const { number, text, bind, guard } = useAmounts(['litres', 'temp', 'capacity'])
const busy = computed(() => new Set(serve.open.map((v) => v.hold.vessel.name)))
const vessels = computed(() => choices.vessels.value.filter((v) => !busy.value.has(v.name)))
const vesselId = ref<string | null>(null)
const vesselName = ref('')
/** The least that takes all of it, or the largest. */
const proposed = computed(() => {
  const ml = lot.value?.onHandMl ?? 0
  return vessels.value.find((v) => usableMl(v) >= ml) ?? vessels.value.at(-1) ?? null
})
const vessel = computed(() => vessels.value.find((v) => v.id === vesselId.value) ?? proposed.value)
const isOwn = computed(() => vesselId.value === 'own' || !vessels.value.length)
const capacityMl = computed(() =>
  isOwn.value ? (number.capacity === null ? null : number.capacity * 1000) : (vessel.value?.capacityMl ?? null),
)
const way = ref<ServeWay>('iced')
/** °Bx of the drink that goes in; null where nobody knows it. */
const brix = computed(() => {
  const version = recipe.value && drinks.pouredOf(recipe.value)
  return version ? (fruit.versionOf(version.id)?.evaluation.jug.brix.value ?? null) : null
})
const control = ref<HoldControl>('cold')
const byTime = computed(() => session.stand?.holdControl ?? 'cold')
/** In use with what is served: FDA Food Code 4-602.11 (memory), every four hours. Local codes decide. */
const WASH_MIN = 240
text.temp = typed(choices.fridgeC, '°C', 0)
let proposedText = ''
watch(
  [() => lot.value?.lot.id, () => vessel.value?.id],
  () => {
    // What somebody typed stays, whatever comes in meanwhile.
    if (text.litres !== proposedText) return
    const room = capacityMl.value === null ? Infinity : usableMl({ capacityMl: capacityMl.value })
    const ml = Math.min(lot.value?.onHandMl ?? 0, room)
    proposedText = text.litres = ml > 0 ? typed(ml / 1000, 'L', 2) : ''
  },
  { immediate: true },
)
const form = useSubmit(async () => {
  const own = { name: vesselName.value.trim() || t('serve.ownVessel'), capacityMl: capacityMl.value! }
  const of = isOwn.value ? own : { name: vessel.value!.name, capacityMl: vessel.value!.capacityMl }
  await serve.putOut(
    {
      versionId: drinks.pouredOf(recipe.value!)!.id,
      vessel: of,
      way: way.value,
      control: control.value,
      washMin: WASH_MIN,
      // As its readings of before taught.
      wPerK: wPerKKnown(of.capacityMl, serve.learnedOf(of.name)),
      roomC: session.stand?.roomC ?? 22,
    },
    { lotId: lotId.value, volumeMl: number.litres! * 1000, tempC: number.temp! },
  )
})
async function save(): Promise<void> {
  form.clear()
  guard(form, (f) => f, { litres: t('serve.needMl'), temp: t('serve.needTemp') })
  if (isOwn.value && number.capacity === null) form.refuse('capacity', t('serve.needCapacity'))
  if (!recipe.value) form.refuse('recipe', t('serve.needDrink'))
  else if (!drinks.pouredOf(recipe.value)) form.refuse('recipe', t('make.unsigned'))
  if (number.litres !== null && !(number.litres > 0)) form.refuse('litres', t('serve.needMl'))
  if (Object.keys(form.fields.value).length) return
  if (await form.submit()) emit('done')
}
function pick(id: string, of: string | null): void {
  recipeId.value = id
  lotId.value = of
}
const rest = computed(() =>
  Object.entries(form.fields.value)
    .filter(([f]) => !['litres', 'temp', 'tempC', 'volumeMl', 'capacity', 'recipe'].includes(f))
    .map(([, s]) => s),
)
useFirstField(useTemplateRef<HTMLElement>('root'))
</script>

<template>
  <form ref="root" class="sheet stack" novalidate data-test="put-out-form" @submit.prevent="save">
    <div class="spread">
      <h2>{{ t('serve.putOut') }}</h2>
      <v-btn height="72" variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <div class="stack" role="group" :aria-label="t('serve.which')">
      <span v-if="choices.made.value.length" class="small quiet">{{ t('serve.which') }}</span>
      <button
        v-for="m in choices.made.value"
        :key="m.lot.id"
        type="button"
        class="pick"
        :class="{ on: lotId === m.lot.id }"
        :aria-pressed="lotId === m.lot.id"
        :data-test="`put-${m.lot.id}`"
        data-made
        @click="pick(m.recipe.id, m.lot.id)"
      >
        <b>{{ m.recipe.name }}</b>
        <span class="small num">{{
          t('serve.fromLot', {
            litres: amount(m.onHandMl / 1000, 'L', 1),
            when: choices.isToday(m.lot.at) ? time(m.lot.at) : day(m.lot.at),
          })
        }}</span>
      </button>
      <v-select
        :model-value="lotId ? null : recipeId"
        :items="choices.others.value"
        :label="t(choices.made.value.length ? 'serve.another' : 'serve.which')"
        :hint="t('serve.notMade')"
        data-test="put-other"
        @update:model-value="pick($event, null)"
      />
      <p v-if="form.fields.value.recipe" class="caution" role="alert">{{ form.fields.value.recipe }}</p>
    </div>
    <v-select
      :model-value="isOwn ? 'own' : (vessel?.id ?? null)"
      :items="[
        ...vessels.map((v) => ({ value: v.id, title: `${v.name}, ${amount(v.capacityMl / 1000, 'L', 1)}` })),
        { value: 'own', title: t('serve.ownVessel') },
      ]"
      :label="t('serve.vessel')"
      data-test="put-vessel"
      @update:model-value="vesselId = $event"
    />
    <template v-if="isOwn">
      <v-text-field v-model="vesselName" :label="t('serve.vesselName')" maxlength="80" data-test="put-name" />
      <FieldAmountField
        v-bind="bind('capacity')"
        :label="t('serve.capacity')"
        unit="L"
        :error="form.fields.value.capacity"
        test="put-capacity"
      />
    </template>
    <FieldAmountField
      v-bind="bind('litres')"
      :label="t('serve.howMuch')"
      unit="L"
      :error="form.fields.value.litres ?? form.fields.value.volumeMl"
      test="put-litres"
    />
    <FieldAmountField
      v-bind="bind('temp')"
      :label="t('serve.temp')"
      :hint="t('serve.tempWhy')"
      unit="°C"
      device
      :error="form.fields.value.temp ?? form.fields.value.tempC"
      test="put-temp"
    />
    <FieldChoice
      :model-value="way"
      :label="t('serve.way')"
      :items="items(SERVE_WAYS, 'serve.ways')"
      test="put-way"
      @update:model-value="way = $event!"
    />
    <template v-if="way === 'slush'">
      <p class="small">{{ t('serve.slush.why') }}</p>
      <p v-if="brix !== null && brix < SLUSH_LEAST_BRIX" class="caution" role="status" data-test="slush-thin">
        {{ t('serve.slush.thin', { brix: amount(brix, '°Bx', 1), least: amount(SLUSH_LEAST_BRIX, '°Bx', 0) }) }}
      </p>
    </template>
    <FieldChoice
      v-if="byTime !== 'cold'"
      :model-value="control"
      :label="t('serve.control')"
      :items="items(['cold', byTime] as const, 'serve.controls')"
      :why="t('serve.controlWhy')"
      test="put-control"
      @update:model-value="control = $event!"
    />
    <p v-for="s in [form.message.value, ...rest].filter(Boolean)" :key="s" class="caution" role="alert">{{ s }}</p>
    <v-btn type="submit" color="primary" height="84" :loading="form.busy.value" data-test="put-save">{{
      t('serve.out')
    }}</v-btn>
  </form>
</template>

<style scoped>
.pick {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
  min-height: 72px;
  padding: 8px 14px;
  border: 2px solid #cfc8b4;
  border-radius: 12px;
  text-align: left;
}
.pick.on {
  border-color: var(--ink);
  background: #eef3ea;
}
</style>
