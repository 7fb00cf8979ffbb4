/** What is usual of an ingredient, beside its composition. Every figure with where it comes from. */
export interface IngredientFacts {
  /** usual pH, from and to */
  ph?: readonly [number, number, string]
  /** g of one piece as purchased */
  unitG?: readonly [number, string]
  /** g of a US cup of 236.588 mL, as poured */
  cupG?: readonly [number, string]
  /** days it keeps ripe and sound, at room temperature and cold; 0 where it should not stand there */
  keepsDays?: readonly [room: number, cold: number, source: string]
}

const FDA = 'source.fda-ph'
const FDC = 'source.fdc'
const KEEP = 'source.food-keeper'
const PRACTICE = 'source.practice'
const JUICE_KEEPS = [0, 3, PRACTICE] as const
const DRY_KEEPS = [365, 365, PRACTICE] as const

/**
 * pH: FDA, Approximate pH of Foods and Food Products (memory), where it has a row; otherwise common practice. Weight of
 * a piece and of a cup: USDA FoodData Central (memory), the piece with its peel. Days: USDA FoodKeeper (memory) for
 * fresh produce, common practice for the rest.
 */
export const FACTS: Readonly<Record<string, IngredientFacts>> = {
  lemon: { unitG: [110, FDC], keepsDays: [10, 21, KEEP] },
  lime: { unitG: [80, FDC], keepsDays: [10, 21, KEEP] },
  orange: { unitG: [180, FDC], keepsDays: [10, 21, KEEP] },
  grapefruit: { unitG: [400, FDC], keepsDays: [10, 14, KEEP] },
  mandarin: { unitG: [110, FDC], keepsDays: [7, 14, KEEP] },
  pineapple: { unitG: [1700, FDC], keepsDays: [2, 5, KEEP] },
  watermelon: { unitG: [7000, FDC], keepsDays: [7, 14, KEEP] },
  melon: { unitG: [1300, FDC], keepsDays: [2, 7, KEEP] },
  apple: { unitG: [182, FDC], keepsDays: [7, 28, KEEP] },
  carrot: { unitG: [70, FDC], keepsDays: [2, 21, KEEP] },
  pear: { unitG: [178, FDC], keepsDays: [3, 5, KEEP] },
  mango: { unitG: [480, FDC], keepsDays: [4, 7, KEEP] },
  strawberry: { unitG: [13, FDC], keepsDays: [1, 3, KEEP] },
  'passion-fruit': { unitG: [35, FDC], keepsDays: [4, 7, KEEP] },
  rhubarb: { unitG: [60, FDC], keepsDays: [1, 7, KEEP] },
  ginger: { unitG: [60, PRACTICE], keepsDays: [7, 21, KEEP] },
  turmeric: { unitG: [15, PRACTICE], keepsDays: [7, 21, PRACTICE] },
  kiwi: { unitG: [90, FDC], keepsDays: [4, 7, KEEP] },
  papaya: { unitG: [500, FDC], keepsDays: [4, 7, KEEP] },
  guava: { unitG: [70, FDC], keepsDays: [4, 4, KEEP] },
  pomegranate: { unitG: [282, FDC], keepsDays: [4, 60, KEEP] },
  cranberry: { keepsDays: [1, 28, KEEP] },
  grape: { unitG: [5, FDC], keepsDays: [1, 7, KEEP] },
  cucumber: { unitG: [300, FDC], keepsDays: [1, 6, KEEP] },
  celery: { unitG: [40, FDC], keepsDays: [1, 12, KEEP] },
  beet: { unitG: [100, FDC], keepsDays: [1, 12, KEEP] },
  tomato: { unitG: [123, FDC], keepsDays: [5, 5, KEEP] },
  peach: { unitG: [150, FDC], keepsDays: [2, 4, KEEP] },
  plum: { unitG: [66, FDC], keepsDays: [4, 5, KEEP] },
  'sour-cherry': { unitG: [7, FDC], keepsDays: [1, 5, KEEP] },
  raspberry: { unitG: [4, FDC], keepsDays: [0, 3, KEEP] },
  blackberry: { unitG: [6, FDC], keepsDays: [0, 3, KEEP] },
  blackcurrant: { unitG: [1, FDC], keepsDays: [0, 3, KEEP] },
  blueberry: { unitG: [1.4, FDC], keepsDays: [1, 10, KEEP] },
  banana: { unitG: [185, FDC], keepsDays: [4, 3, KEEP] },
  jambu: { unitG: [12, PRACTICE], keepsDays: [1, 3, PRACTICE] },
  'star-fruit': { unitG: [95, FDC], keepsDays: [3, 10, PRACTICE] },
  litchi: { unitG: [18, FDC], keepsDays: [1, 7, PRACTICE] },
  tamarind: { unitG: [15, PRACTICE], keepsDays: [90, 365, PRACTICE] },
  sugarcane: { keepsDays: [3, 10, PRACTICE] },

  'lemon-juice': { ph: [2.0, 2.6, FDA], cupG: [244, FDC], keepsDays: JUICE_KEEPS },
  'lime-juice': { ph: [2.0, 2.8, FDA], cupG: [242, FDC], keepsDays: JUICE_KEEPS },
  'orange-juice': { ph: [3.3, 4.2, FDA], cupG: [248, FDC], keepsDays: JUICE_KEEPS },
  'grapefruit-juice': { ph: [3.0, 3.75, FDA], cupG: [247, FDC], keepsDays: JUICE_KEEPS },
  'mandarin-juice': { ph: [3.3, 4.5, FDA], cupG: [247, FDC], keepsDays: JUICE_KEEPS },
  'pineapple-juice': { ph: [3.3, 3.6, FDA], cupG: [250, FDC], keepsDays: JUICE_KEEPS },
  'watermelon-juice': { ph: [5.2, 5.6, FDA], keepsDays: [0, 2, PRACTICE] },
  'melon-juice': { ph: [6.1, 6.6, FDA], keepsDays: [0, 2, PRACTICE] },
  'apple-juice': { ph: [3.35, 4.0, FDA], cupG: [248, FDC], keepsDays: JUICE_KEEPS },
  'carrot-juice': { ph: [6.0, 6.4, FDA], cupG: [236, FDC], keepsDays: [0, 2, PRACTICE] },
  'pear-juice': { ph: [3.5, 4.6, FDA], keepsDays: JUICE_KEEPS },
  'mango-puree': { ph: [3.4, 4.8, FDA], keepsDays: JUICE_KEEPS },
  'strawberry-puree': { ph: [3.0, 3.9, FDA], keepsDays: JUICE_KEEPS },
  'passion-fruit-juice': { ph: [2.7, 3.3, PRACTICE], cupG: [247, FDC], keepsDays: JUICE_KEEPS },
  'rhubarb-juice': { ph: [3.0, 3.4, FDA], keepsDays: JUICE_KEEPS },
  'ginger-juice': { ph: [5.6, 5.9, FDA], keepsDays: JUICE_KEEPS },
  'turmeric-juice': { ph: [5.8, 6.6, PRACTICE], keepsDays: JUICE_KEEPS },
  'kiwi-puree': { ph: [3.1, 3.9, PRACTICE], keepsDays: JUICE_KEEPS },
  'papaya-puree': { ph: [5.2, 6.0, FDA], keepsDays: [0, 2, PRACTICE] },
  'guava-puree': { ph: [3.4, 4.3, PRACTICE], keepsDays: JUICE_KEEPS },
  'pomegranate-juice': { ph: [2.9, 3.2, FDA], cupG: [249, FDC], keepsDays: JUICE_KEEPS },
  'cranberry-juice': { ph: [2.3, 2.52, FDA], cupG: [253, FDC], keepsDays: JUICE_KEEPS },
  'grape-juice': { ph: [2.8, 3.8, FDA], cupG: [253, FDC], keepsDays: JUICE_KEEPS },
  'cucumber-juice': { ph: [5.1, 5.7, FDA], keepsDays: [0, 2, PRACTICE] },
  'celery-juice': { ph: [5.7, 6.0, FDA], keepsDays: [0, 2, PRACTICE] },
  'beet-juice': { ph: [5.3, 6.6, FDA], keepsDays: [0, 2, PRACTICE] },
  'tomato-juice': { ph: [4.1, 4.6, FDA], cupG: [243, FDC], keepsDays: JUICE_KEEPS },
  'peach-puree': { ph: [3.3, 4.05, FDA], keepsDays: JUICE_KEEPS },
  'plum-puree': { ph: [2.8, 4.3, FDA], keepsDays: JUICE_KEEPS },
  'cherry-juice': { ph: [3.2, 3.8, FDA], keepsDays: JUICE_KEEPS },
  'raspberry-puree': { ph: [3.2, 3.65, FDA], keepsDays: JUICE_KEEPS },
  'blackberry-puree': { ph: [3.2, 4.5, FDA], keepsDays: JUICE_KEEPS },
  'blackcurrant-juice': { ph: [2.7, 3.1, PRACTICE], keepsDays: JUICE_KEEPS },
  'blueberry-puree': { ph: [3.12, 3.7, FDA], keepsDays: JUICE_KEEPS },
  'banana-puree': { ph: [4.5, 5.2, FDA], keepsDays: [0, 1, PRACTICE] },
  'jambu-puree': { ph: [3.4, 4.2, PRACTICE], keepsDays: JUICE_KEEPS },
  'star-fruit-juice': { ph: [2.4, 4.0, PRACTICE], keepsDays: JUICE_KEEPS },
  'litchi-juice': { ph: [4.0, 5.0, FDA], keepsDays: JUICE_KEEPS },
  'tamarind-pulp': { ph: [2.6, 3.2, PRACTICE], keepsDays: [90, 365, PRACTICE] },
  'sugarcane-juice': { ph: [5.2, 5.6, PRACTICE], keepsDays: [0, 1, PRACTICE] },
  'coconut-water': { ph: [4.7, 5.8, PRACTICE], cupG: [240, FDC], keepsDays: [0, 2, PRACTICE] },

  'white-sugar': { cupG: [200, FDC], keepsDays: DRY_KEEPS },
  'icing-sugar': { cupG: [120, FDC], keepsDays: DRY_KEEPS },
  'brown-sugar': { cupG: [220, FDC], keepsDays: DRY_KEEPS },
  'raw-sugar': { keepsDays: DRY_KEEPS },
  panela: { ph: [5.2, 6.2, PRACTICE], keepsDays: DRY_KEEPS },
  dextrose: { keepsDays: DRY_KEEPS },
  fructose: { keepsDays: DRY_KEEPS },
  'corn-syrup': { ph: [4.5, 5.5, FDA], cupG: [341, FDC], keepsDays: DRY_KEEPS },
  'invert-syrup': { ph: [3.5, 5.0, PRACTICE], keepsDays: DRY_KEEPS },
  honey: { ph: [3.7, 4.2, FDA], cupG: [339, FDC], keepsDays: DRY_KEEPS },
  'acacia-honey': { ph: [3.7, 4.1, PRACTICE], keepsDays: DRY_KEEPS },
  'forest-honey': { ph: [4.3, 5.0, PRACTICE], keepsDays: DRY_KEEPS },
  'maple-syrup': { ph: [5.15, 6.8, FDA], cupG: [315, FDC], keepsDays: [0, 365, KEEP] },
  'agave-syrup': { ph: [4.0, 5.0, PRACTICE], keepsDays: DRY_KEEPS },
  molasses: { ph: [4.9, 5.4, FDA], cupG: [337, FDC], keepsDays: DRY_KEEPS },
  date: { ph: [6.3, 6.6, FDA], unitG: [8, FDC], keepsDays: [60, 180, KEEP] },

  'whole-milk': { ph: [6.4, 6.8, FDA], cupG: [244, FDC], keepsDays: [0, 5, KEEP] },
  'skim-milk': { ph: [6.4, 6.8, FDA], cupG: [245, FDC], keepsDays: [0, 5, KEEP] },
  cream: { ph: [6.44, 6.8, FDA], keepsDays: [0, 7, KEEP] },
  'evaporated-milk': { ph: [5.9, 6.3, FDA], cupG: [252, FDC], keepsDays: [0, 5, KEEP] },
  'condensed-milk': { ph: [6.33, 6.33, FDA], cupG: [306, FDC], keepsDays: [0, 10, KEEP] },
  yogurt: { ph: [4.0, 4.6, PRACTICE], cupG: [245, FDC], keepsDays: [0, 10, KEEP] },
  whey: { ph: [4.2, 4.7, PRACTICE], keepsDays: [0, 5, PRACTICE] },
  'coconut-milk': { ph: [6.1, 7.0, FDA], cupG: [226, FDC], keepsDays: [0, 4, KEEP] },
  'coconut-cream': { ph: [6.0, 6.8, PRACTICE], keepsDays: [0, 4, KEEP] },
  'oat-drink': { ph: [6.5, 7.5, PRACTICE], keepsDays: [0, 5, PRACTICE] },
  'soy-drink': { ph: [6.8, 7.4, PRACTICE], cupG: [243, FDC], keepsDays: [0, 7, KEEP] },
  'almond-drink': { ph: [6.8, 8.0, PRACTICE], keepsDays: [0, 7, KEEP] },

  vinegar: { ph: [2.4, 3.4, FDA], cupG: [239, FDC], keepsDays: DRY_KEEPS },
  salt: { cupG: [292, FDC], keepsDays: DRY_KEEPS },

  mint: { ph: [7.0, 8.0, FDA], keepsDays: [0, 8, KEEP] },
  basil: { keepsDays: [5, 2, KEEP] },
  'coriander-leaf': { keepsDays: [0, 8, KEEP] },
  rosemary: { keepsDays: [0, 12, KEEP] },
  thyme: { keepsDays: [0, 12, KEEP] },
  lemongrass: { keepsDays: [1, 12, PRACTICE] },
  'lemon-verbena': { keepsDays: [1, 5, PRACTICE] },
  hibiscus: { ph: [2.3, 2.8, PRACTICE], keepsDays: DRY_KEEPS },
  'black-tea': { ph: [4.9, 5.5, PRACTICE], keepsDays: DRY_KEEPS },
  'green-tea': { ph: [5.5, 6.5, PRACTICE], keepsDays: DRY_KEEPS },
  coffee: { ph: [4.8, 5.2, PRACTICE], keepsDays: DRY_KEEPS },
  almond: { unitG: [1.2, FDC], keepsDays: [180, 365, KEEP] },
  'white-rice': { cupG: [185, FDC], keepsDays: DRY_KEEPS },
}
