<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { LEFT_AS, type LeftAs } from '#core/hold'
import { useAmounts } from '~/forms/useAmounts'
import { useServe, type HoldView } from '~/stores/serve'

// A vessel is emptied: what is left in it, and what becomes of that.
const props = defineProps<{ view: HoldView; now: string; isClosing?: boolean }>()
const emit = defineEmits<{ done: []; close: [] }>()
const { t } = useI18n({ useScope: 'global' })
const { typed } = useFormat()
const items = useChoices()
const serve = useServe()
const now = computed(() => props.now)
const { levelMl, over, usual, content } = useHold(() => props.view, now)
const isByTime = computed(() => props.view.hold.control !== 'cold')
const { number, text, bind, guard } = useAmounts(['left', 'cups'])
text.left = typed(Math.round(levelMl.value / 50) / 20, 'L', 2)
const as = ref<LeftAs>(isByTime.value || over.value || levelMl.value < 50 ? 'thrown' : 'kept')
const reason = ref(over.value ? t(`serve.over.${over.value}`) : '')
const touched = computed(() => content.value?.pouredCups ?? 0)
const form = useSubmit(async () => {
  const { id: holdId, versionId, recipeId } = props.view.hold
  if (number.cups !== null && number.cups > touched.value)
    await serve.count({ holdId, versionId, recipeId }, usual.value, number.cups - touched.value)
  const leftMl = number.left! * 1000
  const why = as.value === 'thrown' && leftMl > 0 ? reason.value.trim() : null
  await serve.tell(props.view.hold.id, { kind: 'emptied', leftMl, as: as.value, reason: why })
})
async function save(): Promise<void> {
  form.clear()
  guard(form, () => 'volumeMl', { left: t('serve.needMl') })
  if (number.cups !== null && (!Number.isInteger(number.cups) || number.cups < touched.value))
    form.refuse('cups', t('serve.fewerCups', { n: touched.value }, touched.value))
  if (as.value === 'thrown' && (number.left ?? 0) > 0 && !reason.value.trim())
    form.refuse('reason', t('serve.needReason'))
  if (Object.keys(form.fields.value).length) return
  if (await form.submit()) emit('done')
}
const root = useTemplateRef<HTMLElement>('root')
// Of several at the close none is first.
if (!props.isClosing) useFirstField(root)
</script>

<template>
  <form ref="root" class="sheet stack" novalidate data-test="empty-form" @submit.prevent="save">
    <div class="spread">
      <h2>{{ isClosing ? view.recipe?.name : t('serve.empty') }}</h2>
      <v-btn v-if="!isClosing" height="72" variant="text" @click="emit('close')">{{ t('do.cancel') }}</v-btn>
    </div>
    <p class="small quiet">{{ isClosing ? '' : `${view.recipe?.name} · ` }}{{ view.hold.vessel.name }}</p>
    <FieldAmountField
      v-bind="bind('left')"
      :label="t('serve.left_')"
      unit="L"
      :error="form.fields.value.volumeMl"
      test="empty-left"
    />
    <FieldAmountField
      v-bind="bind('cups')"
      :label="t('serve.counted')"
      :hint="t('serve.countedWhy', { n: touched }, touched)"
      unit="cups"
      :error="form.fields.value.cups"
      test="empty-cups"
    />
    <p v-if="isByTime" class="small" data-test="no-way-back">{{ t('serve.noWayBack') }}</p>
    <FieldChoice
      v-else
      :model-value="as"
      :label="t('serve.becomes')"
      :items="items(LEFT_AS, 'serve.as')"
      :why="as === 'thrown' ? undefined : t('serve.keptWhy')"
      test="empty-as"
      @update:model-value="as = $event!"
    />
    <v-text-field
      v-if="as === 'thrown'"
      v-model="reason"
      :label="t('serve.reason')"
      maxlength="200"
      :error-messages="form.fields.value.reason"
      data-test="empty-reason"
    />
    <p v-if="form.message.value || form.fields.value.as" class="caution" role="alert">
      {{ form.message.value || form.fields.value.as }}
    </p>
    <v-btn type="submit" color="primary" height="84" :loading="form.busy.value" data-test="empty-save">{{
      t('serve.empty')
    }}</v-btn>
  </form>
</template>
