import { wordsOf } from './words'

// What people call ingredients in a household recipe, in English and Spanish, without accents and in the singular. The
// longest phrase that a line holds is what it means. Common practice, no source.

/** Phrases by ingredient, separated by commas. */
const PHRASES: Readonly<Record<string, string>> = {
  water: 'water, agua, tap water, drinking water, boiling water, agua potable, agua hervida, agua purificada',
  ice: 'ice, ice cube, crushed ice, hielo, cubo de hielo, hielo picado',
  'sparkling-water':
    'sparkling water, soda water, club soda, seltzer, agua mineral, agua con gas, agua mineral con gas',
  'white-sugar':
    'sugar, white sugar, granulated sugar, caster sugar, cane sugar, azucar, azucar blanca, azucar estandar, azucar refinada, azucar granulada',
  'brown-sugar': 'brown sugar, azucar morena, azucar mascabado, azucar moscabada, muscovado sugar',
  'icing-sugar': 'icing sugar, powdered sugar, confectioners sugar, azucar glas, azucar glass, azucar impalpable',
  'raw-sugar': 'raw sugar, turbinado sugar, demerara sugar, azucar cruda, azucar turbinada',
  panela: 'panela, piloncillo, jaggery, rapadura, papelon',
  honey: 'honey, miel, miel de abeja',
  'maple-syrup': 'maple syrup, jarabe de arce, miel de maple',
  'agave-syrup': 'agave syrup, agave nectar, agave, jarabe de agave, miel de agave, nectar de agave',
  molasses: 'molasses, melaza',
  'corn-syrup': 'corn syrup, glucose syrup, jarabe de maiz, jarabe de glucosa',
  salt: 'salt, sea salt, table salt, sal, sal de mar, sal fina',
  'baking-soda': 'baking soda, bicarbonate of soda, bicarbonato, bicarbonato de sodio',
  'citric-acid': 'citric acid, acido citrico',
  vinegar: 'vinegar, apple cider vinegar, vinagre, vinagre de manzana',
  'whole-milk': 'milk, whole milk, leche, leche entera',
  'skim-milk': 'skim milk, skimmed milk, leche descremada, leche desnatada',
  'evaporated-milk': 'evaporated milk, leche evaporada',
  'condensed-milk': 'condensed milk, sweetened condensed milk, leche condensada',
  cream: 'cream, heavy cream, whipping cream, crema, nata, crema de leche',
  yogurt: 'yogurt, plain yogurt, yoghurt, yogur, yogur natural, yogurt natural',
  whey: 'whey, suero, suero de leche',
  'coconut-milk': 'coconut milk, leche de coco',
  'coconut-cream': 'coconut cream, crema de coco',
  'coconut-water': 'coconut water, agua de coco',
  'oat-drink': 'oat milk, oat drink, leche de avena, bebida de avena',
  'soy-drink': 'soy milk, leche de soya, leche de soja',
  'almond-drink': 'almond milk, leche de almendra',
  'white-rice': 'rice, white rice, long grain rice, arroz, arroz blanco',
  barley: 'barley, pearl barley, cebada, cebada perlada',
  oats: 'oat, rolled oat, avena, hojuela de avena',
  chia: 'chia, chia seed, semilla de chia',
  almond: 'almond, almendra',
  'tiger-nut': 'tiger nut, chufa',
  'melon-seed': 'melon seed, semilla de melon',
  'coconut-flesh': 'shredded coconut, grated coconut, coconut flesh, coco rallado',
  date: 'date, datil',
  'black-tea': 'black tea, tea, tea leaf, te negro, te',
  'green-tea': 'green tea, te verde',
  'white-tea': 'white tea, te blanco',
  rooibos: 'rooibos, rooibo',
  mate: 'yerba mate, mate',
  coffee: 'coffee, ground coffee, cafe, cafe molido',
  hibiscus:
    'hibiscus, hibiscus flower, dried hibiscus, dried hibiscus flower, flor de jamaica, jamaica, sorrel, roselle',
  chamomile: 'chamomile, chamomile flower, manzanilla, flor de manzanilla',
  lavender: 'lavender, dried lavender, lavanda',
  elderflower: 'elderflower, flor de sauco',
  mint: 'mint, mint leaf, fresh mint, spearmint, menta, hierbabuena, yerbabuena, hoja de menta, hoja de hierbabuena',
  basil: 'basil, basil leaf, albahaca, hoja de albahaca',
  rosemary: 'rosemary, romero',
  thyme: 'thyme, tomillo',
  lemongrass: 'lemongrass, lemon grass, zacate limon, te limon, hierba limon',
  'lemon-verbena': 'lemon verbena, verbena, hierba luisa, cedron',
  'coriander-leaf': 'cilantro, coriander leaf',
  cinnamon: 'cinnamon, cinnamon stick, stick cinnamon, ground cinnamon, canela, canela en rama, canela molida',
  clove: 'clove, whole clove, clavo, clavo de olor',
  cardamom: 'cardamom, cardamom pod, cardamomo',
  nutmeg: 'nutmeg, nuez moscada',
  'star-anise': 'star anise, anis estrella, anis de estrella',
  'black-pepper': 'black pepper, peppercorn, pimienta, pimienta negra',
  vanilla: 'vanilla pod, vanilla bean, vaina de vainilla',
  'rose-water': 'rose water, agua de rosa',
  'orange-blossom-water': 'orange blossom water, agua de azahar',
  'turmeric-powder': 'turmeric powder, ground turmeric, curcuma en polvo, curcuma molida',
  ginger: 'ginger, ginger root, fresh ginger, jengibre, jengibre fresco, raiz de jengibre',
  turmeric: 'turmeric, turmeric root, curcuma, curcuma fresca',
  lemon: 'lemon, yellow lemon, limon amarillo, limon real',
  lime: 'lime, persian lime, limon verde, limon persa, lima',
  'small-lime': 'key lime, small lime, limon colima, limon criollo',
  orange: 'orange, sweet orange, naranja, naranja dulce, naranja de jugo',
  grapefruit: 'grapefruit, toronja, pomelo',
  mandarin: 'mandarin, tangerine, clementine, mandarina, tangerina, clementina',
  pineapple: 'pineapple, pina, anana',
  watermelon: 'watermelon, sandia, patilla',
  melon: 'melon, cantaloupe, honeydew',
  apple: 'apple, manzana',
  pear: 'pear, pera',
  peach: 'peach, durazno, melocoton',
  apricot: 'apricot, chabacano, albaricoque, damasco',
  plum: 'plum, ciruela',
  mango: 'mango',
  papaya: 'papaya',
  guava: 'guava, guayaba',
  banana: 'banana, platano',
  strawberry: 'strawberry, fresa, frutilla',
  raspberry: 'raspberry, frambuesa',
  blackberry: 'blackberry, zarzamora, mora',
  blueberry: 'blueberry, arandano azul',
  cranberry: 'cranberry, arandano',
  grape: 'grape, uva',
  kiwi: 'kiwi',
  pomegranate: 'pomegranate, granada',
  'passion-fruit': 'passion fruit, passionfruit, maracuya, parchita',
  tamarind: 'tamarind, tamarind pod, tamarindo, vaina de tamarindo',
  'tamarind-pulp': 'tamarind pulp, tamarind paste, pulpa de tamarindo, pasta de tamarindo',
  cucumber: 'cucumber, pepino',
  celery: 'celery, celery stalk, apio, tallo de apio',
  carrot: 'carrot, zanahoria',
  beet: 'beet, beetroot, betabel, remolacha',
  tomato: 'tomato, jitomate, tomate',
  rhubarb: 'rhubarb, ruibarbo',
}

/** Words beside a name that change nothing of what is taken, in both languages, in the singular. */
const BESIDE: ReadonlySet<string> = new Set(
  wordsOf(`a an the of de del la las el los lo y and con with into in en for para por plus mas extra more
    fresh fresca fresco freshly cold frio fria cool warm tibio tibia hot caliente chilled iced boiling boiled hervida
    filtered filtrada purified purificada large small medium big grande chico chica mediano mediana pequeno pequena
    ripe maduro madura whole entero entera raw crudo cruda dried seco seca dry ground molido molida chopped picado picada
    sliced rebanado rebanada cut cortado cortada cubed diced cube chunk cubo cubito trozo hulled frozen congelado
    congelada peeled pelado pelada grated rallado rallada crushed machacado machacada
    packed squeezed exprimido exprimida juiced strained colado colada pure puro pura natural organic organico organica
    good well finely fino fina thin thinly seedless washed lavado lavada rinsed optional opcional approx about
    unsweetened sifted level heaping colmada colmado rasa raso leaf hoja flower flor each piece pieza room temperature
    additional remaining divided your favourite favorite needed plain`),
)
/** Words that nobody has accounted for: with one of them the name may be another thing's, as rice water is no rice. */
export function unaccounted(
  words: readonly string[],
  phrase: readonly string[],
  also: readonly string[] = [],
): string[] {
  const at = words.findIndex((_, i) => phrase.every((w, j) => words[i + j] === w))
  return words.filter(
    (w, i) => (i < at || i >= at + phrase.length) && !BESIDE.has(w) && !also.includes(w) && !/^\d+$/.test(w),
  )
}

interface Phrase {
  key: string
  words: readonly string[]
  /** it names its thing only as a whole: the name of a shipped ingredient, commas and all */
  isWhole?: true
}
/** Longest first: "coconut water" is no water. */
const ALL: readonly Phrase[] = Object.entries(PHRASES)
  .flatMap(([key, phrases]) => phrases.split(', ').map((p): Phrase => ({ key, words: wordsOf(p) })))
  .sort((a, b) => b.words.length - a.words.length)

/** What of the lexicon a text names: the longest phrase, the first of those that are as long. Own names come first. */
export function named(words: readonly string[], own: readonly Phrase[] = []): Phrase | null {
  const at = (phrase: readonly string[]): number =>
    words.findIndex((_, i) => phrase.every((w, j) => words[i + j] === w))
  let best: { phrase: Phrase; at: number } | null = null
  for (const phrase of [...own, ...ALL]) {
    if (phrase.isWhole) continue
    const where = at(phrase.words)
    if (where < 0) continue
    const isLonger = !best || phrase.words.length > best.phrase.words.length
    if (isLonger || (phrase.words.length === best!.phrase.words.length && where < best!.at))
      best = { phrase, at: where }
  }
  return best?.phrase ?? null
}
/** An ingredient of the stand's own, by its name. */
export const phraseOf = (key: string, name: string): Phrase => ({ key, words: wordsOf(name) })
/** An ingredient by the whole of the name that the interface has for it. */
export const wholeNameOf = (key: string, name: string): Phrase => ({ key, words: wordsOf(name), isWhole: true })
/** What a text names by a whole name: nothing beside it, and nothing left out. */
export const namedWhole = (words: readonly string[], own: readonly Phrase[]): Phrase | undefined =>
  own.find((p) => p.isWhole && p.words.length === words.length && p.words.every((w, i) => w === words[i]))
export type { Phrase }
