<script setup lang="ts" generic="T extends string">
// One of a few, side by side: arrow keys go through them. A second touch takes it back where nothing may be chosen.
const props = defineProps<{
  label: string
  items: readonly { value: T; title: string }[]
  optional?: boolean
  test?: string
  /** one sentence under it */
  why?: string
}>()
const value = defineModel<T | null>({ default: null })
function again(v: T): void {
  if (props.optional && value.value === v) value.value = null
}
</script>

<template>
  <div class="choice" :data-test="test">
    <v-radio-group v-model="value" inline hide-details :aria-label="label">
      <template #label
        ><span class="small quiet">{{ label }}</span></template
      >
      <v-radio
        v-for="i in items"
        :key="i.value"
        :value="i.value"
        :label="i.title"
        :data-value="i.value"
        :aria-checked="value === i.value"
        @click.capture="again(i.value)"
      />
    </v-radio-group>
    <span v-if="why" class="why">{{ why }}</span>
  </div>
</template>
