import type { LotUnit, VoidKind } from '#core/books/rows'
import { peeledOf } from '#core/books/peel'
import { isGuessed, isOfOne, yieldMlPerKg } from '#core/yield'
import type { Lot, LotEventRow, Press } from '#shared/contract'

type Words = (
  n: (v: number, digits?: number) => string,
  t: (key: string, named?: Record<string, string>) => string,
  name: (key: string) => string,
) => Record<string, string>
export interface StoryRow {
  id: string
  kind: string
  entity: VoidKind
  at: string
  by: string
  voided: boolean
  press?: Press
  words: Words
}

/** The mark of what rests on an estimate. */
const guessed = (p: { weighed: boolean }): string => (p.weighed ? '' : '≈ ')

const HOW_IT_CAME: Record<Lot['kind'], (lot: Lot) => string> = {
  received: (lot) => (lot.weighed ? 'weighed' : 'counted'),
  pressed: () => 'juice',
  peeled: () => 'peeled',
  'by-product': () => 'kept',
  pack: () => 'packs',
}

/** What happened to a lot, newest first: how it came, what was done with it, each press. */
export function storyRows(lot: Lot, presses: readonly Press[], events: readonly LotEventRow[]): StoryRow[] {
  const rows: StoryRow[] = [
    {
      id: lot.id,
      kind: HOW_IT_CAME[lot.kind](lot),
      entity: 'lot',
      at: lot.at,
      by: lot.by,
      voided: false,
      words: (n) => ({
        kg: n(lot.amount / 1000, 2),
        n: n(lot.count ?? 0),
        g: n(lot.amount),
        was: n((lot.purchasedG ?? 0) / 1000, 2),
        amount: amountText(lot.amount, lot.unit, n),
      }),
    },
    ...presses.map((p): StoryRow => ({
      id: p.id,
      kind: !isOfOne(p) ? 'several' : p.base ? 'base' : 'press',
      entity: 'press',
      at: p.at,
      by: p.by,
      voided: false,
      press: p,
      words: (n, t, name) => ({
        kg: guessed(p) + n((p.takes.find((x) => x.lotId === lot.id)?.takenG ?? p.takenG) / 1000, 2),
        l: n(p.juiceMl / 1000, 2),
        ...(p.base && {
          out: n(p.base.outMl / 1000, 2),
          name: name(p.baseKey!),
          with: t('story.withWater', { l: n(p.base.waterG / 1000, 2) }),
        }),
        mlPerKg: (isGuessed(p) ? '≈ ' : '') + n(yieldMlPerKg(p)),
        method: t(`method.${p.method}`),
        extra: [
          p.seen?.brix ? `${n(p.seen.brix, 1)} °Bx` : '',
          p.seen?.ta ? `TA ${n(p.seen.ta, 2)}` : '',
          p.seen?.ph ? `pH ${n(p.seen.ph, 2)}` : '',
        ]
          .filter(Boolean)
          .map((x) => ` · ${x}`)
          .join(''),
      }),
    })),
    ...events.map((e): StoryRow => ({
      id: e.id,
      kind: e.event.kind,
      entity: 'lot-event',
      at: e.at,
      by: e.by,
      voided: e.voided,
      words: wordsOf(e, lot.unit),
    })),
  ]
  return rows.sort((a, b) => b.at.localeCompare(a.at))
}
/** An amount as people say it: kilos, litres, or pieces. */
const amountText = (amount: number, unit: LotUnit, n: (v: number, digits?: number) => string): string =>
  unit === 'pieces' ? n(amount) : `${n(amount / 1000, 2)} ${unit === 'g' ? 'kg' : 'L'}`

function wordsOf({ event: e, amountG }: LotEventRow, unit: LotUnit): Words {
  return (n, t): Record<string, string> => {
    if (e.kind === 'look')
      return {
        what: [
          e.feel ? t(`feel.${e.feel}`) : '',
          t(`place.${e.place}`),
          e.brix === null ? '' : `${n(e.brix, 1)} °Bx`,
          e.tempC === null ? '' : `${n(e.tempC, 1)} °C`,
          e.crackedShare ? `${t('weighIn.cracked').toLowerCase()} ${n(e.crackedShare * 100)} %` : '',
          e.note ?? '',
        ]
          .filter(Boolean)
          .join(' · '),
      }
    if (e.kind === 'clean') return { who: e.initials }
    if (e.kind === 'garnish') return { n: n(e.pieces ?? 0), g: n(amountG ?? 0) }
    if (e.kind === 'discard')
      return {
        amount: amountText(e.amount ?? (e.kg ?? 0) * 1000, unit, n),
        reason: t(`reason.${e.reason}`),
        note: e.note ? ` · ${e.note}` : '',
      }
    if (e.kind === 'peel')
      return {
        kg: n(e.kg, 2),
        left: n(peeledOf(e) / 1000, 2),
        parts: e.parts.map((p) => `, ${t(`byPart.${p.part}`)} ${n(p.g ?? 0)} g`).join(''),
      }
    if (e.kind === 'sort')
      return { kg: n(e.kg, 2), parts: e.parts.map((p) => `${t(`byPart.${p.part}`)} ${n(p.g ?? 0)} g`).join(', ') }
    return { amount: amountText(amountG ?? 0, unit, n), note: e.note ? ` · ${e.note}` : '' }
  }
}
