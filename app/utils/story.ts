import type { LotUnit, VoidKind } from '#core/books/rows'
import { peeledOf } from '#core/books/peel'
import { isGuessed, isOfOne, NOTHING, yieldMlPerKg } from '#core/yield'
import type { Lot, LotEventRow, Press } from '#shared/contract'

/** How numbers, amounts, names and other words are written where it is read. */
export interface Written {
  n(v: number, digits?: number): string
  amount(v: number, unit: string, digits?: number): string
  t(key: string, named?: Record<string, string>): string
  name(key: string): string
  /** of a stand */
  stand(id: string): string
}
type Words = (written: Written) => Record<string, string>
export interface StoryRow {
  id: string
  kind: string
  entity: VoidKind
  at: string
  by: string
  voided: boolean
  /** how many it is of, where its words go by that */
  count?: number
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
  made: () => 'made',
  opened: () => 'opened',
  left: () => 'left',
}

/** A delivery that has a source came from another stand. */
const isFromElsewhere = (lot: Lot): boolean => lot.sourceId !== null && ['received', 'pack'].includes(lot.kind)

/** What happened to a lot, newest first: how it came, what was done with it, each press. */
export function storyRows(lot: Lot, presses: readonly Press[], events: readonly LotEventRow[]): StoryRow[] {
  const rows: StoryRow[] = [
    {
      id: lot.id,
      kind: isFromElsewhere(lot) ? 'arrived' : HOW_IT_CAME[lot.kind](lot),
      entity: 'lot',
      at: lot.at,
      by: lot.by,
      voided: false,
      count: lot.count ?? 1,
      words: (written) => ({
        kg: amountText(lot.amount, lot.unit === 'mL' ? 'mL' : 'g', written),
        n: written.n(lot.count ?? 0),
        g: written.amount(lot.amount, 'g'),
        was: written.amount((lot.purchasedG ?? 0) / 1000, 'kg'),
        amount: amountText(lot.amount, lot.unit, written),
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
      words: ({ n, amount, t, name }) => ({
        kg: guessed(p) + amount((p.takes.find((x) => x.lotId === lot.id)?.takenG ?? p.takenG) / 1000, 'kg'),
        l: amount(p.juiceMl / 1000, 'L'),
        ...(p.base && {
          out: amount(p.base.outMl / 1000, 'L'),
          name: name(p.baseKey!),
          with: t('story.withWater', { l: amount(p.base.waterG / 1000, 'L') }),
        }),
        mlPerKg: (isGuessed(p) ? '≈ ' : '') + amount(yieldMlPerKg(p), 'mL/kg'),
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
const amountText = (value: number, unit: LotUnit, { n, amount }: Written): string =>
  unit === 'pieces' ? n(value) : amount(value / 1000, unit === 'g' ? 'kg' : 'L')

function wordsOf({ event: e, amountG }: LotEventRow, unit: LotUnit): Words {
  return (written): Record<string, string> => {
    const { n, amount, t } = written
    const partsText = (parts: readonly { part: string; g: number | null }[]): string =>
      parts.map((p) => `${t(`byPart.${p.part}`)} ${amount(p.g ?? 0, 'g')}`).join(', ')
    if (e.kind === 'look')
      return {
        what: [
          e.feel ? t(`feel.${e.feel}`) : '',
          t(`place.${e.place}`),
          e.brix === null ? '' : `${n(e.brix, 1)} °Bx`,
          e.tempC === null ? '' : amount(e.tempC, '°C', 1),
          e.crackedShare ? `${t('weighIn.cracked').toLowerCase()} ${n(e.crackedShare * 100)} %` : '',
          e.note ?? '',
        ]
          .filter(Boolean)
          .join(' · '),
      }
    if (e.kind === 'clean') return { who: e.initials }
    if (e.kind === 'send') return { amount: amountText(e.amount, unit, written), to: written.stand(e.toStandId) }
    if (e.kind === 'garnish') return { n: n(e.pieces ?? 0), g: amount(amountG ?? 0, 'g') }
    if (e.kind === 'discard')
      return {
        amount: amountText(e.amount ?? (e.kg ?? 0) * 1000, unit, written),
        reason: t(`reason.${e.reason}`),
        note: e.note ? ` · ${e.note}` : '',
      }
    if (e.kind === 'peel')
      return {
        kg: amount(e.kg, 'kg'),
        left: amount(peeledOf(e) / 1000, 'kg'),
        parts: e.parts.length ? `, ${partsText(e.parts)}` : '',
      }
    if (e.kind === 'count') {
      const apart = amountG ?? 0
      const words = { amount: amountText(Math.abs(apart), unit, written) }
      const isApart = Math.abs(apart) > NOTHING
      return {
        amount: amountText(e.counted, unit, written),
        apart: isApart ? t(apart > 0 ? 'story.countLess' : 'story.countMore', words) : '',
      }
    }
    if (e.kind === 'sort') return { kg: amount(e.kg, 'kg'), parts: partsText(e.parts) }
    // What it took and what was noted is all that most kinds have to say.
    const { note } = e as { note?: string | null }
    return { amount: amountText(amountG ?? 0, unit, written), note: note ? ` · ${note}` : '' }
  }
}
