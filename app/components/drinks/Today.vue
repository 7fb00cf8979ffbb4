<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { contextOfToday } from '#core/balance'
import { ProcessLimit, type Observed } from '#core/process'
import { isJuice, type Evaluation, type RecipeContext } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'

// What was read of today's juice: from it juice, sweetener and water are worked out anew, for the same drink.
const props = defineProps<{ evaluation: Evaluation }>()
const emit = defineEmits<{ read: [context: RecipeContext] }>()
const { t } = useI18n()
const catalogue = useCatalogue()
const drinks = useDrinks()
const { ofLimit } = useSentence()

const keys = computed(() =>
  props.evaluation.layers
    .filter((l) => l.item && 'ingredient' in l.item && isJuice(catalogue.byKey.get(l.key)?.kind ?? ''))
    .map((l) => l.key),
)
const number = shallowRef<Readonly<Record<string, Observed>>>({})
const said = ref('')
function work(): void {
  said.value = ''
  try {
    const context = contextOfToday(drinks.context, number.value)
    for (const key of keys.value) context.ingredient(key)
    emit('read', context)
  } catch (e) {
    if (!(e instanceof ProcessLimit)) throw e
    said.value = ofLimit(e)
  }
}
const isRead = computed(() => Object.values(number.value).some((o) => o.brix !== undefined || o.ta !== undefined))
</script>

<template>
  <FieldMore v-if="keys.length" :label="t('today.title')" test="today">
    <p class="small quiet">{{ t('today.why') }}</p>
    <DrinksJuiceReadings :keys="keys" test="today" @read="number = $event" />
    <p v-if="said" class="caution" role="alert">{{ said }}</p>
    <v-btn :disabled="!isRead" data-test="today-work" @click="work">{{ t('today.work') }}</v-btn>
  </FieldMore>
</template>
