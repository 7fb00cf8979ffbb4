import { ProcessLimit } from '#core/process'
import {
  addInput,
  changeStep,
  moveStep,
  removeStep,
  splitIntoLoads,
  type Amount,
  type Evaluation,
  type ItemRef,
  type RecipeDocument,
} from '#core/recipe'

const MOST_BACK = 50

/**
 * A run of steps under the hand: every change makes another document, or is said and nothing moves; and each can be
 * taken back.
 */
export function useRun(document: Ref<RecipeDocument | null>, change: (to: RecipeDocument) => void) {
  const { ofLimit } = useSentence()
  /** what was before each change */
  const before = shallowRef<RecipeDocument[]>([])
  const refused = ref('')

  function edit(to: RecipeDocument): void {
    before.value = [...before.value.slice(-MOST_BACK), document.value!]
    change(to)
  }
  function attempt(make: (doc: RecipeDocument) => RecipeDocument): void {
    refused.value = ''
    try {
      edit(make(document.value!))
    } catch (e) {
      if (!(e instanceof ProcessLimit)) throw e
      refused.value = ofLimit(e)
    }
  }
  function undo(): void {
    const last = before.value.at(-1)
    before.value = before.value.slice(0, -1)
    refused.value = ''
    if (last) change(last)
  }

  /** The run under the finger: put down, it is a move like any other, or all is as it was. */
  const moving = shallowRef<RecipeDocument['steps']>([])
  watch(document, (doc) => (moving.value = [...(doc?.steps ?? [])]), { immediate: true })
  const rows = computed(() => moving.value)
  function dropped({ oldIndex, newIndex }: { oldIndex?: number; newIndex?: number }): void {
    const step = document.value?.steps[oldIndex ?? -1]
    if (step && newIndex !== undefined && newIndex !== oldIndex) attempt((doc) => moveStep(doc, step.out, newIndex))
    moving.value = [...(document.value?.steps ?? [])]
  }

  return {
    before,
    refused,
    rows,
    /** what is dragged moves here first; where it is put down the run decides */
    drag: (to: RecipeDocument['steps']): void => void (moving.value = to),
    edit,
    attempt,
    undo,
    dropped,
    set: (out: string, numbers: Record<string, unknown>): void =>
      attempt((doc) => changeStep(doc, out, numbers as never)),
    move: (out: string, by: number): void =>
      attempt((doc) => moveStep(doc, out, doc.steps.findIndex((s) => s.out === out) + by)),
    add: (out: string, item: ItemRef, of: Amount): void => attempt((doc) => addInput(doc, out, item, of)),
    remove: (out: string): void => attempt((doc) => removeStep(doc, out)),
    split: (out: string, loads: number, evaluation: Evaluation): void =>
      attempt((doc) => splitIntoLoads(doc, evaluation, out, loads)),
  }
}
