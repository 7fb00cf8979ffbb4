import { parseIngredient, type Ingredient } from 'parse-ingredient'
import { cutCupG, edibleShareOf, INGREDIENTS, type IngredientData } from '../substances'
import { isAmountUnit, isMassUnit, type VolumeUnit } from '../units'
import { amountOf, handlingOf } from '../yield'
import { named, namedWhole, unaccounted, type Phrase } from './lexicon'
import {
  CANS_G,
  COUNTED_G,
  CUPS_ML,
  GALLON_PARTS,
  gramsOfMass,
  millilitresOf,
  SMALL_ML,
  UNIT_OF,
  UNITS,
  type Cook,
  type HouseUnit,
} from './measures'
import { bare, wordsOf } from './words'

// One line of a household recipe: what is taken, how much of it in g, how that was worked out, and how sure it is.

export const ASKS = [
  'which-cup',
  'which-gallon',
  'which-limon',
  'which-ounce',
  'what-is-it',
  'which-unit',
  'can-size',
  'piece-weight',
  'contradiction',
  'three-digits',
] as const
export type Ask = (typeof ASKS)[number]

/** How g came of what was written: the way, and the number that was used. */
export interface Worked {
  way:
    | 'weighed'
    | 'cup-weight'
    | 'small-measure'
    | 'counted'
    | 'piece'
    | 'juice-of'
    | 'juice-share'
    | 'cut-cup'
    | 'peel-of'
    | 'can-stated'
    | 'can-usual'
  value: number
}
export interface ReadLine {
  text: string
  what: 'take' | 'doing' | 'heading' | 'unread'
  key: string | null
  /** as written, a range by both ends; null where no amount was written */
  amount: { low: number; high: number; unit: HouseUnit | null } | null
  /** of the amount, or of the middle of a range; null where it is not known yet */
  massG: number | null
  /** mL, where it was written by volume */
  volumeMl: number | null
  worked: Worked | null
  sure: 'sure' | 'likely' | 'asked'
  asks: Ask[]
  /** "to taste", "as needed": weighed the first time */
  toTaste: boolean
  /** what is done to it before: chopped, cold, peeled */
  note: string
}

const NUMBER_WORDS: Readonly<Record<string, string>> = {
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  seven: '7',
  eight: '8',
  nine: '9',
  ten: '10',
  twelve: '12',
  un: '1',
  una: '1',
  uno: '1',
  dos: '2',
  tres: '3',
  cuatro: '4',
  cinco: '5',
  seis: '6',
  siete: '7',
  ocho: '8',
  nueve: '9',
  diez: '10',
  doce: '12',
  half: '1/2',
  medio: '1/2',
  media: '1/2',
  a: '1',
  an: '1',
}
const BULLET = /^\s*(?:[-*•·–—▪◦☐]+|\d+[.)](?=\s))\s*/
const TO_TASTE = /\b(?:to taste|as needed|al gusto|a gusto|c\/n|cantidad necesaria|la necesaria|el necesario)\b/
const DOING =
  /^(?:then |luego |despues )?(?:boil|bring|simmer|heat|steep|infuse|soak|strain|blend|stir|mix|dissolve|chill|cool|refrigerate|serve|pour|add|let|press|squeeze|peel|cut|combine|whisk|garnish|discard|remove|cover|wait|taste|hierv|hervir|hierve|calent|calienta|infusion|remoj|deja|dejar|cuela|colar|licua|licuar|mezcla|mezclar|revuelve|disuelve|disolver|enfria|enfriar|refrigera|sirve|servir|vierte|agrega|anade|exprime|exprimir|pela|pelar|corta|cortar|combina|tapa|tapar|retira|prueba|reposar|incorpora|decora)/

const TIMED = /\d\s*(?:min\w*|h|hrs?|hours?|horas?|seg\w*|sec\w*)\b/

const JUICE =
  /^(?:the |el |la )?(?:juice|jugo|zumo) (?:of|from|de) (?:the |los |las |el |la )?(?=[\d\u00bc-\u00be\u2150-\u215e]|1\/)/
const JUICED = /\b(?:juiced|squeezed|exprimid[oa]s?|en jugo)\b/
const JUICE_OF_FRUIT = /\b(?:juice|jugo|zumo)\b/
const PEEL_OF_FRUIT = /\b(?:peels?|zest|rinds?|cascaras?|ralladura|piel)\b/
/** Accounted for once the line is known to be of juice, or of peel. */
const JUICE_WORDS = ['juice', 'jugo', 'zumo', 'juiced', 'from']
const PEEL_WORDS = ['peel', 'zest', 'rind', 'cascara', 'ralladura', 'piel']
/** A thousand, or a fraction: which of the two depends on who wrote it. */
const THREE_DIGITS = /(?:^|\s)[1-9]\d{0,2}[.,]\d{3}(?!\d)/

/** Digits for words, "and a half" as a fraction, a decimal comma as a point. */
function inDigits(text: string): string {
  let s = bare(text).replace(BULLET, '').replace(/\s+/g, ' ').trim()
  s = s.replace(/(\d),(\d{1,2})(?!\d)/g, '$1.$2').replace(/\btea bags?\b/g, 'bags')
  s = s.replace(/\bfl\.? ?oz\b\.?|\bfluid ounces?\b|\bonzas? liquidas?\b/g, 'floz')
  s = s.replace(/\b(cdas?|cdtas?|tbsp|tsp|oz|lbs?|ml|gr?|kg|lts?|pt|qt)\.(?=\s)/g, '$1')
  s = s.replace(/^(\S+) de (?=(?:taza|litro|kilo|cucharad|cdt?a)\w*\b)/, '$1 ')
  s = s.replace(
    /\b(?:about|approx\.?|approximately|around|some|roughly|unos|unas|aproximadamente|como|casi|aprox\.?) (?=[\d\u00bc-\u00be])/g,
    '',
  )
  s = s.replace(/^(half) an? /, '1/2 ').replace(/^(?:a|una) (?:dozen|docena)(?: de)? /, '12 ')
  // "litro y medio", "dos tazas y media": the half belongs to the number before.
  s = s.replace(
    /^(\w+|\d+) (\p{L}+) y (?:medi[oa]|1\/2)\b/u,
    (_, n: string, unit: string) => `${NUMBER_WORDS[n] ?? n} 1/2 ${unit}`,
  )
  s = s.replace(/^(litro|taza|cucharada|cucharadita|kilo) y medi[oa]\b/, '1 1/2 $1')
  s = s.replace(/^(\w+) and a half /, (all, n: string) => (NUMBER_WORDS[n] ? `${NUMBER_WORDS[n]} 1/2 ` : all))
  s = s.replace(/^(\d+) y (\d\/\d|[\u00bc-\u00be])/, '$1 $2')
  s = s.replace(/^((?:the |el |la )?(?:juice|jugo|zumo) (?:of|from|de) )(\p{L}+)\b/u, (all, head: string, n: string) =>
    NUMBER_WORDS[n] ? head + NUMBER_WORDS[n] : all,
  )
  s = s.replace(/^(?=(?:pinch|dash|handful|bunch|sprig|pizca|manojo|punado|ramita|chorrito) (?:of|de) )/, '1 ')
  return s.replace(/^(\p{L}+)(?= )/u, (n) => NUMBER_WORDS[n] ?? n)
}

const parsed = (text: string): Ingredient & { descriptionMeasurements?: Measured[] } =>
  parseIngredient(text, {
    additionalUOMs: UNITS,
    ignoreUOMs: ['large', 'small', 'medium', 'grande', 'clove', 'head', 'package', 'jar', 'bottle', 'box'],
    descriptionStripPrefixes: ['of', 'de', 'del'],
    rangeSeparators: ['to', 'or', 'a', 'o'],
    descriptionMeasurements: true,
    round: false,
  })[0]!
interface Measured {
  quantity: number | null
  unitOfMeasureID: string | null
}

/** Of nothing that could be read. */
const UNREAD = {
  what: 'unread',
  key: null,
  amount: null,
  massG: null,
  volumeMl: null,
  worked: null,
  sure: 'asked',
  asks: [] as Ask[],
  toTaste: false,
  note: '',
} as const satisfies Omit<ReadLine, 'text'>

/**
 * Reads one line.
 * @param own ingredients of the stand's own, by their names
 * @param asJuice whole fruit is meant by its juice
 */
export function readLine(text: string, cook: Cook, own: readonly Phrase[] = [], asJuice = false): ReadLine {
  const base: ReadLine = { ...UNREAD, text }
  const plain = inDigits(text)
  if (!plain) return base
  if (/^[^\d]*:$/.test(plain)) return { ...base, what: 'heading', sure: 'sure' }
  const toTaste = TO_TASTE.test(plain)
  const isJuiceOf = JUICE.test(plain)
  const line = plain.replace(TO_TASTE, '').replace(JUICE, '').trim()
  const p = parsed(line)
  // "Soak the chia 15 min": the number is a time.
  if ((p.quantity === null || TIMED.test(plain)) && DOING.test(plain) && !toTaste)
    return { ...base, what: 'doing', sure: 'sure' }
  if (p.isGroupHeader) return { ...base, what: 'heading', sure: 'sure' }

  const brackets = [...p.description.matchAll(/\(([^)]*)\)?/g)].map((m) => m[1]!)
  const [main, ...notes] = p.description.replace(/\([^)]*\)?/g, ' ').split(/[,;]/)
  const note = [...notes, ...brackets]
    .map((s) => s.trim())
    .filter(Boolean)
    .join(', ')
  const words = wordsOf(main!)
  const whole = namedWhole(wordsOf([main, ...notes].join(' ')), own)
  if (whole) return takenAs(whole.key)
  const found = named(words, own)
  const isPeel = PEEL_OF_FRUIT.test(main!)
  const isJuice = !isPeel && (asJuice || isJuiceOf || JUICED.test(plain) || JUICE_OF_FRUIT.test(main!))
  // "Limón" by itself is the one or the other; "limón amarillo" has said it.
  const isLimon = words.includes('limon') && !found?.words.includes('limon')
  const fruit = isLimon ? cook.limon : (found?.key ?? null)
  const asks: Ask[] = []
  if (isLimon && !cook.limon) asks.push('which-limon')
  const phrase = isLimon ? ['limon'] : found?.words
  const also = isJuice ? JUICE_WORDS : isPeel ? PEEL_WORDS : []
  if (!phrase && p.quantity === null && !toTaste) return base
  if (!phrase || unaccounted(words, phrase, also).length) asks.push('what-is-it')
  if (THREE_DIGITS.test(line)) asks.push('three-digits')
  if (p.quantity === null && /\d/.test(line) && !toTaste) asks.push('which-unit')
  const data = fruit ? INGREDIENTS.get(fruit) : undefined
  const made = fruit === null ? null : madeOf(fruit, main!, note)
  // Brewed, and nobody here has it brewed: the leaf is another thing.
  if (made === undefined) asks.push('what-is-it')
  const key = made ?? (data?.fruit ? (isJuice ? data.fruit.juice : isPeel ? peelOf(data) : fruit) : fruit)
  if (isPeel && fruit && key === null) asks.push('what-is-it')
  return takenAs(key, fruit, data, asks)

  function takenAs(key: string | null, fruit = key, data = INGREDIENTS.get(key ?? ''), asks: Ask[] = []): ReadLine {
    const amount =
      p.quantity === null ? null : { low: p.quantity, high: p.quantity2 ?? p.quantity, unit: unitOf(p.unitOfMeasureID) }
    const take = { ...base, what: 'take' as const, key, amount, asks, toTaste, note }
    if (!amount) return { ...take, sure: asks.length ? 'asked' : 'likely' }
    // "Orange juice" is as much juice as is written; the juice of a kilo of oranges is not a kilo.
    const ofFruit = !!data?.fruit && key === data.fruit.juice && !JUICE_OF_FRUIT.test(main!) ? data : null
    return ofFruit || (data?.fruit && key === fruit)
      ? ofWhole(take, data!, p.descriptionMeasurements ?? [], cook)
      : weighed(take, data, fruit, p.descriptionMeasurements ?? [], cook)
  }
}

/** g of fruit as purchased, or of the juice that it gives: by weight, or by cups of what was cut up. */
function ofWhole(line: ReadLine, fruit: IngredientData, beside: readonly Measured[], cook: Cook): ReadLine {
  const { unit } = line.amount!
  if (!unit || !isAmountUnit(unit)) return weighed(line, fruit, fruit.key, beside, cook)
  const whole = isMassUnit(unit)
    ? weighed({ ...line, key: fruit.key }, fruit, fruit.key, beside, cook)
    : inCutCups(line, fruit, cook)
  const { juiceShare } = fruit.fruit!.handbook
  if (line.key === fruit.key || whole.massG === null) return { ...whole, key: line.key }
  return {
    ...whole,
    key: line.key,
    massG: whole.massG * juiceShare,
    worked: { way: 'juice-share', value: juiceShare },
    sure: whole.sure === 'asked' ? 'asked' : 'likely',
  }
}
function inCutCups(line: ReadLine, fruit: IngredientData, cook: Cook): ReadLine {
  const { low, high, unit } = line.amount!
  const asked = (ask: Ask): ReadLine => ({ ...line, sure: 'asked', asks: [...line.asks, ask] })
  const each = millilitresOf(unit as VolumeUnit, cook)
  if (each === null) return asked(GALLON_PARTS[unit!] ? 'which-gallon' : 'which-cup')
  const [cut, edible] = [cutCupG(fruit.key), edibleShareOf(fruit.key)]
  if (cut === null || edible === null) return asked('piece-weight')
  const volumeMl = ((low + high) / 2) * each
  return {
    ...line,
    volumeMl,
    massG: (volumeMl * cut) / CUPS_ML[0] / edible,
    worked: { way: 'cut-cup', value: (cut * each) / CUPS_ML[0] },
    sure: line.asks.length ? 'asked' : 'likely',
  }
}

const BREWED = /\b(?:brewed|infused|infusion|ya hech[oa]|preparad[oa])\b/
const PUREE = /\bpuree\b|\bpure de\b/
/**
 * What was made of a thing, where the line says so: its brew, its purée. Null where it says nothing; undefined where it
 * says so and there is no such thing.
 */
function madeOf(key: string, main: string, note: string): string | null | undefined {
  const kind = INGREDIENTS.get(key)?.kind
  if (BREWED.test(`${main} ${note}`) && (kind === 'tea' || kind === 'flower'))
    return INGREDIENTS.has(`brewed-${key}`) ? `brewed-${key}` : undefined
  if (PUREE.test(main) && kind === 'fruit') return INGREDIENTS.has(`${key}-puree`) ? `${key}-puree` : undefined
  return null
}

/** Key of its peel; null where there is none to take by itself. */
const peelOf = ({ key }: IngredientData): string | null => (INGREDIENTS.has(`${key}-peel`) ? `${key}-peel` : null)

const unitOf = (id: string | null): HouseUnit | null => (id === null ? null : (UNIT_OF.get(id) ?? null))

/** g of what is written, or what has to be asked first. */
function weighed(
  line: ReadLine,
  data: IngredientData | undefined,
  fruit: string | null,
  beside: readonly Measured[],
  cook: Cook,
): ReadLine {
  const { low, high, unit } = line.amount!
  const n = (low + high) / 2
  const isRange = high > low
  const asked = (...asks: Ask[]): ReadLine => ({ ...line, sure: 'asked', asks: [...line.asks, ...asks] })
  const done = (massG: number, worked: Worked, volumeMl: number | null = null): ReadLine => ({
    ...line,
    massG,
    volumeMl,
    worked,
    sure: line.asks.length ? 'asked' : isRange || GUESSED.has(worked.way) ? 'likely' : 'sure',
  })
  const of = line.key ? INGREDIENTS.get(line.key) : undefined
  if (unit && isAmountUnit(unit)) {
    const isLiquid = !!of && amountOf(of, handlingOf(of, null), null).isLiquid
    if (unit === 'oz' && isLiquid && !cook.ounces) return asked('which-ounce')
    const as = unit === 'oz' && isLiquid && cook.ounces === 'volume' ? 'fl oz' : unit
    if (isMassUnit(as)) return done(n * gramsOfMass(as), { way: 'weighed', value: gramsOfMass(as) })
    const each = millilitresOf(as, cook)
    if (each === null) return asked(GALLON_PARTS[as] ? 'which-gallon' : 'which-cup')
    const volumeMl = n * each
    // As it is meant: an ounce that is poured is no ounce of weight.
    line = { ...line, amount: { low, high, unit: as } }
    const contradicts = beside.some((m) => isOther(m, volumeMl, cook))
    const wrong: Ask[] = contradicts ? ['contradiction'] : []
    const perMl = of ? gPerMl(of) : null
    // Of whole fruit nobody knows what a cup weighs, and a cup of tea is a drink, not its leaf.
    if (perMl === null) return { ...asked(...wrong, ...(of ? (['piece-weight'] as const) : [])), volumeMl }
    if (of!.kind === 'tea' && as === 'cup') return { ...asked(...wrong, 'what-is-it'), volumeMl }
    const out = done(volumeMl * perMl, { way: 'cup-weight', value: perMl }, volumeMl)
    return contradicts ? { ...out, sure: 'asked', asks: [...out.asks, ...wrong] } : out
  }
  if (unit && unit in SMALL_ML) {
    const perMl = of ? gPerMl(of) : null
    if (perMl === null) return asked()
    const ml = n * SMALL_ML[unit]!
    return done(ml * perMl, { way: 'small-measure', value: SMALL_ML[unit]! }, ml)
  }
  if (unit === 'can') {
    const stated = beside.map((m) => massOf(m, of, cook)).find((g) => g !== null)
    if (stated) return done(n * stated, { way: 'can-stated', value: stated })
    const usual = CANS_G[line.key ?? '']
    return usual
      ? { ...done(n * usual, { way: 'can-usual', value: usual }), sure: 'asked', asks: [...line.asks, 'can-size'] }
      : asked('can-size')
  }
  if (unit && unit !== 'piece') {
    const each = COUNTED_G[unit]?.[line.key ?? ''] ?? (isHerb(of) ? COUNTED_G[unit]?.[''] : undefined)
    return each ? done(n * each, { way: 'counted', value: each }) : asked('piece-weight')
  }
  // A count of it, with "piece" or without any unit.
  if (!line.key) return asked()
  const pieceG = data?.fruit && fruit ? handlingOf(data, null).pieceG : (COUNTED_G.piece![line.key ?? ''] ?? null)
  if (pieceG === null) return asked(unit ? 'piece-weight' : 'which-unit')
  if (data?.fruit && line.key === peelOf(data)) {
    const share = data.fruit.outer?.peel
    return share ? done(n * pieceG * share, { way: 'peel-of', value: pieceG * share }) : asked('piece-weight')
  }
  if (data?.fruit && line.key !== fruit) {
    const juiceG = pieceG * data.fruit.handbook.juiceShare
    return done(n * juiceG, { way: 'juice-of', value: juiceG })
  }
  return done(n * pieceG, { way: 'piece', value: pieceG })
}
/** g of a mL, by the published weight of a cup, else as it is poured or heaped; null of whole fruit. */
const gPerMl = (data: IngredientData): number | null =>
  data.cupG ? data.cupG / CUPS_ML[0] : amountOf(data, handlingOf(data, null), null).gPerMl
/** Weights of the kitchen, not of a scale. */
const GUESSED: ReadonlySet<Worked['way']> = new Set([
  'small-measure',
  'counted',
  'piece',
  'juice-of',
  'peel-of',
  'can-usual',
])
const isHerb = (data: IngredientData | undefined): boolean => !!data && ['herb', 'flower', 'tea'].includes(data.kind)

/** g of what stands in brackets: "(340 g)", "(12 fl oz)". */
function massOf({ quantity, unitOfMeasureID }: Measured, of: IngredientData | undefined, cook: Cook): number | null {
  const unit = unitOf(unitOfMeasureID)
  if (quantity === null || !unit || !isAmountUnit(unit)) return null
  if (isMassUnit(unit)) return quantity * gramsOfMass(unit)
  const ml = millilitresOf(unit, cook)
  const perMl = of ? gPerMl(of) : null
  return ml === null || perMl === null ? null : quantity * ml * perMl
}

/** Both are said to be the same, and are not: 8 cups called a gallon. */
const FAR = 0.15
function isOther({ quantity, unitOfMeasureID }: Measured, ml: number, cook: Cook): boolean {
  const unit = unitOf(unitOfMeasureID)
  if (quantity === null || !unit || !isAmountUnit(unit) || isMassUnit(unit)) return false
  const each = millilitresOf(unit, cook)
  return each !== null && Math.abs((quantity * each) / ml - 1) > FAR
}
