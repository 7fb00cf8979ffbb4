<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { gPerMlOfPrep } from '#core/books'
import { dayOf } from '#core/time'
import { expectedOf, lastDayOf, useByOf } from '#core/preps'
import { PLACES, type Place } from '#shared/lists'
import { useAmounts } from '~/forms/useAmounts'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useOutbox } from '~/stores/outbox'
import type { PrepOnShelf } from '~/stores/preps'
import type { AddedTyped } from './MakingAdded.vue'
import type { KeptTyped } from './MakingKept.vue'
import type { UseTyped } from './MakingUses.vue'
import { useSession } from '~/stores/session'
import { inBackground, refuseHere, uuid } from '~/utils/api'

// A making in two numbers: what came out, and minutes if somebody looked at the clock. What it took is offered.
const props = defineProps<{ prep: PrepOnShelf }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount } = useFormat()
const items = useChoices()
const fruit = useFruit()
const drinks = useDrinks()
const session = useSession()
const { ofCode } = useSentence()
const standard = computed(() => props.prep.evaluation!)
const unit = ref<'mL' | 'g'>('mL')
const place = ref<Place>('cold')
const { number, bind, guard, measured } = useAmounts(['out', 'brix', 'temp', 'minutes'])

const outG = computed(() => {
  if (number.out === null) return null
  return unit.value === 'g' ? number.out : number.out * gPerMlOfPrep(standard.value)
})
const study = computed(() => drinks.studyOf(props.prep.recipe.id, standard.value))
const expected = computed(() => {
  const { output, minutes } = study.value
  const here = expectedOf(standard.value, { output: output.expected, minutes: minutes.expected })
  return amount(unit.value === 'g' ? here.massG : here.volumeMl, unit.value, 0)
})
const uses = ref<UseTyped[]>([])
const kept = ref<KeptTyped[]>([])
const added = ref<AddedTyped[]>([])
const keeps = computed(() => useByOf(standard.value, place.value, number.brix === null ? {} : { brix: number.brix }))
const useBy = ref('')
const wanted = computed(() => lastDayOf(keeps.value, dayOf(session.now(), session.zone)))
watch(
  wanted,
  (day, before) => {
    if (!useBy.value || useBy.value === before) useBy.value = day
  },
  { immediate: true },
)

useFirstField(useTemplateRef<HTMLElement>('root'))
let id = uuid()
const form = useSubmit(async (key, confirm) => {
  const body = {
    id,
    standId: session.standId,
    versionId: props.prep.recipe.standard!.id,
    out: { value: number.out!, unit: unit.value },
    seen:
      number.brix === null && number.temp === null
        ? null
        : { brix: number.brix, tempC: number.temp, ph: null, measured: measured().filter((f) => f !== 'minutes') },
    minutes: number.minutes,
    uses: uses.value.flatMap((u) => (u.amount ? [{ lotId: u.lot.id, amount: u.amount }] : [])),
    place: place.value,
    useBy: useBy.value || null,
    added: added.value,
    kept: kept.value.map((k) => ({ ...k, g: k.g! })),
    confirm,
  }
  refuseHere(fruit.tryOut('make', { params: {}, body }), confirm)
  await useOutbox().keep('postBatch', { key, body })
})
async function save(confirm?: true): Promise<void> {
  form.fields.value = {}
  guard(form, (f) => ({ out: 'out', brix: 'brix', temp: 'tempC', minutes: 'minutes' })[f], {
    out: ofCode('made-not-positive'),
  })
  for (const u of uses.value)
    if (u.amount === null) form.refuse(`use-${u.lot.id}`, t('problem.amount-not-a-number', { typed: u.typed }))
  for (const k of kept.value) if (k.g === null) form.refuse(`kept-${k.stream}`, ofCode('kept-not-positive'))
  if (Object.keys(form.fields.value).length) return
  if (!(await (confirm ? form.confirmDoubts() : form.submit()))) return
  id = uuid()
  inBackground(fruit.load())
  emit('done')
}
const others = computed(() =>
  Object.entries(form.fields.value)
    .filter(([f]) => !['out', 'brix', 'tempC', 'minutes', 'useBy'].includes(f) && !/^(use|kept)-/.test(f))
    .map(([, sentence]) => sentence),
)
</script>

<template>
  <form ref="root" class="stack" novalidate data-test="making-form" @submit.prevent="save()">
    <div class="spread">
      <h2>{{ t('making.title', { name: prep.recipe.name }) }}</h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <div class="two">
      <FieldAmountField
        v-bind="bind('out')"
        :label="t('making.out')"
        :unit="unit"
        :device="unit === 'g'"
        :error="form.fields.value.out"
        test="made-out"
      />
      <FieldMlOrG v-model="unit" test="made-unit" />
    </div>
    <p class="small quiet">
      {{ t(study.runs ? 'making.expected' : 'making.expectedStandard', { amount: expected }) }}
    </p>
    <div class="three">
      <FieldAmountField
        v-bind="bind('minutes')"
        :label="t('making.minutes')"
        unit="min"
        :error="form.fields.value.minutes"
        test="made-minutes"
      />
      <FieldAmountField
        v-bind="bind('brix')"
        :label="t('making.brix')"
        unit="°Bx"
        device
        :error="form.fields.value.brix"
        test="made-brix"
      />
      <FieldAmountField
        v-bind="bind('temp')"
        :label="t('making.temp')"
        unit="°C"
        device
        :error="form.fields.value.tempC"
        test="made-temp"
      />
    </div>
    <p class="small quiet">{{ t('making.ifRead') }}</p>
    <FieldChoice
      :model-value="place"
      :label="t('making.place')"
      :items="items(PLACES, 'place')"
      test="made-place"
      @update:model-value="place = $event!"
    />
    <FieldDay v-model="useBy" :label="t('making.useBy')" :error="form.fields.value.useBy" test="made-use-by" />
    <p class="small quiet">{{ t(`keeps.why.${keeps.limits[0]!.code}`) }} {{ t('keeps.promise') }}</p>
    <template v-if="outG">
      <PrepsMakingUses v-model="uses" :standard="standard" :out-g="outG" :errors="form.fields.value" />
      <PrepsMakingAdded v-model="added" />
      <PrepsMakingKept v-model="kept" :standard="standard" :out-g="outG" :errors="form.fields.value" />
    </template>
    <p v-for="s in [form.message.value, ...others].filter(Boolean)" :key="s" class="caution" role="alert">{{ s }}</p>
    <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
    <div v-if="!form.doubts.value.length" class="act">
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save-making">{{
        t('making.save')
      }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
  align-items: start;
}
.three {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 10px;
  align-items: start;
}
</style>
