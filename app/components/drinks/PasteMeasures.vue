<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { CRUSHING_WAYS, CUPS_ML, GALLONS_ML, INFUSING_WAYS, TBSPS_ML } from '#core/household'
import { LIMONES, type Limon } from '#core/stand'
import { OUNCE_MEANINGS, type OunceMeaning } from '#core/units'
import type { usePasted } from '~/composables/usePasted'

// What is asked once for a text: its cup, spoon and gallon, what limón and an ounce of a liquid are, in which water
// leaves lie, and whether fruit and grain are blended and strained.
const props = defineProps<{ pasted: ReturnType<typeof usePasted> }>()
/** what the stand remembers from now on */
const emit = defineEmits<{ say: [to: { limon?: Limon | null; ounces?: OunceMeaning | null }] }>()
const { t } = useI18n({ useScope: 'global' })
const { n } = useFormat()
const { cupMl, tbspMl, saidTbsp, gallonMl, limon, ounces, read, between, saidWay, saidCrushing } = props.pasted

const itemsOf = (sizes: readonly number[], unit = 'mL') =>
  sizes.map((ml) => ({
    value: String(ml),
    title: unit === 'L' ? `${n(ml / 1000, 3)} L` : t('paste.cupOf', { ml: n(ml, ml % 1 ? 1 : 0) }),
  }))
const isWritten = (pattern: RegExp): boolean => read.value.lines.some((l) => pattern.test(l.amount?.unit ?? ''))
const asksCup = computed(() => read.value.once.includes('which-cup') || isWritten(/^cup$/))
const asksSpoon = computed(() => isWritten(/^(tbsp|tsp)$/))
const asksGallon = computed(() => isWritten(/^(gallon|quart|pint)$/))
const ownCup = ref('')
const ways = computed(() =>
  [...INFUSING_WAYS, 'none' as const].map((value) => ({ value, title: t(`paste.way.${value}`) })),
)
const crushings = computed(() =>
  [...CRUSHING_WAYS, 'none' as const].map((value) => ({ value, title: t(`paste.crushing.${value}`) })),
)
</script>

<template>
  <div v-if="asksCup" class="row wrap">
    <FieldChoice
      :model-value="cupMl === null ? null : String(cupMl)"
      :label="t('paste.cup')"
      :items="itemsOf(CUPS_ML)"
      test="paste-cup"
      @update:model-value="cupMl = $event === null ? null : Number($event)"
    />
    <FieldAmountField
      v-model="ownCup"
      :label="t('paste.ownCup')"
      class="own"
      unit="mL"
      metric
      test="paste-own-cup"
      @number="$event! > 0 && (cupMl = $event)"
    />
  </div>
  <FieldChoice
    v-if="asksSpoon"
    :model-value="String(tbspMl)"
    :label="t('paste.spoon')"
    :items="itemsOf(TBSPS_ML)"
    test="paste-spoon"
    @update:model-value="saidTbsp = $event === null ? null : Number($event)"
  />
  <FieldChoice
    v-if="asksGallon"
    :model-value="gallonMl === null ? null : String(gallonMl)"
    :label="t('paste.gallon')"
    :items="itemsOf(GALLONS_ML, 'L')"
    test="paste-gallon"
    @update:model-value="gallonMl = $event === null ? null : Number($event)"
  />
  <FieldChoice
    v-if="between.infusable"
    :model-value="between.way"
    :label="t('paste.ways')"
    :items="ways"
    test="paste-way"
    @update:model-value="saidWay = $event"
  />
  <FieldChoice
    v-if="between.crushable"
    :model-value="between.crushing"
    :label="t('paste.crushings')"
    :items="crushings"
    test="paste-crushing"
    @update:model-value="saidCrushing = $event"
  />
  <FieldChoice
    v-if="read.once.includes('which-limon') || limon"
    :model-value="limon"
    :label="t('paste.limon')"
    :items="LIMONES.map((value) => ({ value, title: t(`paste.limones.${value}`) }))"
    test="paste-limon"
    @update:model-value="emit('say', { limon: $event })"
  />
  <FieldChoice
    v-if="read.once.includes('which-ounce')"
    :model-value="ounces"
    :label="t('paste.ounce')"
    :items="OUNCE_MEANINGS.map((value) => ({ value, title: t(`amount.ounceIs.${value}`) }))"
    test="paste-ounce"
    @update:model-value="emit('say', { ounces: $event })"
  />
</template>

<style scoped>
.wrap {
  flex-wrap: wrap;
  align-items: end;
  gap: 12px;
}
.own {
  width: 150px;
}
</style>
