<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { useMake } from '~/stores/make'

// A batch: while it is under way, one step fills the screen; once it has ended, what was planned beside what happened.
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('make', 'lab', 'balance', 'preps')
const id = String(useRoute().params.id)
const make = useMake()
const { view, isMissing } = useOneBatch(id)
const isUnderWay = computed(() => make.byId.get(id)?.state === 'under-way')
const asRecord = ref(false)
</script>

<template>
  <div v-if="ready && view">
    <MakeRun v-if="isUnderWay && !asRecord" :id="id" @record="asRecord = true" />
    <MakeRecord v-else :view="view" :is-under-way="isUnderWay" @run="asRecord = false" />
  </div>
  <p v-else-if="ready && isMissing" class="sheet">
    {{ t('make.gone') }} <NuxtLink to="/make">{{ t('stop.make') }}</NuxtLink>
  </p>
</template>
