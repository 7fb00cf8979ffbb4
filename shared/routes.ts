import { VOID_KINDS } from '#core/books/rows'

/** Writes that may wait on a tablet while the server does not answer. None of them carries a secret. */
export const KEPT_ROUTES = [
  'postLot',
  'postPack',
  'postPress',
  'postBatch',
  'postRun',
  'postRunEvent',
  'postHold',
  'postHoldEvent',
  'putPour',
  'putSoldOut',
  'putRecipe',
  'putWork',
  'putPlanLine',
  'putServiceDay',
  'putDayTask',
  'putDayNote',
  'postPrice',
  'putCup',
  'putVessel',
  'putEquipment',
  'putStand',
  'postIngredient',
  'postLotEvent',
  'postPanel',
  'postPanelEvent',
  'postTraining',
  'postArrival',
] as const
export type KeptId = (typeof KEPT_ROUTES)[number]

/**
 * Who may ask: `public` needs no session, `till` the secret of a till, as a bearer; the others need at least that role.
 */
export const ROLES = ['crew', 'lead', 'owner'] as const
export type Role = (typeof ROLES)[number]
export type Access = 'public' | 'till' | Role

/** Rows of a stand that a path may name by their id. */
export const STAND_ROWS = [
  'stand',
  'lot',
  'press',
  'fact',
  'run',
  'hold',
  'pour',
  'sold-out',
  'panel',
  'day-note',
  'day-task',
  'service-day',
  'plan-line',
  'stand-use',
  'work',
  'vessel',
  'equipment',
] as const
export type StandRow = (typeof STAND_ROWS)[number]

export interface Route {
  id: string
  /**
   * What it is bound to a stand by: one that its query or body names, or the row whose id is in its path. Of what is
   * the business', or one's own, nothing; a press is bound by the lots that it takes from.
   */
  at: readonly ('named' | StandRow)[]
  method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  path: string
  role: Access
  /** writes carry an Idempotency-Key, unless they are about the session itself */
  keyed?: false
  /** most bytes of a body, where it is not the usual 64 kB */
  bodyLimit?: number
  /** writes without a key that need room on the disk all the same */
  fills?: boolean
  /** kinds of rows whose changes change the answer: it has a tag, and is asked for with the last one */
  shows?: readonly string[]
  /** the file that is sent with the fields, as a form */
  file?: string
}

/** What lots and presses are made of: one moves the other, and both name people. */
const FRUIT = [...VOID_KINDS, 'press-mark', 'person'] as const
/** What is on its way between stands: what was sent is done with its lot. */
const WAY = [...FRUIT, 'arrival'] as const
/** What batches are made of that are told step by step; what is weighed for them leaves its lot. */
const RUNS = ['run', 'run-event', 'batch', 'standard', 'person'] as const

/** What stands at the hatch; what is filled in leaves its lot. */
const HATCH = ['hold', 'hold-event', 'pour', 'sold-out', 'person'] as const

const NAMED = ['named'] as const
const NONE = [] as const

/**
 * Every route there is. The contract adds fields and replies; the interface needs only this, and so ships without the
 * validation library.
 */
export const ROUTES = {
  health: { id: 'health', at: NONE, method: 'GET', path: '/api/health', role: 'public' },
  openapi: { id: 'openapi', at: NONE, method: 'GET', path: '/api/v1/openapi.json', role: 'crew' },
  getSetup: { id: 'getSetup', at: NONE, method: 'GET', path: '/api/v1/setup', role: 'public' },
  setup: {
    id: 'setup',
    at: NONE,
    method: 'POST',
    path: '/api/v1/setup',
    role: 'public',
    keyed: false,
    fills: true,
    bodyLimit: 8192,
  },
  signIn: {
    id: 'signIn',
    at: NONE,
    method: 'POST',
    path: '/api/v1/session',
    role: 'public',
    keyed: false,
    bodyLimit: 4096,
  },
  me: { id: 'me', at: NONE, method: 'GET', path: '/api/v1/session', role: 'crew' },
  signOut: { id: 'signOut', at: NONE, method: 'DELETE', path: '/api/v1/session', role: 'crew', keyed: false },
  setLocale: { id: 'setLocale', at: NONE, method: 'PUT', path: '/api/v1/session', role: 'crew', keyed: false },
  getPin: { id: 'getPin', at: NONE, method: 'GET', path: '/api/v1/pin', role: 'public' },
  pinIn: { id: 'pinIn', at: NONE, method: 'POST', path: '/api/v1/pin', role: 'public', keyed: false, bodyLimit: 1024 },
  putPassword: {
    id: 'putPassword',
    at: NONE,
    method: 'PUT',
    path: '/api/v1/session/password',
    role: 'crew',
    keyed: false,
  },
  getSeal: { id: 'getSeal', at: NONE, method: 'GET', path: '/api/v1/session/seal', role: 'crew' },
  sessions: { id: 'sessions', at: NONE, method: 'GET', path: '/api/v1/sessions', role: 'crew' },
  endSession: {
    id: 'endSession',
    at: NONE,
    method: 'DELETE',
    path: '/api/v1/sessions/{id}',
    role: 'crew',
    keyed: false,
  },
  devices: { id: 'devices', at: NONE, method: 'GET', path: '/api/v1/devices', role: 'owner' },
  enrol: { id: 'enrol', at: NAMED, method: 'POST', path: '/api/v1/devices', role: 'owner', keyed: false },
  endDevice: { id: 'endDevice', at: NONE, method: 'DELETE', path: '/api/v1/devices/{id}', role: 'owner', keyed: false },
  changes: { id: 'changes', at: NONE, method: 'GET', path: '/api/v1/changes', role: 'crew' },
  history: { id: 'history', at: ['named'], method: 'GET', path: '/api/v1/history', role: 'lead' },
  voidFact: { id: 'voidFact', at: ['fact'], method: 'POST', path: '/api/v1/facts/{id}/void', role: 'lead' },
  restoreFact: { id: 'restoreFact', at: ['fact'], method: 'POST', path: '/api/v1/facts/{id}/restore', role: 'lead' },

  backups: { id: 'backups', at: NONE, method: 'GET', path: '/api/v1/backups', role: 'owner' },
  makeBackup: {
    id: 'makeBackup',
    at: NONE,
    method: 'POST',
    path: '/api/v1/backups',
    role: 'owner',
    keyed: false,
    fills: true,
  },
  putBackups: { id: 'putBackups', at: NONE, method: 'PUT', path: '/api/v1/backups', role: 'owner' },
  getArchive: { id: 'getArchive', at: NONE, method: 'GET', path: '/api/v1/archive', role: 'owner' },
  readArchive: {
    id: 'readArchive',
    at: NONE,
    method: 'POST',
    path: '/api/v1/archive',
    role: 'public',
    keyed: false,
    fills: true,
    bodyLimit: 96 * 2 ** 20,
    file: 'archive',
  },

  business: { id: 'business', at: NONE, method: 'GET', path: '/api/v1/business', role: 'crew', shows: ['business'] },
  putBusiness: { id: 'putBusiness', at: NONE, method: 'PUT', path: '/api/v1/business', role: 'owner' },
  stands: { id: 'stands', at: NONE, method: 'GET', path: '/api/v1/stands', role: 'crew', shows: ['stand'] },
  standsToday: { id: 'standsToday', at: NONE, method: 'GET', path: '/api/v1/stands-today', role: 'crew' },
  putStand: { id: 'putStand', at: ['stand'], method: 'PUT', path: '/api/v1/stands/{id}', role: 'owner' },
  ingredients: {
    id: 'ingredients',
    at: NONE,
    method: 'GET',
    path: '/api/v1/ingredients',
    role: 'crew',
    // What is in a base follows from its makings.
    shows: ['ingredient', 'press'],
  },
  postIngredient: { id: 'postIngredient', at: NONE, method: 'POST', path: '/api/v1/ingredients', role: 'owner' },
  putIngredient: { id: 'putIngredient', at: NONE, method: 'PUT', path: '/api/v1/ingredients/{id}', role: 'owner' },
  putHandling: { id: 'putHandling', at: NONE, method: 'PUT', path: '/api/v1/ingredients/{id}/handling', role: 'owner' },
  prices: { id: 'prices', at: NONE, method: 'GET', path: '/api/v1/prices', role: 'owner', shows: ['price', 'lot'] },
  postPrice: { id: 'postPrice', at: NONE, method: 'POST', path: '/api/v1/prices', role: 'owner' },
  postPriceList: {
    id: 'postPriceList',
    at: NONE,
    method: 'POST',
    path: '/api/v1/price-lists',
    role: 'owner',
    bodyLimit: 2 * 2 ** 20,
  },
  cups: { id: 'cups', at: NONE, method: 'GET', path: '/api/v1/cups', role: 'crew', shows: ['cup'] },
  putCup: { id: 'putCup', at: NONE, method: 'PUT', path: '/api/v1/cups/{id}', role: 'owner' },
  vessels: { id: 'vessels', at: NONE, method: 'GET', path: '/api/v1/vessels', role: 'crew', shows: ['vessel'] },
  putVessel: { id: 'putVessel', at: ['named', 'vessel'], method: 'PUT', path: '/api/v1/vessels/{id}', role: 'owner' },
  equipment: {
    id: 'equipment',
    at: NONE,
    method: 'GET',
    path: '/api/v1/equipment',
    role: 'crew',
    shows: ['equipment'],
  },
  putEquipment: {
    id: 'putEquipment',
    at: ['named', 'equipment'],
    method: 'PUT',
    path: '/api/v1/equipment/{id}',
    role: 'owner',
  },
  people: { id: 'people', at: NONE, method: 'GET', path: '/api/v1/people', role: 'owner' },
  postPerson: { id: 'postPerson', at: NONE, method: 'POST', path: '/api/v1/people', role: 'owner' },
  putPerson: { id: 'putPerson', at: NONE, method: 'PUT', path: '/api/v1/people/{id}', role: 'owner' },
  setPin: { id: 'setPin', at: NONE, method: 'PUT', path: '/api/v1/people/{id}/pin', role: 'owner', keyed: false },
  resetPassword: {
    id: 'resetPassword',
    at: NONE,
    method: 'PUT',
    path: '/api/v1/people/{id}/password',
    role: 'owner',
    keyed: false,
  },
  lots: {
    id: 'lots',
    at: NAMED,
    method: 'GET',
    path: '/api/v1/lots',
    role: 'crew',
    shows: [...WAY, 'run-event', 'hold-event', 'pour'],
  },
  sends: { id: 'sends', at: NAMED, method: 'GET', path: '/api/v1/sends', role: 'crew', shows: WAY },
  postArrival: { id: 'postArrival', at: NAMED, method: 'POST', path: '/api/v1/arrivals', role: 'crew' },
  postLot: { id: 'postLot', at: NAMED, method: 'POST', path: '/api/v1/lots', role: 'crew' },
  postPack: { id: 'postPack', at: NAMED, method: 'POST', path: '/api/v1/packs', role: 'crew' },
  getLot: { id: 'getLot', at: ['lot'], method: 'GET', path: '/api/v1/lots/{id}', role: 'crew' },
  postLotEvent: { id: 'postLotEvent', at: ['lot'], method: 'POST', path: '/api/v1/lots/{id}/events', role: 'crew' },
  presses: { id: 'presses', at: NAMED, method: 'GET', path: '/api/v1/presses', role: 'crew', shows: FRUIT },
  postPress: { id: 'postPress', at: NONE, method: 'POST', path: '/api/v1/presses', role: 'crew' },
  fruitPresses: {
    id: 'fruitPresses',
    at: NAMED,
    method: 'GET',
    path: '/api/v1/fruit/{id}/presses',
    role: 'crew',
    shows: FRUIT,
  },
  putPressMark: { id: 'putPressMark', at: ['press'], method: 'PUT', path: '/api/v1/presses/{id}/mark', role: 'lead' },
  batches: { id: 'batches', at: NAMED, method: 'GET', path: '/api/v1/batches', role: 'crew', shows: FRUIT },
  postBatch: { id: 'postBatch', at: NAMED, method: 'POST', path: '/api/v1/batches', role: 'crew' },
  runs: { id: 'runs', at: NAMED, method: 'GET', path: '/api/v1/runs', role: 'crew', shows: RUNS },
  getRun: { id: 'getRun', at: ['run'], method: 'GET', path: '/api/v1/runs/{id}', role: 'crew', shows: RUNS },
  // A planned document, and the one without its loads.
  postRun: { id: 'postRun', at: NAMED, method: 'POST', path: '/api/v1/runs', role: 'crew', bodyLimit: 2 ** 19 },
  postRunEvent: { id: 'postRunEvent', at: ['run'], method: 'POST', path: '/api/v1/runs/{id}/events', role: 'crew' },
  holds: { id: 'holds', at: NAMED, method: 'GET', path: '/api/v1/holds', role: 'crew', shows: HATCH },
  postHold: { id: 'postHold', at: NAMED, method: 'POST', path: '/api/v1/holds', role: 'crew' },
  postHoldEvent: { id: 'postHoldEvent', at: ['hold'], method: 'POST', path: '/api/v1/holds/{id}/events', role: 'crew' },
  putPour: { id: 'putPour', at: ['named', 'pour'], method: 'PUT', path: '/api/v1/pours/{id}', role: 'crew' },
  putSoldOut: {
    id: 'putSoldOut',
    at: ['named', 'sold-out'],
    method: 'PUT',
    path: '/api/v1/sold-outs/{id}',
    role: 'crew',
  },
  till: { id: 'till', at: NAMED, method: 'GET', path: '/api/v1/tills', role: 'lead', shows: ['till'] },
  putTill: { id: 'putTill', at: ['stand'], method: 'PUT', path: '/api/v1/tills/{id}', role: 'lead' },
  pairTill: { id: 'pairTill', at: ['stand'], method: 'POST', path: '/api/v1/tills/{id}/devices', role: 'owner' },
  // A sale has its till's number: told again, it is the same one.
  tillSales: {
    id: 'tillSales',
    at: NONE,
    method: 'POST',
    path: '/api/v1/till-sales',
    role: 'till',
    keyed: false,
    fills: true,
    bodyLimit: 2 ** 20,
  },
  postSales: { id: 'postSales', at: NAMED, method: 'POST', path: '/api/v1/sales', role: 'lead', bodyLimit: 2 ** 20 },
  dayNote: { id: 'dayNote', at: NAMED, method: 'GET', path: '/api/v1/day-notes', role: 'crew', shows: ['day-note'] },
  putDayNote: {
    id: 'putDayNote',
    at: ['named', 'day-note'],
    method: 'PUT',
    path: '/api/v1/day-notes/{id}',
    role: 'crew',
  },
  demand: { id: 'demand', at: NAMED, method: 'GET', path: '/api/v1/demand', role: 'crew' },
  count: { id: 'count', at: NAMED, method: 'GET', path: '/api/v1/count', role: 'crew' },
  panels: {
    id: 'panels',
    at: NAMED,
    method: 'GET',
    path: '/api/v1/panels',
    role: 'crew',
    shows: ['panel', 'panel-event', 'person'],
  },
  postPanel: { id: 'postPanel', at: NAMED, method: 'POST', path: '/api/v1/panels', role: 'crew' },
  postPanelEvent: {
    id: 'postPanelEvent',
    at: ['panel'],
    method: 'POST',
    path: '/api/v1/panels/{id}/events',
    role: 'crew',
  },
  // A taster's phone has no session: the code of a panel opens this much, and nothing else.
  tasting: { id: 'tasting', at: NONE, method: 'GET', path: '/api/v1/tasting/{id}', role: 'public' },
  takeSeat: {
    id: 'takeSeat',
    at: NONE,
    method: 'POST',
    path: '/api/v1/tasting/{id}/seats',
    role: 'public',
    keyed: false,
    fills: true,
  },
  answerSeat: {
    id: 'answerSeat',
    at: NONE,
    method: 'POST',
    path: '/api/v1/tasting/{id}/answers',
    role: 'public',
    keyed: false,
    fills: true,
  },
  trainings: { id: 'trainings', at: NAMED, method: 'GET', path: '/api/v1/trainings', role: 'crew' },
  postTraining: { id: 'postTraining', at: NAMED, method: 'POST', path: '/api/v1/trainings', role: 'crew' },
  packs: { id: 'packs', at: NONE, method: 'GET', path: '/api/v1/packs', role: 'lead' },
  bench: { id: 'bench', at: NAMED, method: 'GET', path: '/api/v1/bench', role: 'crew' },
  recipes: {
    id: 'recipes',
    at: NONE,
    method: 'GET',
    path: '/api/v1/recipes',
    role: 'crew',
    shows: ['recipe', 'standard', 'stand-use', 'person'],
  },
  standards: { id: 'standards', at: NONE, method: 'GET', path: '/api/v1/recipes/{id}/standards', role: 'lead' },
  putUse: { id: 'putUse', at: ['named', 'stand-use'], method: 'PUT', path: '/api/v1/uses/{id}', role: 'owner' },
  work: { id: 'work', at: NONE, method: 'GET', path: '/api/v1/drink-work', role: 'lead' },
  keptTrials: { id: 'keptTrials', at: NAMED, method: 'GET', path: '/api/v1/kept-trials', role: 'lead' },
  putWork: { id: 'putWork', at: ['named', 'work'], method: 'PUT', path: '/api/v1/drink-work/{id}', role: 'lead' },
  putRecipe: { id: 'putRecipe', at: NONE, method: 'PUT', path: '/api/v1/recipes/{id}', role: 'lead' },
  signOff: { id: 'signOff', at: NONE, method: 'POST', path: '/api/v1/recipes/{id}/sign-off', role: 'owner' },
  plan: { id: 'plan', at: NAMED, method: 'GET', path: '/api/v1/plan', role: 'crew', shows: ['plan-line'] },
  serviceDay: {
    id: 'serviceDay',
    at: NAMED,
    method: 'GET',
    path: '/api/v1/service-days',
    role: 'crew',
    shows: ['service-day'],
  },
  dayTasks: { id: 'dayTasks', at: NAMED, method: 'GET', path: '/api/v1/day-tasks', role: 'crew', shows: ['day-task'] },
  putDayTask: {
    id: 'putDayTask',
    at: ['named', 'day-task'],
    method: 'PUT',
    path: '/api/v1/day-tasks/{id}',
    role: 'crew',
  },
  putServiceDay: {
    id: 'putServiceDay',
    at: ['named', 'service-day'],
    method: 'PUT',
    path: '/api/v1/service-days/{id}',
    role: 'lead',
  },
  putPlanLine: {
    id: 'putPlanLine',
    at: ['named', 'plan-line'],
    method: 'PUT',
    path: '/api/v1/plan/{id}',
    role: 'lead',
  },
} as const satisfies Record<string, Route>

/** What the interface reads together, and again where it changed: the business comes with who somebody is. */
export const READ_TOGETHER = {
  fruit: ['lots', 'presses', 'batches', 'runs', 'holds', 'sends'],
  plan: ['plan', 'serviceDay', 'dayTasks'],
  drinks: ['recipes'],
  catalogue: ['ingredients', 'cups', 'vessels', 'equipment', 'prices'],
  session: ['stands', 'business'],
  taste: ['panels'],
} as const satisfies Record<string, readonly (keyof typeof ROUTES)[]>

/** Those lists in which something of these kinds of rows is seen. */
export const showing = <L extends keyof typeof ROUTES>(lists: readonly L[], kinds: ReadonlySet<string>): readonly L[] =>
  lists.filter((list) => (ROUTES[list] as Route).shows?.some((kind) => kinds.has(kind)))

export const isKeyed = (r: Route): boolean => r.method !== 'GET' && r.keyed !== false
export const atLeast = (has: Role, needs: Role): boolean => ROLES.indexOf(has) >= ROLES.indexOf(needs)

/** What somebody is at a stand; null where they do not work there. */
export const roleAt = (
  who: { role: Role; stands: readonly { standId: string; role: Role }[] | null },
  standId: string,
): Role | null => (who.stands === null ? who.role : (who.stands.find((s) => s.standId === standId)?.role ?? null))
