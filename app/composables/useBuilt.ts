import type { Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { usePlan } from '~/stores/plan'
import { useServe } from '~/stores/serve'

/** Drinks that are built in the cup today: planned or poured, and in no vessel at the hatch. */
export function useBuilt() {
  const drinks = useDrinks()
  const fruit = useFruit()
  const plan = usePlan()
  const serve = useServe()
  const others = ref<string[]>([])
  const drunk = computed(() => drinks.drinks.filter((r) => r.standard && !r.retired))
  const rows = computed((): Recipe[] => {
    const held = new Set(serve.open.map((v) => v.hold.recipeId))
    const asked = [
      ...plan.linesToday.map((l) => l.recipeId),
      ...fruit.pours.flatMap((p) => (p.holdId ? [] : [p.recipeId])),
      ...others.value,
    ]
    return [...new Set(asked)]
      .filter((id) => !held.has(id))
      .flatMap((id) => drunk.value.find((r) => r.id === id) ?? [])
      .sort((a, b) => a.name.localeCompare(b.name))
  })
  const choices = computed(() =>
    drunk.value
      .filter((r) => !rows.value.includes(r) && !serve.open.some((v) => v.hold.recipeId === r.id))
      .map((r) => ({ value: r.id, title: r.name }))
      .sort((a, b) => a.title.localeCompare(b.title)),
  )
  const add = (id: string): void => void (others.value = [...others.value, id])
  return { rows, choices, add }
}
