import type { BodyInput, HistoryRow } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { usePlan } from '~/stores/plan'
import { useSession } from '~/stores/session'
import { api, uuid } from '~/utils/api'

type Values = Record<string, unknown> & { version: number }

/** A document as it was before a change, written as its next version: undoing is one more change, not a deletion. */
export function useBringBack() {
  const session = useSession()
  const drinks = useDrinks()
  const catalogue = useCatalogue()
  const outbox = useOutbox()

  function canBringBack(row: HistoryRow): boolean {
    if (!row.before || !('version' in row.before)) return false
    if (row.entity === 'recipe') return session.mayPlan && drinks.byId.has(row.entityId)
    if (row.entity === 'plan-line') return session.mayPlan
    return session.isOwner && ['cup', 'vessel', 'equipment', 'stand'].includes(row.entity)
  }
  async function bringBack(row: HistoryRow, key: string): Promise<void> {
    const { id: _, ...before } = row.before as Values & { id: string }
    const params = { id: row.entityId }
    if (row.entity === 'recipe') {
      const now = drinks.byId.get(row.entityId)!
      await outbox.keep('putRecipe', {
        key,
        params,
        body: {
          kind: before.kind,
          name: before.name,
          family: before.family,
          draft: before.draft,
          ...(session.isOwner ? { sellPrice: before.sellPrice, sizePrices: before.sizePrices ?? [] } : {}),
          version: now.version,
        } as never,
      })
      return drinks.load()
    }
    if (row.entity === 'plan-line') {
      const line = before as unknown as BodyInput<'putPlanLine'>
      const now = (await api('plan', { query: { stand: line.standId, day: line.day } })).find(
        (l) => l.recipeId === line.recipeId,
      )
      await outbox.keep('putPlanLine', {
        key,
        params: { id: now?.id ?? uuid() },
        body: {
          standId: line.standId,
          day: line.day,
          recipeId: line.recipeId,
          cups: line.cups,
          sizes: line.sizes ?? [],
          expected: line.expected ?? null,
          spread: line.spread ?? null,
          version: now?.version ?? 0,
        },
      })
      return usePlan().load()
    }
    const [route, all] =
      row.entity === 'cup'
        ? ['putCup' as const, catalogue.cups]
        : row.entity === 'vessel'
          ? ['putVessel' as const, catalogue.vessels]
          : row.entity === 'equipment'
            ? ['putEquipment' as const, catalogue.equipment]
            : ['putStand' as const, session.stands]
    await outbox.keep(route, {
      key,
      params,
      body: { ...before, version: all.find((x) => x.id === row.entityId)!.version } as never,
    })
    await (row.entity === 'stand' ? session.load() : catalogue.load())
  }
  return { canBringBack, bringBack }
}
