<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Refused, SharedPiece } from '#core/schedule'

// Why a task cannot stand where somebody put it.
const props = defineProps<{ refused: Refused; taskOf: (id: string) => string; timeOf: (minute: number) => string }>()
const { t } = useI18n({ useScope: 'global' })
const sentence = computed(() => {
  const { refused } = props
  const words = {
    task: props.taskOf(refused.task),
    other: 'other' in refused ? props.taskOf(refused.other) : '',
    time: 'minute' in refused ? props.timeOf(refused.minute) : '',
    piece: 'resource' in refused && refused.resource ? t(`clock.piece.${refused.resource as SharedPiece}`) : '',
  }
  return t(`clock.refused.${refused.why}`, words)
})
</script>

<template>
  <p class="caution" role="alert" data-test="move-refused">{{ sentence }}</p>
</template>
