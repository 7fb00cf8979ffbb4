import { defineStore } from 'pinia'
import {
  panelNow,
  resultOf,
  servingsOf,
  type Panel,
  type PanelEvent,
  type PanelEventBody,
  type PanelNow,
  type PanelResult,
} from '#core/sensory'
import { dayOf } from '#core/time'
import type { BodyInput, PanelRow, Training } from '#shared/contract'
import type { Entry } from '~/outbox/tablet-db'
import { uuid } from '~/utils/api'
import { onForget } from '~/utils/forget'
import { useOutbox } from './outbox'
import { useSession } from './session'

/** A panel as it stands. */
export interface PanelView {
  panel: PanelRow
  now: PanelNow
  result: PanelResult | null
  /** answers that were given at a tablet that is signed in: it holds the key */
  atTablet: number
}
/** What a panel is set up from. */
export type SetUp = Pick<Panel, 'kind' | 'purpose' | 'asked' | 'about' | 'samples' | 'cupMl'> & { tasters: number }

/** Letters and digits that nobody takes for each other. */
const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ'
const CODE_LENGTH = 6
const OPEN_MS = 864e5

/** Blind tests at the stand: what the server said last, with what waits on this tablet laid over it. */
export const useTaste = defineStore('taste', () => {
  const session = useSession()
  const outbox = useOutbox()
  const answered = shallowRef<readonly PanelRow[]>([])
  const ready = ref(false)
  onForget(() => {
    answered.value = []
    told.value = []
    ready.value = false
  })
  let asked = 0
  async function load(): Promise<void> {
    const { standId } = session
    if (!standId) return
    const mine = ++asked
    const shown = outbox.reading(['postPanel', 'postPanelEvent'])
    const reply = await outbox.read('panels', { query: { stand: standId } }).catch(() => null)
    // An answer that was asked for earlier, and comes later, knows less.
    if (session.standId !== standId || mine !== asked) return
    if (reply) {
      answered.value = reply
      shown()
    }
    ready.value = true
  }
  const told = shallowRef<readonly Training[]>([])
  async function loadTrainings(): Promise<void> {
    const { standId } = session
    if (!standId) return
    const shown = outbox.reading(['postTraining'])
    const reply = await outbox.read('trainings', { query: { stand: standId } }).catch(() => null)
    if (!reply || session.standId !== standId) return
    told.value = reply
    shown()
  }
  /** What was told apart, with what waits here. */
  const trainings = computed((): readonly Training[] => {
    const known = new Set(told.value.map((x) => x.id))
    const mine = outbox.overlay.flatMap((e) => {
      const body = e.body as unknown as Omit<Training, 'personId' | 'by'>
      if (e.route !== 'postTraining' || known.has(body.id)) return []
      // What waits here from before words were learned has none.
      return [{ ...body, named: body.named ?? [], personId: e.personId, by: session.person?.name ?? '' }]
    })
    return [...mine, ...told.value]
  })
  const panels = computed(() =>
    withWaiting(answered.value, outbox.overlay, session.standId, session.person?.name ?? ''),
  )
  const views = computed(() => panels.value.map(viewOf))
  const byId = computed(() => new Map(views.value.map((v) => [v.panel.id, v])))
  /** Codes that were on cups today. */
  const codesToday = computed(() => {
    const today = dayOf(session.now(), session.zone)
    return new Set(
      panels.value
        .filter((p) => dayOf(p.at, session.zone) === today)
        .flatMap((p) => p.servings.flat().map((c) => c.code)),
    )
  })
  const now = (): string => session.now().toISOString()
  /** Sets a panel up, and says which one it is. */
  async function setUp({ tasters, ...of }: SetUp): Promise<string> {
    const id = uuid()
    const seed = crypto.getRandomValues(new Int32Array(1))[0]!
    const servings = servingsOf({ ...of, samples: of.samples.length }, tasters, codesToday.value, seed)
    const letters = crypto.getRandomValues(new Uint8Array(CODE_LENGTH))
    const code = [...letters].map((n) => LETTERS[n % LETTERS.length]).join('')
    const body = { ...of, samples: [...of.samples], servings, id, standId: session.standId, code, at: now() }
    await outbox.keep('postPanel', { key: uuid(), body: body as BodyInput<'postPanel'> })
    await load()
    return id
  }
  /** Now, and after all that is known of the panel. */
  function momentAt(panelId: string): string {
    const known = byId.value.get(panelId)?.panel.events ?? []
    const last = Math.max(0, ...known.map((e) => Date.parse(e.at)))
    return new Date(Math.max(session.now().getTime(), last + 1)).toISOString()
  }
  async function tell(panelId: string, event: PanelEventBody): Promise<void> {
    await outbox.keep('postPanelEvent', {
      key: uuid(),
      params: { id: panelId },
      body: { id: uuid(), event, at: momentAt(panelId) },
    })
    await load()
  }
  return { ready, load, panels, views, byId, codesToday, setUp, tell, trainings, loadTrainings }
})

function viewOf(panel: PanelRow): PanelView {
  const now = panelNow(panel, panel.events)
  const atTablet = panel.events.filter((e) => e.kind === 'answered' && e.by !== '').length
  return { panel, now, result: resultOf(panel, now), atTablet }
}

/** Panels and what was told of them that waits here, as the server will have them. */
function withWaiting(
  from: readonly PanelRow[],
  entries: readonly Entry[],
  standId: string,
  by: string,
): readonly PanelRow[] {
  const out = new Map(from.map((p) => [p.id, p]))
  for (const e of entries) {
    if (e.route === 'postPanel') {
      const body = e.body as unknown as BodyInput<'postPanel'> & { at?: string | null }
      if (body.standId !== standId || out.has(body.id)) continue
      const at = body.at ?? e.at
      const until = new Date(Date.parse(at) + OPEN_MS).toISOString()
      out.set(body.id, { ...(body as unknown as Panel), code: body.code, at, by, until, events: [] })
    }
    if (e.route !== 'postPanelEvent') continue
    const panel = out.get(e.params.id!)
    const { id, event, at } = e.body as unknown as { id: string; event: PanelEventBody; at?: string | null }
    if (!panel || panel.events.some((x) => x.id === id)) continue
    const told = { ...event, id, at: at ?? e.at, by } as PanelEvent
    out.set(panel.id, { ...panel, events: [...panel.events, told] })
  }
  return [...out.values()].sort((a, b) => b.at.localeCompare(a.at))
}
