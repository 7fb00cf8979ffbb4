import { findAmounts, type Found, type TargetName } from '#core/balance'
import {
  canonical,
  mlInPot,
  volumeOf,
  withAmount,
  withLayer,
  withoutLayer,
  type Amount,
  type ItemRef,
  type Layer,
  type RecipeDocument,
  type RecipeSource,
  type TakeStep,
} from '#core/recipe'
import { isMassUnit } from '#core/units'
import { useDrinks } from '~/stores/drinks'
import { useSession } from '~/stores/session'

/** What can be held while something else is changed. */
export const HOLDS = ['volume', 'brix', 'ratio', 'cost'] as const
export type Hold = (typeof HOLDS)[number]

/** A drink under the hand: its draft, what it comes to, every change with its way back, and what is held meanwhile. */
export function useGlass(id: string) {
  const drinks = useDrinks()
  const session = useSession()
  const draft = useDraft(id)
  const recipe = draft.recipe
  const editable = computed(() => session.mayPlan)
  /** Who may not edit sees what is served: the standard. */
  const source = computed((): RecipeSource | null => {
    const drawn = draft.document.value
    const shown =
      editable.value || !recipe.value?.standard ? drawn && drinks.live(drawn) : drinks.standardOf(recipe.value)
    // One that was damaged has no steps to show: the page says so.
    return shown && Array.isArray(shown.document.steps) ? shown : null
  })
  const document = computed(() => source.value?.document ?? null)
  const lastGood = shallowRef<ReturnType<typeof drinks.evaluate>['evaluation']>(null)
  const evaluated = computed(() => (source.value ? drinks.evaluate(source.value) : { evaluation: null, limit: null }))
  watchEffect(() => {
    if (evaluated.value.evaluation) lastGood.value = evaluated.value.evaluation
  })
  const evaluation = computed(() => evaluated.value.evaluation ?? lastGood.value)
  const cost = computed(() =>
    document.value && evaluation.value ? drinks.costOf(document.value, evaluation.value) : null,
  )
  const cup = computed(() => (document.value ? drinks.cupOf(document.value) : undefined))

  const undoing = useUndo(
    () => draft.document.value,
    (to) => draft.change(to),
  )
  /** @param of what is changed, so that a drag is one step back */
  function edit(to: RecipeDocument, of = ''): void {
    if (editable.value) undoing.change(to, of)
  }

  /** Layers that may not be moved, and figures that stay as they were when they were held. */
  const held = ref<ReadonlySet<string>>(new Set())
  const holds = ref<Partial<Record<Hold, number>>>({})
  const finding = useFind<Found>()
  const { triesIn } = useTries()
  function valueOf(hold: Hold): number | null {
    if (hold === 'cost') return cost.value?.total?.value ?? null
    if (hold === 'volume') return evaluation.value?.jug.volume.value ?? null
    return evaluation.value?.jug[hold]?.value ?? null
  }
  function toggleHold(hold: Hold): void {
    const { [hold]: was, ...others } = holds.value
    const now = valueOf(hold)
    holds.value = was === undefined && now !== null ? { ...others, [hold]: now } : others
    finding.clear()
  }
  function toggleHeld(stream: string): void {
    const next = new Set(held.value)
    if (!next.delete(stream)) next.add(stream)
    held.value = next
  }
  /** A change of one layer; where figures are held, the others follow, and where they cannot nothing is changed. */
  async function follow(to: RecipeDocument, stream: string): Promise<void> {
    finding.clear()
    if (!Object.keys(holds.value).length) return edit(to, stream)
    const { brix, ratio, cost: mostCost, volume } = holds.value
    const wanted: Partial<Record<TargetName, number>> = {
      ...(brix === undefined ? {} : { brix }),
      ...(ratio === undefined ? {} : { ratio }),
    }
    const found = await finding.find((solve) =>
      findAmounts(
        to,
        {
          wanted,
          moment: 'jug',
          ...(to.pot && volume === undefined
            ? {}
            : { volumeMl: volume ?? (volumeOf(to) || evaluation.value!.jug.volume.value) }),
          ...(mostCost === undefined ? {} : { mostCost }),
          bounds: {},
          held: new Set([...held.value, stream]),
        },
        triesIn(),
        solve,
      ),
    )
    if (found && !found.missed.length) edit(found.document, stream)
  }

  const takeOf = (stream: string): TakeStep | undefined =>
    document.value?.steps.find((s): s is TakeStep => s.op === 'take' && s.out === stream)
  const setAmount = (layer: Layer, amount: Amount): void =>
    void follow(withAmount(document.value!, layer.stream, amount), layer.stream)
  /** A dragged edge is in mL; a layer that is weighed follows by its density. */
  function drag(layer: Layer, ml: number): void {
    const take = takeOf(layer.stream)
    if (!take || held.value.has(layer.stream)) return
    const mass = isMassUnit(take.amount.unit)
    // Of a pot, as much as makes it so much of a cup.
    const pouredMl = document.value?.pot ? mlInPot(evaluation.value!, layer, ml) : ml
    if (pouredMl === undefined) return
    const value = mass ? pouredMl * (layer.volume.value > 0 ? layer.mass.value / layer.volume.value : 1) : pouredMl
    setAmount(layer, { value: Math.round(value * 2) / 2, unit: mass ? 'g' : 'mL' })
  }
  const add = (item: ItemRef, amount: Amount): void => edit(withLayer(document.value!, item, amount))
  /** The name of what was taken out last, as long as nothing else was done. */
  const removed = ref('')
  function remove(layer: Layer): void {
    removed.value = layer.key
    edit(withoutLayer(document.value!, layer.stream))
  }
  function undo(): void {
    removed.value = ''
    undoing.undo()
  }
  const newest = computed(() => recipe.value?.standard && drinks.sourceOf(recipe.value.standard.snapshot))
  const differs = computed(() => !!newest.value && canonical(newest.value.document) !== canonical(draft.document.value))
  /** Whether signing the draft would make another standard than the last. */
  const signable = computed(
    () => !recipe.value?.standard || differs.value || drinks.changedSince(recipe.value).length > 0,
  )
  return {
    id,
    draft,
    recipe,
    editable,
    document,
    evaluated,
    evaluation,
    cost,
    cup,
    edit,
    setAmount,
    drag,
    add,
    remove,
    removed,
    undo,
    redo: undoing.redo,
    canUndo: undoing.canUndo,
    canRedo: undoing.canRedo,
    held,
    toggleHeld,
    holds,
    toggleHold,
    finding,
    differs,
    signable,
  }
}
export type Glass = ReturnType<typeof useGlass>
