<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { ProcessLimit } from '#core/process/limit'
import { itemKey } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'

/** Why a recipe cannot be made as written; where it waits for a prep's sign-off, that is offered here. */
const props = defineProps<{ limit: ProcessLimit }>()
const { t } = useI18n()
const { amount, name } = useFormat()
const { ofCode, ofLimit } = useSentence()
const drinks = useDrinks()
const session = useSession()

const unsignedIn = (limit: ProcessLimit | null): string | undefined =>
  limit?.code === 'prep-unsigned' ? limit.field?.replace(/^prep:/, '') : undefined
/** The innermost prep that waits: one inside it is signed before it. */
const prep = computed(() => {
  let found = drinks.byId.get(unsignedIn(props.limit) ?? '')
  for (let depth = 0; found && depth < drinks.preps.length; depth++) {
    const within = drinks.byId.get(unsignedIn(drinks.evaluate(drinks.live(found.draft)).limit) ?? '')
    if (!within) break
    found = within
  }
  return found
})
const signing = useSubmit(async (key) => {
  const { id, version } = prep.value!
  await api('signOff', { key, params: { id }, body: { id: uuid(), version } })
  await drinks.load()
})
const sentence = computed(() =>
  prep.value ? ofCode('prep-unsigned', {}, `prep:${prep.value.id}`) : ofLimit(props.limit),
)
/** What would be signed: nobody signs what they do not see. */
const holds = computed(() => {
  const evaluation = prep.value && drinks.evaluate(drinks.live(prep.value.draft)).evaluation
  return evaluation?.bill.own.map((take) => `${name(itemKey(take.item))} ${amount(take.mass.value, 'g')}`).join(', ')
})
</script>

<template>
  <div class="caution" role="alert" data-test="limit">
    <p>
      {{ sentence }} <template v-if="holds">{{ t('standard.holds', { list: holds }) }}</template>
      <template v-if="prep && !session.isOwner">{{ ` ${t('standard.askOwner')}` }}</template>
    </p>
    <p v-if="signing.said.value" data-test="sign-prep-refused">{{ signing.said.value }}</p>
    <v-btn
      v-if="prep && session.isOwner"
      class="sign"
      :loading="signing.busy.value"
      data-test="sign-prep"
      @click="signing.submit()"
      >{{ t('standard.signPrep', { name: prep.name }) }}</v-btn
    >
  </div>
</template>

<style scoped>
.sign {
  margin-top: 8px;
}
</style>
