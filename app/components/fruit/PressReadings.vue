<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { titrationLimit } from '#core/yield'
import { FOAM, FRUIT_TEMPS } from '#shared/lists'
import { useFruit } from '~/stores/fruit'

// What else may be told of a press: how the fruit was, what was read of the juice, whose hands, when.
const props = defineProps<{ press: PressFormState }>()
const { t } = useI18n()
const { ofCode } = useSentence()
const items = useChoices()
const { bind, told, titration, ta, error, sentence } = props.press
const tools = computed(() => [...new Set(useFruit().presses.flatMap((p) => p.tool || []))])
const titrationError = computed(() => {
  const limit = titration.value && titrationLimit(titration.value)
  return limit ? ofCode(limit.code, limit.numbers) : sentence('titration')
})
const moreIsWrong = computed(() =>
  ['hands', 'spilledMl', 'brix', 'ph', 'ta', 'titration', 'at'].some((f) => sentence(f)),
)
</script>

<template>
  <FieldMore :label="t('press.moreReadings')" :show="moreIsWrong" test="more-readings">
    <FieldChoice
      v-model="told.fruitTemp"
      :label="t('press.fruitTemp')"
      :items="items(FRUIT_TEMPS, 'fruitTemp')"
      optional
      test="fruit-temp"
    />
    <FieldChoice v-model="told.foam" :label="t('press.foam')" :items="items(FOAM, 'foam')" optional />
    <p v-if="told.foam === 'foamy' && told.unit !== 'g'" class="small quiet">{{ t('press.foamWhy') }}</p>
    <div class="two even">
      <FieldAmountField
        v-bind="bind('brix')"
        :label="t('press.brix')"
        unit="°Bx"
        device
        :error="error('brix')"
        test="press-brix"
      />
      <FieldAmountField v-bind="bind('ph')" label="pH" :error="error('ph')" test="press-ph" />
      <FieldAmountField v-bind="bind('hands')" :label="t('press.hands')" :error="error('hands')" test="hands" />
      <FieldAmountField
        v-bind="bind('spilled')"
        :label="t('press.spilled')"
        unit="mL"
        :error="error('spilled')"
        test="spilled"
      />
    </div>
    <fieldset>
      <legend class="small quiet">{{ t('press.titration') }}</legend>
      <div class="three">
        <FieldAmountField v-bind="bind('sample')" :label="t('press.sample')" unit="mL" metric test="sample" />
        <FieldAmountField v-bind="bind('base')" :label="t('press.lye')" unit="mL" metric test="base" />
        <FieldAmountField v-bind="bind('baseN')" :label="t('press.lyeN')" unit="mol/L" test="base-n" />
      </div>
      <p v-if="titrationError" class="caution" role="alert" data-test="titration-error">{{ titrationError }}</p>
      <div v-else-if="ta" class="spread">
        <span>{{ t('figure.titratable-acidity') }}</span><FigureButton
          :figure="ta"
          :label="t('figure.titratable-acidity')"
        />
      </div>
      <FieldAmountField
        v-else
        v-bind="bind('ta')"
        :label="t('press.ta')"
        unit="g/100 mL"
        :error="error('ta')"
        test="ta"
      />
      <p class="small quiet">{{ t('caution.lye') }}</p>
    </fieldset>
    <v-combobox v-model="told.tool" :items="tools" :label="t('press.tool')" data-test="tool" />
    <FieldWhen v-model="told.at" :error="sentence('at')" />
  </FieldMore>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  align-items: start;
}
.three {
  display: grid;
  grid-template-columns: 1fr 1fr 1fr;
  gap: 8px;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 8px;
}
</style>
