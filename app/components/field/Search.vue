<script setup lang="ts">
// Above a list that has grown long: what is typed is held against names, sellers, whatever the list says of its rows.
defineProps<{ label: string; test?: string }>()
const text = defineModel<string>({ default: '' })
</script>

<template>
  <v-text-field
    v-model="text"
    type="search"
    :label="label"
    autocomplete="off"
    clearable
    class="search"
    :data-test="test"
    @click:clear="text = ''"
  />
</template>

<style scoped>
.search {
  margin: 4px 0 10px;
}
</style>
