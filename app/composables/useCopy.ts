import { useI18n } from 'vue-i18n'
import type { RecipeDocument } from '#core/recipe'
import type { Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { uuid } from '~/utils/api'

const MOST_LETTERS = 80

/** A copy of a drink: a draft of its own, under another name, without standards. */
export function useCopy() {
  const { t } = useI18n()
  const drinks = useDrinks()
  const { ofError } = useSentence()
  const said = ref('')
  async function copy(of: Recipe, draft: RecipeDocument): Promise<void> {
    const id = uuid()
    said.value = ''
    try {
      await useOutbox().keep('putRecipe', {
        key: uuid(),
        params: { id },
        body: {
          kind: of.kind,
          family: of.family,
          name: t('versions.copyName', { name: of.name }).slice(0, MOST_LETTERS),
          draft,
          note: of.note,
          version: 0,
        },
      })
    } catch (e) {
      said.value = ofError(e)
      return
    }
    await drinks.load()
    await navigateTo(`/drinks/${id}`)
  }
  return { copy, said }
}
