<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isOfOne, partsOf, pressInLot, type StripPart } from '#core/yield'
import { PRESS_METHODS } from '#shared/lists'
import type { Lot, Press } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useFruit } from '~/stores/fruit'

// Two numbers are enough: fruit taken and juice out. The rest is offered. With `correct`, in place of a press that was
// typed wrong.
const props = defineProps<{ lot: Lot; correct?: Press }>()
const emit = defineEmits<{ done: [pressId: string]; close: [] }>()
const { t } = useI18n()
const { amount, typed, unit, name, day } = useFormat()
const items = useChoices()
const press = usePressForm(props.lot, props.correct, (id) => emit('done', id))
const { old, text, number, bind, told, rows, row, figures, form, sentence, error, save, leftG } = press
const juiceKey = computed(() => useCatalogue().dataOf(props.lot.itemKey)?.fruit?.juice)
const known = computed(() => useFruit().yields.get(props.lot.itemKey)!)

const parts = computed((): StripPart[] => {
  if (row.value) return partsOf([pressInLot(row.value, props.lot.id)])
  const takenKg = number.taken && number.taken > 0 ? number.taken : Infinity
  return [{ key: 'crate', kg: Math.min(takenKg, leftG.value / 1000) }]
})
const shownKg = computed(() => parts.value.reduce((s, p) => s + p.kg, 0))
const mixIsWrong = computed(
  () =>
    ['water', 'loads', 'base'].some((f) => sentence(f)) ||
    press.also.value.some((_, i) => sentence(`also.${i}.takenKg`)),
)
const takeAll = (): void => {
  text.taken = typed(leftG.value / 1000, 'kg', 6)
}
</script>

<template>
  <form ref="root" class="stack" novalidate data-test="press-form" @submit.prevent="save()">
    <div class="spread">
      <h2>
        {{ old ? t('press.correct', { fruit: name(lot.itemKey) }) : t('press.title', { fruit: name(lot.itemKey) }) }}
      </h2>
      <v-btn variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="quiet small">
      {{ [lot.supplier, day(lot.at)].filter(Boolean).join(' · ') }} ·
      {{ t('fruit.inCrate', { kg: amount(leftG / 1000, 'kg') }) }}
    </p>
    <FruitKiloStrip
      :fruit="lot.itemKey"
      :parts="parts"
      :scale-kg="Math.max(number.taken ?? 0, shownKg, 0.001)"
      :height="44"
      :label="t('press.strip')"
    />
    <div class="two">
      <FieldAmountField
        v-bind="bind('taken')"
        :label="t('press.taken')"
        unit="kg"
        device
        :error="error('taken')"
        test="taken"
      />
      <v-btn data-test="take-all" @click="takeAll">{{ t('press.all', { kg: amount(leftG / 1000, 'kg') }) }}</v-btn>
    </div>
    <div class="two">
      <FieldAmountField
        v-bind="bind('juice')"
        :label="press.isBase.value ? t('press.out') : t('press.juice')"
        :unit="told.unit"
        :of="juiceKey"
        :device="told.unit === 'g'"
        :error="error('juice')"
        test="juice"
      />
      <FieldUnits v-model="told.unit" :units="['L', 'mL', 'g']" :label-of="unit" :label="t('press.unit')" />
    </div>
    <div class="two even">
      <v-select
        v-model="told.method"
        :items="items(PRESS_METHODS, 'method')"
        :label="t('press.method')"
        data-test="method"
      />
      <FieldAmountField
        v-bind="bind('minutes')"
        :label="t('press.minutes')"
        unit="min"
        :error="error('minutes')"
        test="minutes"
      />
    </div>
    <FieldMore :label="t('press.moreMix')" :show="mixIsWrong || press.isBase.value" test="more-mix">
      <FruitPressMix :press="press" :lot="lot" />
    </FieldMore>
    <FieldMore
      :label="t('press.moreParts')"
      :show="!!sentence('parts') || !!error('trimmed') || rows.length > 0"
      test="more-parts"
    >
      <FieldAmountField
        v-bind="bind('trimmed')"
        :label="t('press.trimmed')"
        unit="kg"
        device
        :error="error('trimmed')"
        test="trimmed"
      />
      <FruitPartRows v-model="rows" pulp-may-be-all :error="sentence('parts')" />
    </FieldMore>
    <FruitPressReadings :press="press" />
    <FruitYieldPanel v-if="figures" :fruit="lot.itemKey" :known="isOfOne(row!) ? known : undefined" :press="figures" />
    <p class="caution">
      <b>{{ t('caution.cold-title') }}</b> {{ t('caution.keep-cold') }} {{ t('caution.cut-glove') }}
    </p>
    <p v-if="form.message.value" class="caution" role="alert">{{ form.message.value }}</p>
    <FieldDoubtBox :doubts="form.doubts.value" @mend="form.clear()" @confirm="save(true)" />
    <div v-if="!form.doubts.value.length" class="act">
      <v-btn type="submit" color="primary" :loading="form.busy.value" data-test="save">{{
        old ? t('do.correct') : t('press.save')
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
.even {
  grid-template-columns: 1fr 1fr;
}
</style>
