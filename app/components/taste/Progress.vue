<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { thresholdOf } from '#core/sensory'
import { useTaste } from '~/stores/taste'

// What tongues have learned: one's own, and everybody's for the owner.
const { t } = useI18n({ useScope: 'global' })
const { day, time } = useFormat()
const taste = useTaste()
onMounted(() => void taste.loadTrainings())
const { tongue } = useTongue()
const rows = computed(() =>
  taste.trainings.flatMap((x) => {
    const threshold = thresholdOf(x.answers)
    const [unit, digits] = x.unit === 'ta' ? (['g/100 mL', 2] as const) : (['°Bx', 1] as const)
    return threshold ? [{ ...x, said: tongue(threshold, unit, digits) }] : []
  }),
)
</script>

<template>
  <section v-if="rows.length" class="sheet stack" data-test="progress">
    <h2>{{ t('taste.trainer.progress') }}</h2>
    <p class="small quiet">{{ t('taste.trainer.whose') }}</p>
    <table class="rows">
      <tbody>
        <tr v-for="r in rows" :key="r.id" data-test="training">
          <td>{{ r.by }}</td>
          <td>{{ t(`taste.property.${r.of}`) }}</td>
          <td>{{ r.said }}</td>
          <td class="r small quiet">{{ day(r.at) }} {{ time(r.at) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
