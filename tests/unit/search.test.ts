import { en } from '../../app/i18n/en'
import { es } from '../../app/i18n/es'
import { SYNONYMS } from '../../app/i18n/synonyms'
import { finder } from '../../app/utils/search'
import { matches } from '../../app/utils/words'
import { INGREDIENTS } from '../../core/substances'

type Names = Record<string, string>
const [english, spanish] = [en.ingredient as Names, es.ingredient as Names]
const all = [...INGREDIENTS.keys()].map((id) => ({
  id,
  title: english[id]!,
  words: [spanish[id], SYNONYMS[id]].join(' '),
}))
const find = finder(all)

describe('finding an ingredient', () => {
  it.each([
    ['limon', 'lemon'],
    ['LIMONES', 'lemon'],
    ['pina', 'pineapple'],
    ['azucar', 'white-sugar'],
    ['puree', 'mango-puree'],
    ['tangerine', 'mandarin'],
    ['strawberries', 'strawberry'],
    ['cherries', 'sour-cherry'],
    ['toronja', 'grapefruit'],
    ['maracuya', 'passion-fruit'],
    ['grapefrut', 'grapefruit'],
  ])('“%s” finds %s', (query, key) => expect(find(query).map((e) => e.id)).toContain(key))
  it('what is called so comes before what is only called so by some', () => {
    expect(find('lime')[0]!.id).toBe('lime')
    expect(find('orange juice')[0]!.id).toBe('orange-juice')
  })
  it('finds nothing of what there is not', () => expect(find('quartz')).toEqual([]))
  it('every other word is of an ingredient that there is', () =>
    expect(Object.keys(SYNONYMS).filter((key) => !INGREDIENTS.has(key))).toEqual([]))
})

describe('choosing from a list', () => {
  it.each([
    ['limon', true],
    ['Limones', true],
    ['jugo lim', true],
    ['l', true],
    ['', true],
    ['imon', false],
    ['lemon', false],
  ])('“%s” begins a word of it: %s', (query, is) => expect(matches(query, 'Jugo de limón')).toBe(is))
  it('goes by other words too', () => expect(matches('tangerines', 'Mandarin', 'tangerine clementine')).toBe(true))
})
