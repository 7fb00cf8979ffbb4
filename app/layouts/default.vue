<script setup lang="ts">
useLive()
const keys = ref(false)
const find = ref(false)
useKeys({ find: () => (find.value = true), keys: () => (keys.value = true) })
</script>

<template>
  <v-app>
    <LineTopBar @keys="keys = true" @find="find = true" />
    <LineConnection />
    <main class="page"><slot /></main>
    <LineBenchStrip />
    <LineKeysDialog v-model="keys" />
    <LineFindDialog v-model="find" />
    <FigureSum />
    <FieldKeyPad />
  </v-app>
</template>
