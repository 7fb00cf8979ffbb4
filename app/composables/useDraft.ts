import type { RecipeDocument } from '#core/recipe'
import type { Recipe } from '#shared/contract'
import { useDrinks } from '~/stores/drinks'
import { useOutbox } from '~/stores/outbox'
import { ApiProblem, uuid } from '~/utils/api'

export type DraftState = 'saved' | 'waiting' | 'saving' | 'stale' | 'refused' | 'offline'

/** Prices of sizes; what is no money for this person to see is none. */
type SizePrices = { cupId: string; sizePrice: number }[]
const pricesOf = (of: Recipe | undefined): SizePrices =>
  (of?.sizePrices ?? []).flatMap(({ cupId, sizePrice }) => (sizePrice === null ? [] : [{ cupId, sizePrice }]))

const SAVE_AFTER_MS = 700

/**
 * The draft being worked on: shown at once, saved a moment after the last change, asked about when somebody else was
 * faster. Without an answer it waits in the outbox, and the newest text of it is what goes out.
 */
export function useDraft(id: string) {
  const drinks = useDrinks()
  const outbox = useOutbox()
  const { ofError } = useSentence()
  const recipe = computed(() => drinks.byId.get(id))
  const document = shallowRef<RecipeDocument | null>(recipe.value ? structuredClone(toRaw(recipe.value.draft)) : null)
  const name = ref(recipe.value?.name ?? '')
  const sellPrice = ref<number | null>(recipe.value?.sellPrice ?? null)
  const sizePrices = ref<SizePrices>(pricesOf(recipe.value))
  const note = ref(recipe.value?.note ?? '')
  const state = ref<DraftState>(outbox.waitingFor('putRecipe', id) ? 'offline' : 'saved')
  const message = ref('')
  const theirs = shallowRef<Recipe | null>(null)
  let version = recipe.value?.version ?? 0
  let timer: ReturnType<typeof setTimeout> | undefined
  let running: Promise<void> | null = null

  function change(to: RecipeDocument): void {
    document.value = to
    later()
  }
  function rename(to: string): void {
    name.value = to
    later()
  }
  // What is typed while a save is under way must go out after it: `dirty` says there is more, `state` only what is
  // shown.
  let dirty = false
  function later(): void {
    dirty = true
    if (state.value !== 'stale') state.value = 'waiting'
    schedule(SAVE_AFTER_MS)
  }
  function schedule(ms: number): void {
    clearTimeout(timer)
    timer = setTimeout(() => void save(), ms)
  }
  async function save(): Promise<void> {
    clearTimeout(timer)
    while (running) await running
    if (!dirty || state.value === 'stale' || !recipe.value || !document.value) return
    running = send(recipe.value, document.value)
    await running
    running = null
  }
  async function send(r: Recipe, doc: RecipeDocument): Promise<void> {
    dirty = false
    state.value = 'saving'
    message.value = ''
    const sent = {
      ...{ draft: doc, name: name.value.trim() || r.name, sellPrice: sellPrice.value, note: note.value.trim() },
      sizePrices: sizePrices.value,
    }
    try {
      const done = await outbox.keep('putRecipe', {
        key: uuid(),
        params: { id },
        body: { kind: r.kind, family: r.family, ...sent, version },
      })
      if (!dirty) state.value = done.kept ? 'offline' : 'saved'
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      if (e.code === 'stale') {
        theirs.value = e.problem.current as Recipe
        state.value = 'stale'
        return
      }
      message.value = ofError(e)
      if (!dirty) state.value = 'refused'
    }
  }
  /** Sent now or, after a while without a connection, by itself: the next edit starts from there. */
  const unlisten = outbox.onDelivered((entry, reply) => {
    if (entry.route !== 'putRecipe' || entry.params.id !== id) return
    version = reply.version as number
    const {
      name: savedName,
      draft,
      sellPrice: savedPrice,
      sizePrices: savedSizes,
      note: savedNote,
    } = entry.body as {
      name: string
      draft: RecipeDocument
      sellPrice?: number | null
      sizePrices?: SizePrices
      note?: string
    }
    drinks.confirmed(id, {
      version,
      draft,
      name: savedName,
      ...(savedPrice === undefined ? {} : { sellPrice: savedPrice }),
      ...(savedSizes === undefined ? {} : { sizePrices: savedSizes }),
      ...(savedNote === undefined ? {} : { note: savedNote }),
    })
    if (!dirty && state.value === 'offline') state.value = 'saved'
  })
  // What waited may turn out to be stale once it is sent: the same question as while one works.
  watch(
    () => outbox.waitingFor('putRecipe', id),
    (entry) => {
      if (entry?.state !== 'stale') return
      theirs.value = entry.problem!.current as Recipe
      state.value = 'stale'
    },
    { immediate: true },
  )
  // Somebody else saved, and nothing is typed here: their text is shown.
  watch(
    () => recipe.value?.version,
    (now) => {
      if (now !== undefined && now > version && !dirty && state.value === 'saved') adopt(recipe.value!)
    },
  )
  function adopt(r: Recipe): void {
    document.value = structuredClone(toRaw(r.draft))
    name.value = r.name
    sellPrice.value = r.sellPrice
    sizePrices.value = pricesOf(r)
    note.value = r.note
    version = r.version
  }
  async function dropStale(): Promise<void> {
    const entry = outbox.waitingFor('putRecipe', id)
    if (entry?.state === 'stale') await outbox.drop(entry.seq)
  }
  async function takeTheirs(): Promise<void> {
    await dropStale()
    await drinks.load()
    adopt(recipe.value!)
    theirs.value = null
    dirty = false
    state.value = 'saved'
  }
  async function keepMine(): Promise<void> {
    await dropStale()
    version = theirs.value!.version
    theirs.value = null
    dirty = true
    state.value = 'waiting'
    await save()
  }
  /** The version on the server, once all is saved. */
  async function settled(): Promise<number | null> {
    await save()
    return state.value === 'saved' ? version : null
  }
  const reload = async (): Promise<void> => {
    await drinks.load()
    version = recipe.value!.version
  }
  onBeforeUnmount(() => {
    void save().finally(unlisten)
  })
  return {
    recipe,
    document,
    name,
    sellPrice,
    sizePrices,
    note,
    state,
    message,
    theirs,
    change,
    rename,
    later,
    save,
    takeTheirs,
    keepMine,
    settled,
    reload,
  }
}
