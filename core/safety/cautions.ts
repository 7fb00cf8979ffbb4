/** Cautions that go with a product wherever it is taken; the others are of the work, and end with it. */
const OF_THE_PRODUCT: ReadonlySet<string> = new Set([
  'allergen-milk',
  'allergen-soy',
  'allergen-nuts',
  'allergen-gluten',
  'allergen-celery',
  'tcs',
  'keep-cold',
  'caffeine',
  'sweetener-label',
  'honey-infants',
])

export const staysWithProduct = (caution: string): boolean => OF_THE_PRODUCT.has(caution)

/** Whether a caution names what some guests may not have. */
export const isAllergen = (caution: string): boolean => caution.startsWith('allergen-')
