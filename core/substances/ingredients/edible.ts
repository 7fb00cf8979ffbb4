/**
 * g of flesh per g as purchased, once peel, core, stones and stems are off. USDA FoodData Central (SR Legacy), refuse
 * (memory, rounded); those that it does not have are common practice.
 */
const SHARES: Readonly<Record<string, number>> = {
  lemon: 0.53,
  lime: 0.84,
  'small-lime': 0.75,
  orange: 0.73,
  grapefruit: 0.5,
  mandarin: 0.74,
  pineapple: 0.51,
  watermelon: 0.52,
  melon: 0.51,
  apple: 0.9,
  carrot: 0.89,
  pear: 0.9,
  mango: 0.71,
  strawberry: 0.94,
  'passion-fruit': 0.52,
  rhubarb: 0.75,
  ginger: 0.93,
  turmeric: 0.9,
  kiwi: 0.86,
  papaya: 0.62,
  guava: 0.78,
  pomegranate: 0.56,
  cranberry: 0.95,
  grape: 0.96,
  cucumber: 0.97,
  celery: 0.89,
  beet: 0.67,
  tomato: 0.91,
  apricot: 0.93,
  peach: 0.96,
  plum: 0.94,
  'sour-cherry': 0.9,
  raspberry: 0.96,
  blackberry: 0.96,
  blackcurrant: 0.98,
  blueberry: 0.95,
  banana: 0.64,
  jambu: 0.87,
  'star-fruit': 0.97,
  litchi: 0.6,
  tamarind: 0.34,
  sugarcane: 0.7,
}

/** g of flesh per g of a fruit as purchased; null where nobody has said. */
export const edibleShareOf = (fruitKey: string): number | null => SHARES[fruitKey] ?? null

/**
 * g of cut flesh in a US cup: cubes, chunks, slices or small berries as they are. USDA FoodData Central (SR Legacy),
 * portions (memory).
 */
const CUT_CUPS: Readonly<Record<string, number>> = {
  pineapple: 165,
  watermelon: 152,
  melon: 160,
  apple: 109,
  carrot: 128,
  pear: 140,
  mango: 165,
  strawberry: 152,
  rhubarb: 122,
  kiwi: 180,
  papaya: 145,
  guava: 165,
  pomegranate: 174,
  cranberry: 100,
  grape: 151,
  cucumber: 104,
  celery: 101,
  beet: 136,
  tomato: 180,
  apricot: 155,
  peach: 154,
  plum: 165,
  'sour-cherry': 155,
  raspberry: 123,
  blackberry: 144,
  blackcurrant: 112,
  blueberry: 148,
  banana: 150,
}
/** g of cut flesh of a fruit in a US cup; null where nobody has said. */
export const cutCupG = (fruitKey: string): number | null => CUT_CUPS[fruitKey] ?? null
