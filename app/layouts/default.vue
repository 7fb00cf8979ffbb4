<script setup lang="ts">
import { useMake } from '~/stores/make'
import { useSession } from '~/stores/session'

useLive()
useScanner()
const make = useMake()
const session = useSession()
/** What is one's own, and what has not been sent, needs no stand. */
const isStandless = computed(
  () => session.person !== null && !session.stand && !['/people', '/outbox'].includes(useRoute().path),
)
const keys = ref(false)
const find = ref(false)
useKeys({ find: () => (find.value = true), keys: () => (keys.value = true) })
</script>

<template>
  <v-app>
    <LineTopBar @keys="keys = true" @find="find = true" />
    <LineConnection />
    <LazyMakeRingBar v-if="make.clocks.length" />
    <main class="page"><LineNoStand v-if="isStandless" /><slot v-else /></main>
    <LineBenchStrip />
    <LineKeysDialog v-model="keys" />
    <LineFindDialog v-model="find" />
    <FigureSum />
    <FieldKeyPad />
  </v-app>
</template>
