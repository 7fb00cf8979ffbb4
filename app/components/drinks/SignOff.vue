<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { useDraft } from '~/composables/useDraft'
import { useSession } from '~/stores/session'
import { api, ApiProblem, uuid } from '~/utils/api'

/** The draft becomes the next standard; and whether the draft is saved. */
const props = defineProps<{
  id: string
  draft: ReturnType<typeof useDraft>
  /** whether the draft can be made */
  sound: boolean
  /** whether signing it would make another standard than the last */
  signable: boolean
}>()
const { t } = useI18n()
const session = useSession()

const standard = computed(() => props.draft.recipe.value?.standard ?? null)
const signing = useSubmit(async (key, confirm) => {
  const version = await props.draft.settled()
  if (version === null)
    throw new ApiProblem({
      type: 'about:blank',
      title: 'not-offline',
      status: 0,
      code: props.draft.state.value === 'offline' ? 'not-offline' : 'invalid',
    })
  await api('signOff', { key, params: { id: props.id }, body: { id: uuid(), version, confirm } })
  await props.draft.reload()
})
</script>

<template>
  <p v-if="draft.message.value" class="caution" role="alert">{{ draft.message.value }}</p>
  <p v-if="signing.said.value" class="caution" role="alert">{{ signing.said.value }}</p>
  <FieldDoubtBox :doubts="signing.doubts.value" @confirm="signing.confirmDoubts()" @mend="signing.clear()" />
  <div class="row">
    <v-btn
      v-if="session.isOwner"
      color="primary"
      :disabled="!sound || !signable"
      :loading="signing.busy.value"
      data-test="sign-off"
      @click="signing.submit()"
      >{{
        standard && !signable
          ? t('drinks.isSigned', { n: standard.number })
          : t('drinks.signOff', { n: (standard?.number ?? 0) + 1 })
      }}</v-btn
    >
    <span class="quiet small" role="status" data-test="draft-state">{{ t(`draft.${draft.state.value}`) }}</span>
  </div>
</template>
