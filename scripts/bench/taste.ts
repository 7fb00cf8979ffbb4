import { panelNow, resultOf, servingsOf, type Panel, type PanelEvent } from '../../core/sensory'
import { median } from './core'

// Blind tests as large as one is let in: folded from what was said, with the exact chance of its result.

const TASTERS = 60
const AT = '2026-07-01T09:00:00.000Z'

function panelOf(kind: 'triangle' | 'ranking', samples: number): { panel: Panel; events: PanelEvent[] } {
  const servings = servingsOf({ kind, purpose: 'tell', samples }, TASTERS, new Set(), 7)
  const sample = { name: 'x', lotId: null, versionId: null, brix: null, ta: null, step: null, allergens: [] }
  const panel: Panel = {
    ...{ id: 'p', standId: 's', kind, purpose: 'tell', asked: null, about: null, servings, cupMl: 30, at: AT },
    samples: Array.from({ length: samples }, () => sample),
  }
  const events = servings.flatMap((cups, seat): PanelEvent[] => [
    { id: `sat ${seat}`, at: AT, by: '', kind: 'sat', seat, name: '', avoids: [] },
    {
      ...{ id: `said ${seat}`, at: AT, by: '', kind: 'answered', seat },
      answer:
        kind === 'triangle'
          ? { kind: 'chosen', code: cups[seat % cups.length]!.code }
          : { kind: 'ranked', places: Object.fromEntries(cups.map((c) => [c.code, placed(c.sample, seat)])) },
    },
  ])
  return { panel, events }
}

/** Most put them in one order, every third taster in another: a few places apart, as real panels are. */
const placed = (sample: number, seat: number): number => ((sample + (seat % 3 ? 0 : 1)) % 4) + 1

/** Rows of the table: what, measured, to hold. */
export function benchTaste(): [string, string, string][] {
  const rows = (['triangle', 'ranking'] as const).map((kind): [string, string, string] => {
    const { panel, events } = panelOf(kind, kind === 'triangle' ? 2 : 4)
    const took = median(() => void resultOf(panel, panelNow(panel, events)), 40)
    return [`a ${kind} of ${TASTERS} tasters: folded, with its result`, `${took.toFixed(2)} ms`, '50 ms']
  })
  const most = panelOf('ranking', 4)
  const seats = { ...most.panel, servings: most.panel.servings.slice(0, EXACT) }
  const told = most.events.filter((e) => 'seat' in e && e.seat < EXACT)
  // Once: what was counted out is kept for the next panel of as many.
  const from = performance.now()
  resultOf(seats, panelNow(seats, told))
  const exact = performance.now() - from
  return [...rows, [`a ranking of four by ${EXACT}, every order counted out`, `${exact.toFixed(0)} ms`, '500 ms']]
}
/** Tasters up to whom all orders are counted out. */
const EXACT = 24
