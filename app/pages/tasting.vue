<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import type { Answer, SeatView } from '#core/sensory/words'
import type { Reply } from '#shared/contract'
import { api } from '~/utils/api'

// A taster's phone, without a session: the code of a test, a seat, what one may not have, and one answer. Nothing that it
// is sent says which cup is which.
definePageMeta({ layout: 'door' })
const { t } = useI18n({ useScope: 'global' })
const ready = useWords('taste')
const { ofError } = useSentence()
const code = ref('')
const panel = shallowRef<Reply<'tasting'> | null>(null)
const seat = ref<number | null>(null)
const view = shallowRef<SeatView | null>(null)
const end = ref<'tasted' | 'noCup' | null>(null)
const said = ref('')
const busy = ref(false)
/** What shows that this phone took the seat; kept, so that a page loaded anew is the same taster. */
const SECRET = 'olvex-seat'
function secretOf(): string {
  const known = sessionStorage.getItem(SECRET)
  if (known) return known
  const bytes = crypto.getRandomValues(new Uint8Array(32))
  const made = btoa(String.fromCharCode(...bytes))
    .replaceAll('+', '-')
    .replaceAll('/', '_')
    .replace(/=+$/, '')
  sessionStorage.setItem(SECRET, made)
  return made
}
const asTyped = computed(() => code.value.trim().toUpperCase())
async function tried(act: () => Promise<void>): Promise<void> {
  said.value = ''
  busy.value = true
  try {
    await act()
  } catch (e) {
    said.value = ofError(e)
  } finally {
    busy.value = false
  }
}
const CODE = /^[2-9A-HJ-NP-Z]{6}$/
async function enter(): Promise<void> {
  if (!CODE.test(asTyped.value)) return void (said.value = t('taste.phone.noCode'))
  await tried(async () => void (panel.value = await api('tasting', { params: { id: asTyped.value } })))
}
/** The phone is handed on. */
async function next(): Promise<void> {
  await enter()
  if (said.value) return
  seat.value = null
  view.value = null
  end.value = null
}
const sit = (name: string, avoids: string[]): Promise<void> =>
  tried(async () => {
    const body = { seat: seat.value!, name, avoids, secret: secretOf() }
    const reply = await api('takeSeat', { params: { id: asTyped.value }, body })
    if (reply.keptAway) end.value = 'noCup'
    else view.value = reply.view
  })
const answer = (of: Answer): Promise<void> =>
  tried(async () => {
    const body = { seat: seat.value!, secret: secretOf(), answer: of }
    await api('answerSeat', { params: { id: asTyped.value }, body })
    end.value = 'tasted'
  })
</script>

<template>
  <section v-if="ready" class="sheet phone stack" data-test="tasting">
    <h1>{{ t('taste.phone.title') }}</h1>
    <template v-if="end">
      <p class="said" role="status" data-test="taster-done">
        {{ t(end === 'tasted' ? 'taste.answer.done' : 'taste.answer.noCup') }}
      </p>
      <v-btn height="72" variant="text" :loading="busy" data-test="taster-next" @click="next">{{
        t('taste.phone.next')
      }}</v-btn>
    </template>
    <form v-else-if="!panel" class="stack" novalidate @submit.prevent="enter">
      <v-text-field
        v-model="code"
        :label="t('taste.phone.code')"
        maxlength="12"
        autocapitalize="characters"
        autocomplete="off"
        spellcheck="false"
        data-test="taster-code"
      />
      <v-btn type="submit" color="primary" height="72" :loading="busy" data-test="taster-enter">{{
        t('taste.phone.enter')
      }}</v-btn>
    </form>
    <p v-else-if="panel.ended" class="said">{{ t('taste.phone.ended') }}</p>
    <template v-else-if="seat === null">
      <h2>{{ t('taste.phone.which') }}</h2>
      <div class="seats">
        <v-btn
          v-for="i in panel.seats"
          :key="i"
          height="72"
          :disabled="panel.taken.includes(i - 1)"
          :data-test="`take-${i - 1}`"
          @click="seat = i - 1"
          >{{ i }}</v-btn
        >
      </div>
    </template>
    <TasteBeforeSip v-else-if="!view" :allergens="panel.allergens" :busy="busy" @sit="sit" />
    <TasteAnswer v-else :view="view" :busy="busy" @answer="answer" />
    <p v-if="said" class="caution" role="alert" data-test="taster-said">{{ said }}</p>
    <FieldKeyPad />
  </section>
</template>

<style scoped>
.phone {
  max-width: 560px;
  margin: 0 auto;
}
.said {
  font: 700 24px/1.25 var(--head);
}
.seats {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(72px, 1fr));
  gap: 10px;
}
</style>
