<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { claimOf, standing } from '#core/batch'
import { useDrinks } from '~/stores/drinks'
import { useMake, type RunView } from '~/stores/make'
import { useSession } from '~/stores/session'

// What came out against what the sheet promises, beyond what it varies by: asked once, and what was made is offered as
// the next standard.
const props = defineProps<{ view: RunView }>()
const emit = defineEmits<{ take: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { amount } = useFormat()
const drinks = useDrinks()
const make = useMake()
const session = useSession()
const claim = computed(() => {
  const { made, planned, run } = props.view
  const standard = made && planned && run.recipeId ? drinks.studyOf(run.recipeId, planned, made.id) : null
  return made && planned && standard ? claimOf(planned.jug.mass.value, made.outG, standard.output) : null
})
/** Whoever looked at it says so, and is not asked again. */
const isAnswered = computed(() =>
  standing(props.view.run.events).some((e) => e.kind === 'heard' && e.of === props.view.made?.id),
)
const form = useSubmit(async () => {
  await make.tell(props.view.run.id, { kind: 'heard', of: props.view.made!.id })
})
async function take(): Promise<void> {
  if (await form.submit()) emit('take')
}
</script>

<template>
  <div v-if="claim && !isAnswered" class="caution" role="alert" data-test="claim">
    <p>
      {{
        t('make.claim.says', {
          promised: amount(claim.promised / 1000, 'kg', 2),
          came: amount(claim.came / 1000, 'kg', 2),
          low: amount(claim.usual[0] / 1000, 'kg', 2),
          high: amount(claim.usual[1] / 1000, 'kg', 2),
        })
      }}
    </p>
    <div class="row">
      <v-btn v-if="session.mayPlan" height="56" data-test="claim-take" @click="take">{{ t('make.claim.take') }}</v-btn>
      <v-btn height="56" data-test="claim-leave" @click="form.submit()">{{ t('make.claim.leave') }}</v-btn>
    </div>
  </div>
</template>
