<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { massG, volumeMl } from '#core/process'
import type { AskedStep } from '~/composables/useAskAfter'
import type { BatchInHand } from '~/composables/useBatch'
import { useAmounts } from '~/forms/useAmounts'

// Asked once a step is done: how much came through, by the jug or by the scale; or how warm it is.
const props = defineProps<{ hand: BatchInHand; ask: AskedStep }>()
const { t } = useI18n({ useScope: 'global' })
const { amount } = useFormat()
const asked = props.ask.of.value!
const isTemp = asked.what === 'temp'
const out = computed(
  () => props.hand.view.value?.evaluation?.done.find((d) => d.step.out === asked.step)?.result.out ?? null,
)
const unit = ref<'mL' | 'g'>('mL')
const { number, bind } = useAmounts(['reading', 'temp'])
const isSet = computed(() => (isTemp ? number.temp : number.reading) !== null)
async function save(): Promise<void> {
  if (!isSet.value) return
  const reading = isTemp
    ? { tempC: number.temp! }
    : unit.value === 'mL'
      ? { volumeMl: number.reading! }
      : { massG: number.reading! }
  await props.hand.tell([{ kind: 'read', of: asked.step, reading }])
}
useFirstField(useTemplateRef<HTMLElement>('root'))
</script>

<template>
  <form ref="root" class="sheet stack" novalidate data-test="ask-after" @submit.prevent="save">
    <h2>{{ t(isTemp ? 'make.howWarm' : 'make.howMuchCame') }}</h2>
    <p class="quiet">{{ t(isTemp ? 'make.warmWhy' : 'make.foamFirst') }}</p>
    <FieldAmountField v-if="isTemp" v-bind="bind('temp')" :label="t('make.temp')" unit="°C" device test="ask-temp" />
    <div v-else class="two">
      <FieldAmountField
        v-bind="bind('reading')"
        :label="t('make.came')"
        :unit="unit"
        :device="unit === 'g'"
        test="ask-amount"
      />
      <FieldMlOrG v-model="unit" test="ask-unit" />
    </div>
    <p v-if="out" class="small quiet">
      {{
        t('make.workedOut', {
          value: isTemp
            ? amount(out.tempC, '°C', 0)
            : unit === 'mL'
              ? amount(volumeMl(out) / 1000, 'L', 2)
              : amount(massG(out), 'g', 0),
        })
      }}
    </p>
    <div class="row">
      <v-btn
        type="submit"
        color="primary"
        height="84"
        class="main-act"
        :disabled="!isSet || hand.busy.value"
        data-test="ask-save"
        >{{ t('make.putDown') }}</v-btn
      >
      <v-btn height="84" data-test="ask-leave" @click="ask.leave()">{{ t('make.notMeasured') }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
h2 {
  font-size: 28px;
}
.two {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
}
.main-act {
  flex: 1;
  font-size: 20px;
}
</style>
