<script setup lang="ts">
import { useMake } from '~/stores/make'

useLive()
useScanner()
const make = useMake()
const keys = ref(false)
const find = ref(false)
useKeys({ find: () => (find.value = true), keys: () => (keys.value = true) })
</script>

<template>
  <v-app>
    <LineTopBar @keys="keys = true" @find="find = true" />
    <LineConnection />
    <LazyMakeRingBar v-if="make.clocks.length" />
    <main class="page"><slot /></main>
    <LineBenchStrip />
    <LineKeysDialog v-model="keys" />
    <LineFindDialog v-model="find" />
    <FigureSum />
    <FieldKeyPad />
  </v-app>
</template>
