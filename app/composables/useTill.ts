import { readCsv } from '#core/csv'
import { guessedColumns, MOST_LINES, SALES_AT_ONCE, type TillColumns, type TillFile } from '#core/sales'
import { sizesOf } from '#core/scale'
import type { BodyInput, Till } from '#shared/contract'
import { useCatalogue } from '~/stores/catalogue'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { useSession } from '~/stores/session'
import { api, ApiProblem, uuid } from '~/utils/api'
import type { TillAnswer, TillAsk } from '~/workers/till'

const COLUMNS = ['sale', 'day', 'time', 'product', 'count', 'paid'] as const
export type TillColumn = (typeof COLUMNS)[number]
type Sold = BodyInput<'postSales'>['rows'][number]

/** The file of a till: its columns are chosen once, its products become drinks, and its sales are taken in. */
export function useTill() {
  const session = useSession()
  const drinks = useDrinks()
  const catalogue = useCatalogue()
  const outbox = useOutbox()
  const { ofCode, ofError } = useSentence()
  const kept = shallowRef<Till | null>(null)
  const text = ref('')
  const header = ref<string[]>([])
  const columns = reactive<Record<TillColumn, number | null>>({
    ...{ sale: null, day: null, time: null, product: null, count: null, paid: null },
  })
  const monthFirst = ref(false)
  const products = ref<Till['products']>({})
  const file = shallowRef<TillFile | null>(null)
  const said = ref('')
  const reading = ref(false)
  let worker: Worker | null = null

  /** A till’s file may be longer than a price list. */
  const saidOf = (code: string): string => ofCode(code === 'csv-too-long' ? 'till-too-long' : code)
  async function load(): Promise<void> {
    if (!session.standId) return
    kept.value = (await outbox.read('till', { query: { stand: session.standId } })).till
    if (!text.value) products.value = { ...kept.value?.products }
  }
  watch(() => session.standId, load, { immediate: true })

  async function open(of: File): Promise<void> {
    said.value = ''
    file.value = null
    text.value = await of.text()
    try {
      header.value = readCsv(text.value, MOST_LINES).header.map(String)
    } catch (e) {
      if (!(e instanceof RangeError)) throw e
      header.value = []
      said.value = saidOf(e.message)
      return
    }
    const before = kept.value?.header.join('\n') === header.value.join('\n') ? kept.value?.columns : null
    const guess = before ?? guessedColumns(header.value)
    for (const c of COLUMNS) columns[c] = guess[c] ?? null
    monthFirst.value = before ? before.monthFirst : session.region === 'US'
    products.value = { ...kept.value?.products }
    await read()
  }
  const chosen = computed((): TillColumns | null => {
    const { sale, day, time, product, count, paid } = columns
    if (sale === null || day === null || product === null || count === null) return null
    return { sale, day, time, product, count, paid, monthFirst: monthFirst.value }
  })
  function read(): Promise<void> {
    worker?.terminate()
    file.value = null
    if (!chosen.value) return Promise.resolve()
    reading.value = true
    const asked = new Worker(new URL('../workers/till.ts', import.meta.url), { type: 'module' })
    worker = asked
    return new Promise((done) => {
      const end = (answer: TillAnswer): void => {
        reading.value = false
        asked.terminate()
        if ('file' in answer) file.value = answer.file
        else said.value = saidOf(answer.code)
        done()
      }
      asked.onmessage = ({ data }: MessageEvent<TillAnswer>) => end(data)
      asked.onerror = () => end({ code: 'internal' })
      const ask: TillAsk = {
        ...{ text: text.value, columns: { ...chosen.value! }, zone: session.zone },
        now: session.now().toISOString(),
      }
      asked.postMessage(ask)
    })
  }
  onBeforeUnmount(() => worker?.terminate())

  const asked = computed(() => kept.value?.asked ?? [])
  /** Products of the file, what was sold most first. */
  const sold = computed(() => {
    // What the till posted and nobody named yet stands there too.
    const counts = new Map<string, number>(asked.value.map((product) => [product, 0]))
    for (const l of file.value?.lines ?? []) counts.set(l.product, (counts.get(l.product) ?? 0) + l.count)
    return [...counts].sort((a, b) => b[1] - a[1]).map(([product, count]) => ({ product, count }))
  })
  /** Drinks in each of their sizes. */
  const choices = computed(() =>
    drinks.drinks.flatMap((recipe) => {
      const standard = recipe.standard ? drinks.evaluate(drinks.served(recipe)).evaluation : null
      return (standard ? sizesOf(standard) : []).map((s) => ({
        value: { recipeId: recipe.id, cupId: s.cupId, drinkMl: s.drinkMl },
        name: recipe.name,
        cup: catalogue.cups.find((c) => c.id === s.cupId)?.name ?? '',
      }))
    }),
  )
  const missing = computed(() => sold.value.filter((s) => !(s.product in products.value)))

  const progress = ref<{ done: number; all: number } | null>(null)
  const result = ref<{ taken: number; known: number } | null>(null)
  let isStopped = false
  /** Remembers the columns and the products, and takes the sales in; stopped, the rest comes another time. */
  async function take(): Promise<void> {
    said.value = ''
    result.value = null
    isStopped = false
    const rows = (file.value?.lines ?? []).flatMap((l): Sold[] => {
      const of = products.value[l.product]
      const versionId = of && drinks.pouredOf(drinks.byId.get(of.recipeId)!)?.id
      if (!of || !versionId) return []
      return [
        { saleId: l.sale, versionId, cupId: of.cupId, drinkMl: of.drinkMl, cups: l.count, at: l.at, paid: l.paid },
      ]
    })
    try {
      await remember()
      const total = { taken: 0, known: 0 }
      for (let from = 0; from < rows.length && !isStopped; from += SALES_AT_ONCE) {
        progress.value = { done: from, all: rows.length }
        const body = { id: uuid(), standId: session.standId, rows: rows.slice(from, from + SALES_AT_ONCE) }
        const { taken, known } = await api('postSales', { body, key: uuid() })
        total.taken += taken
        total.known += known
        result.value = { ...total }
      }
      result.value ??= total
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      said.value = ofError(e)
    } finally {
      progress.value = null
    }
  }
  async function remember(): Promise<void> {
    const read = header.value.length ? { header: header.value, columns: chosen.value } : null
    const body = {
      ...(read ?? { header: kept.value?.header ?? [], columns: kept.value?.columns ?? null }),
      products: products.value,
    }
    await api('putTill', {
      ...{ params: { id: session.standId }, body: { ...body, version: kept.value?.version ?? 0 }, key: uuid() },
    })
    await load()
  }
  /** Says what it is that the till posts. */
  async function name(): Promise<void> {
    said.value = ''
    try {
      await remember()
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      said.value = ofError(e)
    }
  }
  const stop = (): void => void (isStopped = true)
  return {
    ...{ header, columns, monthFirst, products, file, said, reading, chosen, sold, choices, missing },
    ...{ asked, progress, result, open, read, take, name, stop },
  }
}
