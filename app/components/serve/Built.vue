<script setup lang="ts">
import { useI18n } from 'vue-i18n'
import { sizesOf, type CupSize } from '#core/scale'
import type { Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useServe } from '~/stores/serve'

// A drink that is built in the cup: its card, and a touch for each cup.
const props = defineProps<{ recipe: Recipe }>()
const { t } = useI18n({ useScope: 'global' })
const { amount, n, time } = useFormat()
const { ofError } = useSentence()
const serve = useServe()
const drinks = useDrinks()
const fruit = useFruit()
const standard = computed(() => drinks.evaluate(drinks.served(props.recipe)).evaluation)
const versionId = computed(() => drinks.pouredOf(props.recipe)?.id ?? null)
const sizes = computed(() => (standard.value ? sizesOf(standard.value) : []))
const mine = computed(() => fruit.pours.filter((p) => p.recipeId === props.recipe.id && !p.holdId && p.cups > 0))
const cups = computed(() => mine.value.reduce((sum, p) => sum + p.cups, 0))
const last = computed(() => mine.value.find((p) => !p.isTogether) ?? null)
const justNow = computed(() => (last.value && serve.tally?.id === last.value.id ? last.value.cups : 0))
const soldOut = computed(() => serve.soldOutOf(props.recipe.id))
const options = ref<string[]>([])
const said = ref('')
async function doing(act: () => Promise<unknown>): Promise<void> {
  said.value = ''
  try {
    await act()
  } catch (e) {
    said.value = ofError(e)
  }
}
const pour = (size: CupSize): Promise<void> =>
  doing(() => serve.pour({ ...size, holdId: null, versionId: versionId.value!, options: options.value }))
</script>

<template>
  <li class="sheet built" data-test="built" :data-recipe="recipe.id">
    <div>
      <b class="title">{{ recipe.name }}</b>
      <NuxtLink :to="`/serve/card/${recipe.id}`" class="small card" data-test="to-card">{{ t('serve.card') }}</NuxtLink>
      <span class="small num" data-test="built-cups">{{ t('serve.cups', { n: n(cups) }, cups) }}</span>
    </div>
    <div class="touch">
      <ServeOptions v-model="options" :standard="standard" />
      <v-btn
        v-for="(s, i) in versionId ? sizes : []"
        :key="`${s.cupId} ${s.drinkMl}`"
        :color="i === 0 ? 'primary' : undefined"
        height="72"
        data-test="pour"
        @click="pour(s)"
        >{{ t('serve.build', { ml: amount(s.drinkMl, 'mL', 0) }) }}</v-btn
      >
      <v-btn
        v-if="versionId"
        height="72"
        data-test="sold-out"
        @click="doing(() => serve.sellOut(recipe.id, versionId!))"
        >{{ t(soldOut ? 'serve.isBack' : 'serve.soldOut') }}</v-btn
      >
      <v-btn height="72" :disabled="!last" data-test="one-less" @click="last && doing(() => serve.unpour(last!))">
        {{ t('serve.oneLess') }}<b v-if="justNow" class="num tally" data-test="just-now">{{ n(justNow) }}</b>
      </v-btn>
    </div>
    <p v-if="soldOut" class="small" data-test="is-sold-out">{{ t('serve.soldOutAt', { time: time(soldOut.at) }) }}</p>
    <p v-if="said" class="caution" role="alert">{{ said }}</p>
  </li>
</template>

<style scoped>
.built {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 10px;
  padding: 12px 14px;
}
.built > div:first-child {
  display: grid;
  gap: 4px;
}
.title {
  font: 700 18px/1.2 var(--head);
}
.card {
  min-height: 32px;
}
.touch {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}
.tally {
  margin-left: 8px;
  padding: 0 8px;
  background: var(--zest);
  border-radius: 8px;
}
</style>
