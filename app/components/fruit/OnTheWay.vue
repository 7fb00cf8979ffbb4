<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { isShort } from '#core/books'
import { LONG_ON_WAY_MS } from '#core/stand/today'
import type { SendRow } from '#shared/contract'
import { useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'
import { api } from '~/utils/api'

// What is on its way here, to be taken in; and what went from here and has not arrived.
const store = useFruit()
const session = useSession()
const { t } = useI18n({ useScope: 'global' })
const { amount, day, name, time } = useFormat()
const standName = (id: string): string => session.stands.find((s) => s.id === id)?.name ?? t('way.elsewhere')
const waiting = computed(() => store.sends.filter((s) => !s.arrival))
const coming = computed(() => waiting.value.filter((s) => s.toStandId === session.standId))
const gone = computed(() => waiting.value.filter((s) => s.lot.standId === session.standId))
const isLong = (s: SendRow): boolean => session.now().getTime() - Date.parse(s.at) > LONG_ON_WAY_MS
const short = computed(() => store.sends.filter((s) => s.arrival && isShort(s.amount, s.arrival.amount)))
const open = ref('')
const target = ref('')
const back = useSubmit(async (key) => {
  await api('voidFact', { key, params: { id: target.value }, body: { entity: 'lot-event' } })
})
async function takeBack(s: SendRow): Promise<void> {
  target.value = s.id
  await back.submit()
  await store.load()
}
</script>

<template>
  <section v-if="coming.length || gone.length || short.length" class="way stack" data-test="on-the-way">
    <div v-for="s in coming" :key="s.id" class="one" data-test="coming">
      <div class="spread">
        <p>
          <b>{{ name(s.lot.itemKey) }}, {{ amount(s.amount, s.lot.unit) }}</b>
          {{ t('way.from', { from: standName(s.lot.standId), day: day(s.at), time: time(s.at), who: s.by }) }}
        </p>
        <v-btn v-if="open !== s.id" height="72" color="primary" data-test="is-here" @click="open = s.id">{{
          t('way.here')
        }}</v-btn>
      </div>
      <p v-if="isLong(s)" class="caution" role="note">{{ t('way.long') }}</p>
      <FruitArriveForm v-if="open === s.id" :send="s" @done="open = ''" @close="open = ''" />
    </div>
    <div v-for="s in gone" :key="s.id" class="spread one" data-test="gone">
      <p>
        {{ name(s.lot.itemKey) }}, {{ amount(s.amount, s.lot.unit) }}
        {{ t('way.onWayTo', { to: standName(s.toStandId), day: day(s.at), time: time(s.at) }) }}
      </p>
      <v-btn
        v-if="session.mayPlan"
        variant="text"
        :loading="back.busy.value && target === s.id"
        data-test="take-back"
        @click="takeBack(s)"
        >{{ t('way.takeBack') }}</v-btn
      >
    </div>
    <p v-for="s in short" :key="s.id" class="small quiet" data-test="short">
      {{
        t('way.short', {
          name: name(s.lot.itemKey),
          sent: amount(s.amount, s.lot.unit),
          came: amount(s.arrival!.amount, s.lot.unit),
          to: standName(s.toStandId),
        })
      }}
    </p>
    <p v-if="back.message.value || Object.keys(back.fields.value).length" class="caution" role="alert">
      {{ back.message.value || Object.values(back.fields.value)[0] }}
    </p>
  </section>
</template>

<style scoped>
.way {
  border-left: 6px solid var(--zest);
  padding: 4px 0 4px 14px;
  margin: 8px 0 14px;
}
.one {
  align-items: center;
}
</style>
