import { useI18n } from 'vue-i18n'
import { isAllergen } from '#core/safety'
import { brixOf, ingredientStream, taOf, type Stream } from '#core/process'
import type { Evaluation } from '#core/recipe'
import type { Sample } from '#core/sensory/words'
import { dayOf } from '#core/time'
import { goodOn, isShown } from '#core/yield'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useFruit } from '~/stores/fruit'
import { useSession } from '~/stores/session'

/** Something that can stand in a cup. */
export interface SampleChoice {
  value: string
  title: string
  sample: Sample
  /** past its day: it is not tasted */
  isOld: boolean
  /** what it is, any amount of it; null where nobody knows */
  stream: Stream | null
}
/** Kinds of lots that are drunk. */
const DRUNK: readonly string[] = ['made', 'left', 'pressed', 'pack', 'opened']
/** Juice is tasted cold. */
const COLD_C = 5

/** What is on the shelf and can be tasted, and each drink as its standard says. */
export function useSamples() {
  const { t } = useI18n({ useScope: 'global' })
  const { name, stock, day } = useFormat()
  const fruit = useFruit()
  const drinks = useDrinks()
  const catalogue = useCatalogue()
  const session = useSession()
  const none = { lotId: null, versionId: null, brix: null, ta: null, step: null, allergens: [] }
  /** What is known of a drink or a prep by its standard, or of an ingredient by its composition. */
  interface Known {
    of: Pick<Sample, 'brix' | 'ta' | 'allergens'>
    stream: Stream | null
  }
  const ofEvaluation = (e: Evaluation): Known => ({
    of: { brix: e.jug.brix.value, ta: e.jug.ta.value, allergens: e.cautions.filter(isAllergen) },
    stream: e.output,
  })
  function ofKey(key: string): Known {
    const data = catalogue.dataOf(key)
    if (!data) return { of: { brix: null, ta: null, allergens: [] }, stream: null }
    const stream = ingredientStream(data, 100, COLD_C)
    return {
      of: { brix: brixOf(stream), ta: taOf(stream), allergens: (data.cautions ?? []).filter(isAllergen) },
      stream,
    }
  }
  const ofLots = computed((): SampleChoice[] => {
    const today = dayOf(session.now(), session.zone)
    return fruit.lots
      .filter((l) => DRUNK.includes(l.kind) && l.itemKind !== 'goods' && isShown(l.onHand))
      .flatMap((lot): SampleChoice[] => {
        const version = lot.itemKind === 'version' ? fruit.versionOf(lot.itemKey) : undefined
        const recipe = version && drinks.byId.get(version.recipeId)
        if (lot.itemKind === 'version' && !(version && recipe)) return []
        const called = recipe ? recipe.name : name(lot.itemKey)
        const { of, stream } = version ? ofEvaluation(version.evaluation) : ofKey(lot.itemKey)
        const title = t('taste.lotOf', { name: called, amount: stock(lot.onHand, lot.unit), day: day(lot.at) })
        const versionId = version ? lot.itemKey : null
        const sample = { ...none, ...of, name: called, lotId: lot.id, versionId }
        const isOver = lot.kind === 'pressed' && !goodOn(fruit.keeping(lot), today, session.zone)
        return [{ value: lot.id, title, sample, stream, isOld: isOver || (lot.useBy !== null && lot.useBy < today) }]
      })
  })
  const ofStandards = computed((): SampleChoice[] =>
    drinks.drinks.flatMap((recipe): SampleChoice[] => {
      const id = recipe.standard?.id
      const version = id && !recipe.retired ? fruit.versionOf(id) : undefined
      if (!id || !version) return []
      const { of, stream } = ofEvaluation(version.evaluation)
      const sample = { ...none, ...of, name: recipe.name, versionId: id }
      return [{ value: id, title: t('taste.standardOf', { name: recipe.name }), sample, stream, isOld: false }]
    }),
  )
  const choices = computed(() => [...ofLots.value, ...ofStandards.value])
  return { choices, ofLots, none }
}
