import {
  answered,
  CUPS_ML,
  doneBetween,
  forDrink,
  GALLONS_ML,
  madeOf,
  openQuestions,
  ownDocumentIn,
  phraseOf,
  readRecipe,
  TBSPS_ML,
  US_COOK,
  wholeNameOf,
  type Answer,
  type Cook,
  type ReadLine,
  type SaidWays,
} from '#core/household'
import { upgradeDocument, type RecipeDocument } from '#core/recipe'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

/** A pasted recipe, what was understood of it, and what somebody answered. */
export function usePasted(cup: () => { id: string | null; volumeMl: number }) {
  const catalogue = useCatalogue()
  const drinks = useDrinks()
  const session = useSession()
  const { name } = useFormat()
  const isUs = session.units === 'us'
  const text = ref('')
  const cupMl = ref<number | null>(isUs ? CUPS_ML[0] : null)
  /** A US cup has its own spoon; any other cup goes with the metric one, until somebody says. */
  const saidTbsp = ref<number | null>(null)
  const tbspMl = computed(() => saidTbsp.value ?? (cupMl.value === CUPS_ML[0] ? TBSPS_ML[0] : TBSPS_ML[1]))
  const gallonMl = ref<number | null>(isUs ? GALLONS_ML[0] : null)
  const limon = ref<Cook['limon']>(session.stand?.limon ?? null)
  const ounces = ref<Cook['ounces']>(session.stand?.ounces ?? null)
  const cook = computed((): Cook => ({
    ...US_COOK,
    cupMl: cupMl.value,
    tbspMl: tbspMl.value,
    gallonMl: gallonMl.value,
    limon: limon.value,
    ounces: ounces.value,
  }))
  // By the stand's own names, and by the whole names that the interface writes into a file.
  const own = computed(() =>
    catalogue.ingredients.map((i) => (i.name ? phraseOf(i.key, i.name) : wholeNameOf(i.key, name(i.key)))),
  )
  const read = computed(() => readRecipe(text.value, cook.value, own.value))

  // Answers are of the line as it is written: what is typed above or below it changes none.
  const answers = reactive<Record<string, Answer>>({})
  const answer = (line: ReadLine, more: Answer): void => void (answers[line.text] = { ...answers[line.text], ...more })
  const kindOf = (key: string) => catalogue.byKey.get(key)?.kind
  const takes = computed(() => read.value.lines.filter((l) => l.what === 'take'))
  const keyOf = (l: ReadLine): string | null => answers[l.text]?.key ?? l.key
  const saidWay = ref<SaidWays['way']>(null)
  const saidCrushing = ref<SaidWays['crushing']>(null)
  const between = computed(() =>
    doneBetween(
      read.value,
      { way: saidWay.value, crushing: saidCrushing.value },
      takes.value.flatMap((l) => {
        const key = keyOf(l)
        return key === null ? [] : [{ key, kind: kindOf(key) }]
      }),
    ),
  )

  const rows = computed(() => {
    const { ways } = between.value
    return takes.value.map((l) =>
      answered(forDrink(l, cook.value, own.value, ways), answers[l.text] ?? {}, cook.value, kindOf, ways),
    )
  })
  /** What Olvex wrote itself comes back as it was: no line of it is guessed. */
  const given = computed((): RecipeDocument | null => {
    const found = ownDocumentIn(text.value) as RecipeDocument | null
    if (found?.kind !== 'drink') return null
    try {
      const document = upgradeDocument(found)
      return drinks.evaluate(drinks.live(document)).evaluation ? document : null
    } catch {
      // Written by a newer Olvex: its lines are read as anybody's.
      return null
    }
  })
  const open = computed(() => (given.value ? 0 : openQuestions(rows.value, read.value.once) + between.value.open))
  const document = computed(() => given.value ?? madeOf(rows.value, between.value.doing, cup()))
  const evaluation = computed(() =>
    document.value && open.value === 0 ? drinks.evaluate(drinks.live(document.value)).evaluation : null,
  )
  return {
    text,
    cupMl,
    tbspMl,
    saidTbsp,
    gallonMl,
    limon,
    ounces,
    read,
    rows,
    given,
    between,
    saidWay,
    saidCrushing,
    answers,
    answer,
    open,
    document,
    evaluation,
  }
}
