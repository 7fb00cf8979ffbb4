import type { Compared, Ladder, LadderOf, Named, Rightness, TasteWord } from '#core/sensory'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { useTaste } from '~/stores/taste'
import { uuid } from '~/utils/api'

/** A cup that got one of the words that are learned. */
export type Called = Named & { word: TasteWord }
const WORD: Readonly<Record<LadderOf, Rightness>> = { brix: 'sweet', ta: 'sour', strength: 'strong' }

/** A lesson on a ladder: what it is of, what its cups measure, and how it is kept. */
export function useTraining(of: LadderOf, ladder: Ladder) {
  const session = useSession()
  const taste = useTaste()
  const isAcid = of === 'ta'
  /** of each cup, in the unit of the ladder */
  const measured = ladder.rungs.map((r) => (isAcid ? r.ta : r.brix))
  const seed = crypto.getRandomValues(new Int32Array(1))[0]!
  const told: { answers: Compared[]; named: Called[] } = { answers: [], named: [] }
  const form = useSubmit(async (key) => {
    const unit = isAcid ? ('ta' as const) : ('brix' as const)
    const at = session.now().toISOString()
    await useOutbox().keep('postTraining', {
      key,
      body: { id: uuid(), standId: session.standId, of: WORD[of], unit, ...told, at },
    })
    await taste.loadTrainings()
  })
  async function save(lesson: Partial<typeof told>): Promise<void> {
    Object.assign(told, lesson)
    await form.submit()
  }
  return { word: WORD[of], measured, seed, save, said: form.said }
}
/** What a lesson is told with: no more digits than cups are weighed to. */
export const kept = (value: number): number => Math.round(value * 1e4) / 1e4
