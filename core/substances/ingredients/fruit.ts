import { JUICES } from './juices'
import { OUTER } from './peels'
import type { Caution, IngredientData } from './types'

const FDC = 'source.fdc'
const AH102 = 'source.ah102'
const PRACTICE = 'source.practice'

const fruit = (juice: string, insolubleShare: number, juiceShare: number, source: string) => ({
  juice,
  insolubleShare,
  handbook: source === PRACTICE ? { juiceShare, source, guess: true as const } : { juiceShare, source },
})
const juiceOf = (key: string) => JUICES.find((j) => j.key === key)!
/** Who may not have the juice may not have the fruit. */
const allergensOf = (key: string): Caution[] => (juiceOf(key).cautions ?? []).filter((c) => c.startsWith('allergen-'))

/** Fruit as purchased: the liquor of its flesh is its juice; peel and pith around it are what they are. */
export const FRUIT: readonly IngredientData[] = (
  [
    ['lemon', fruit('lemon-juice', 0.06, 0.43, AH102)],
    ['lime', fruit('lime-juice', 0.06, 0.47, AH102)],
    ['small-lime', fruit('small-lime-juice', 0.06, 0.4, PRACTICE)],
    ['orange', fruit('orange-juice', 0.05, 0.5, AH102)],
    ['grapefruit', fruit('grapefruit-juice', 0.05, 0.45, PRACTICE)],
    ['mandarin', fruit('mandarin-juice', 0.05, 0.45, PRACTICE)],
    ['pineapple', fruit('pineapple-juice', 0.04, 0.45, PRACTICE)],
    ['watermelon', fruit('watermelon-juice', 0.03, 0.5, AH102)],
    ['melon', fruit('melon-juice', 0.03, 0.45, PRACTICE)],
    ['apple', fruit('apple-juice', 0.03, 0.6, PRACTICE)],
    ['carrot', fruit('carrot-juice', 0.05, 0.5, PRACTICE)],
    ['pear', fruit('pear-juice', 0.04, 0.55, PRACTICE)],
    ['mango', fruit('mango-puree', 0.05, 0.6, PRACTICE)],
    ['strawberry', fruit('strawberry-puree', 0.02, 0.85, AH102)],
    ['passion-fruit', fruit('passion-fruit-juice', 0.08, 0.33, PRACTICE)],
    ['rhubarb', fruit('rhubarb-juice', 0.04, 0.6, PRACTICE)],
    ['ginger', fruit('ginger-juice', 0.08, 0.4, PRACTICE)],
    ['turmeric', fruit('turmeric-juice', 0.08, 0.3, PRACTICE)],
    ['kiwi', fruit('kiwi-puree', 0.04, 0.75, PRACTICE)],
    ['papaya', fruit('papaya-puree', 0.04, 0.6, PRACTICE)],
    ['guava', fruit('guava-puree', 0.05, 0.65, PRACTICE)],
    ['pomegranate', fruit('pomegranate-juice', 0.1, 0.33, PRACTICE)],
    ['cranberry', fruit('cranberry-juice', 0.05, 0.6, PRACTICE)],
    ['grape', fruit('grape-juice', 0.03, 0.65, PRACTICE)],
    ['cucumber', fruit('cucumber-juice', 0.02, 0.65, PRACTICE)],
    ['celery', fruit('celery-juice', 0.03, 0.6, PRACTICE)],
    ['beet', fruit('beet-juice', 0.05, 0.5, PRACTICE)],
    ['tomato', fruit('tomato-juice', 0.02, 0.7, PRACTICE)],
    ['apricot', fruit('apricot-puree', 0.03, 0.75, PRACTICE)],
    ['peach', fruit('peach-puree', 0.03, 0.7, PRACTICE)],
    ['plum', fruit('plum-puree', 0.03, 0.75, PRACTICE)],
    ['sour-cherry', fruit('cherry-juice', 0.03, 0.6, PRACTICE)],
    ['raspberry', fruit('raspberry-puree', 0.03, 0.85, PRACTICE)],
    ['blackberry', fruit('blackberry-puree', 0.03, 0.85, PRACTICE)],
    ['blackcurrant', fruit('blackcurrant-juice', 0.06, 0.6, PRACTICE)],
    ['blueberry', fruit('blueberry-puree', 0.03, 0.85, PRACTICE)],
    ['banana', fruit('banana-puree', 0.05, 0.62, PRACTICE)],
    ['jambu', fruit('jambu-puree', 0.04, 0.65, PRACTICE)],
    ['star-fruit', fruit('star-fruit-juice', 0.03, 0.6, PRACTICE)],
    ['litchi', fruit('litchi-juice', 0.04, 0.5, PRACTICE)],
    ['tamarind', fruit('tamarind-pulp', 0.3, 0.4, PRACTICE)],
    ['sugarcane', fruit('sugarcane-juice', 0.12, 0.5, PRACTICE)],
  ] as const
).map(([key, f]) => ({
  key,
  kind: 'fruit',
  source: FDC,
  composition: juiceOf(f.juice).composition,
  ...(allergensOf(f.juice).length ? { cautions: allergensOf(f.juice) } : {}),
  fruit: { ...f, ...(OUTER[key] ? { outer: OUTER[key] } : {}) },
}))
