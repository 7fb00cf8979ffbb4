<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { SPILLED_AS, type SpilledAs } from '#core/hold/event'
import type { CountSheet } from '#shared/contract'
import { useAmounts } from '~/forms/useAmounts'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { uuid } from '~/utils/api'

// What became of drink that is gone from a vessel, and in no cup: asked where it is much, and told by a touch.
const props = defineProps<{ vessel: CountSheet['vessels'][number] }>()
const emit = defineEmits<{ told: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { typed } = useFormat()
const session = useSession()
const { number, text, bind, guard } = useAmounts(['ml'])
/** It stands at all that is missing; who knows of a part of it types that. */
watch(
  () => props.vessel.missingMl,
  (ml) => (text.ml = ml && ml > 0 ? typed(Math.round(ml) / 1000, 'L', 3) : ''),
  { immediate: true },
)
const as = ref<SpilledAs>('spilled')
const form = useSubmit(async (key) => {
  const { holdId, lastAt } = props.vessel
  const now = session.now().toISOString()
  const event = { kind: 'spilled' as const, volumeMl: number.ml! * 1000, as: as.value, counted: true as const }
  const body = { id: uuid(), event, at: lastAt < now ? lastAt : now }
  await useOutbox().keep('postHoldEvent', { key, params: { id: holdId }, body })
  emit('told')
})
async function tell(of: SpilledAs): Promise<void> {
  form.clear()
  guard(form)
  if (Object.keys(form.fields.value).length) return
  if (number.ml === null) return form.refuse('ml', t('problem.amount-not-a-number', { typed: text.ml }))
  as.value = of
  await form.submit()
}
</script>

<template>
  <div class="caution explain" role="group" :aria-label="t('count.askedShort')" data-test="glasses-asked">
    <p>{{ t('count.asked') }}</p>
    <div class="row no-print">
      <FieldAmountField
        v-bind="bind('ml')"
        class="amount"
        :label="t('count.ofIt')"
        unit="L"
        :error="form.fields.value.ml ?? form.fields.value.volumeMl"
        test="explain-ml"
      />
      <v-btn
        v-for="of in SPILLED_AS"
        :key="of"
        height="56"
        :disabled="form.busy.value"
        :data-test="`explain-${of}`"
        @click="tell(of)"
        >{{ t(`count.part.${of}`) }}</v-btn
      >
    </div>
    <p v-if="form.message.value" role="alert">{{ form.message.value }}</p>
    <NuxtLink class="small" :to="`/serve/${vessel.holdId}`">{{ t('count.askedWrong') }}</NuxtLink>
  </div>
</template>

<style scoped>
.explain {
  display: grid;
  gap: 8px;
}
.row {
  flex-wrap: wrap;
  gap: 8px;
  align-items: start;
}
.amount {
  flex: 0 0 130px;
}
a {
  min-height: 44px;
  display: inline-flex;
  align-items: center;
}
</style>
