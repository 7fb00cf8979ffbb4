import { addableOf, correct, stepFor, wantedBy, type Correction, type PotState, type TasteWord } from '#core/balance'
import type { StreamReading } from '#core/batch'
import { ProcessLimit } from '#core/process'
import { BENCH_C, itemKey, type ItemRef } from '#core/recipe'
import { useDrinks } from '~/stores/drinks'
import type { BatchInHand } from './useBatch'

/** A pot is not let down to more than so many times itself. */
const MOST_MORE = 4

/** What is in the pot by now, held against its standard, and what would bring it there. */
export function usePotFix(hand: BatchInHand) {
  const drinks = useDrinks()
  const finding = useFind<Correction>()
  const { gramsOf } = useOnHand()
  const lots = useLotsOf()
  const view = computed(() => hand.view.value!)
  /** the stream that is read, and that something is added to: what the step made that was done last */
  const stream = computed(() => {
    const done = view.value.jobs.filter((j) => j.state === 'done').at(-1)
    return view.value.run.planned.steps.length
      ? (done?.step ?? null)
      : view.value.pot
        ? view.value.run.planned.output
        : null
  })
  const pot = computed((): PotState | null => {
    const e = view.value.pot
    return e && { stream: e.output, mix: e.jug }
  })
  const standard = computed(() => view.value.planned?.jug ?? null)
  function things(items: readonly ItemRef[]) {
    return items.flatMap((item) => addableOf(item, drinks.contextOfRun(view.value.run), BENCH_C) ?? [])
  }
  /** The smallest additions for what was said, or for what the sheet promises. */
  async function find(words: readonly TasteWord[], onHand: readonly ItemRef[]): Promise<void> {
    await finding.find((solve) => {
      const now = pot.value
      if (!now) throw new ProcessLimit('pot-empty', {}, 'litres')
      const roomMl = view.value.run.vessel?.capacityMl ?? Infinity
      const { wanted, leastTimes } = words.length ? wantedBy(words, now.mix) : { wanted: promised(), leastTimes: 1 }
      const potMl = now.mix.volume.value
      return correct(
        {
          pot: now,
          wanted,
          onHand: things(onHand).map((of) => ({
            of,
            stepG: stepFor(potMl, of),
            mostG: gramsOf(of.item, of.mlPerG) ?? Infinity,
          })),
          headroomMl: Math.min(roomMl - potMl, MOST_MORE * potMl),
          ...(leastTimes > 1 ? { leastMl: potMl * leastTimes } : {}),
        },
        solve,
      )
    })
  }
  const promised = () => {
    const jug = standard.value
    if (!jug) throw new ProcessLimit('pot-no-standard', {}, 'words')
    return { brix: jug.brix.value, ...(jug.ratio ? { ratio: jug.ratio.value } : {}) }
  }
  /** So much of something is in the pot, out of its lots. */
  async function add(item: ItemRef, massG: number, words: readonly TasteWord[]): Promise<boolean> {
    const to = stream.value
    if (!to) return false
    const why = words[0] ? { word: words[0] } : { target: 'standard' }
    return hand.tell(
      lots
        .outOf(itemKey(item), massG)
        .map(({ lotId, amount }) => ({
          kind: 'added' as const,
          to,
          item,
          amount: { value: amount, unit: 'g' as const },
          lotId,
          ...lots.isAs(lotId),
          why,
        })),
    )
  }
  const read = (reading: StreamReading): Promise<boolean> =>
    stream.value ? hand.tell([{ kind: 'read', of: stream.value, reading }]) : Promise.resolve(false)
  /** So much of it is on the floor. */
  const spill = (massG: number): Promise<boolean> =>
    stream.value ? hand.tell([{ kind: 'spilled', of: stream.value, massG }]) : Promise.resolve(false)
  return { view, stream, pot, standard, finding, find, add, read, spill }
}
export type PotFix = ReturnType<typeof usePotFix>
