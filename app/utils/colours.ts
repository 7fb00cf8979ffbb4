import { itemKey, type RecipeDocument } from '#core/recipe'

/** Fills for drawings only; every one is drawn with an ink outline. */
const FILLS: Record<string, string> = {
  lemon: '#F0D048',
  lime: '#B9CF5A',
  orange: '#F0A94A',
  grapefruit: '#EE9C86',
  mandarin: '#F2B04F',
  pineapple: '#F0DC83',
  watermelon: '#E98A86',
  melon: '#F2C48D',
  apple: '#DDD08C',
  carrot: '#EBA25E',
  pear: '#E3DFA3',
  mango: '#F2BC52',
  strawberry: '#E58B93',
  'passion-fruit': '#E6B94A',
  rhubarb: '#E7B1A6',
  ginger: '#E5D3A2',
  turmeric: '#E3AE3C',
  water: '#DCEBEB',
  ice: '#EDF6F7',
  hibiscus: '#B5475F',
  'black-tea': '#B9793F',
  'green-tea': '#C9CE8A',
  rosemary: '#A9BE94',
  'white-sugar': '#F6EFDD',
  'brown-sugar': '#CDA777',
  honey: '#E2B75E',
  kiwi: '#B9CB6B',
  papaya: '#F0A867',
  guava: '#EDA79A',
  pomegranate: '#C9566B',
  cranberry: '#C8505F',
  grape: '#A98BB5',
  cucumber: '#C6DBA6',
  celery: '#CFDFA8',
  beet: '#A8476B',
  tomato: '#E07F63',
  apricot: '#EFA860',
  peach: '#F2BE93',
  plum: '#B0708F',
  cherry: '#B84A58',
  raspberry: '#D96A83',
  blackberry: '#7C5C86',
  blackcurrant: '#6E4C78',
  blueberry: '#8388B4',
  banana: '#F3E2A0',
  jambu: '#9A6C93',
  'star-fruit': '#E9DE7A',
  litchi: '#F4E6DF',
  'tamarind-pulp': '#A0714A',
  sugarcane: '#DDE0A8',
  'coconut-water': '#F2F3EA',
  'coconut-milk': '#FBF8F0',
  'coconut-cream': '#FBF6EA',
  yogurt: '#FBF7EF',
  cream: '#FAF1DC',
  'condensed-milk': '#F6E7C2',
  molasses: '#6B4630',
  'maple-syrup': '#B9793F',
  'agave-syrup': '#D9A95E',
  panela: '#B9824E',
  'raw-sugar': '#DDBE8C',
  whey: '#EFF0D4',
  'whole-milk': '#FBF7EC',
  mint: '#9DBB83',
  basil: '#8FB077',
  salt: '#F1EFEA',
  'small-lime': '#AFC957',
  'brewed-black-tea': '#B9783C',
  'brewed-green-tea': '#DDD694',
  'brewed-white-tea': '#EBE2B4',
  'brewed-mate': '#B9B25E',
  'brewed-rooibos': '#C1653C',
  'brewed-coffee': '#5A3D2B',
  'brewed-hibiscus': '#B33A56',
  'brewed-chamomile': '#EBD98A',
  'tamarind-pulp-cooked': '#A9825E',
  'sweetened-coconut-cream': '#FBF6EA',
  'sweetened-coconut-milk': '#FBF8F0',
  'condensed-coconut-milk': '#F7EFD9',
  'citrus-pith': '#F6F1DC',
  'tamarind-pod': '#A9835F',
  meltwater: '#EDF6F7',
}
/** What a prep is coloured by: the heaviest thing in it that is not plain. Set once the stores are there. */
export const mainOfPrep = shallowRef<(recipeId: string) => string | undefined>(() => undefined)
const SYRUP = '#F3E3B3'
const PREP = 'prep:'

export function fillOf(key: string): string {
  if (key.startsWith(PREP)) {
    const main = mainOfPrep.value(key.slice(PREP.length))
    return main === undefined ? SYRUP : fillOf(main)
  }
  return (
    FILLS[key] ??
    FILLS[key.replace(/-(juice|puree|concentrate|peel|root)$/, '')] ??
    (key.includes('acid') ? '#E9EBD2' : '#E4DCC6')
  )
}

/** What gives a mix no colour of its own. */
export const PLAIN: readonly string[] = ['water', 'ice', 'white-sugar']
/** The key of what a stream is most likely seen as: the first thing in it that has a colour. */
export function mainOf({ steps }: Pick<RecipeDocument, 'steps'>, stream: string): string {
  const of = new Map(steps.map((s) => [s.out, s]))
  const keysIn = (name: string): string[] => {
    const step = of.get(name.split('/')[0]!)
    if (!step) return []
    return step.op === 'take' ? [itemKey(step.item)] : step.in.flatMap(keysIn)
  }
  const keys = keysIn(stream)
  return keys.find((k) => !PLAIN.includes(k)) ?? keys[0] ?? stream
}
