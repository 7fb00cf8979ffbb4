import { readRecipe, US_COOK, wholeNameOf } from '../../core/household'
import { isPoured } from '../../core/recipe'
import { INGREDIENTS } from '../../core/substances'
import { en } from '../../app/i18n/en'
import { es } from '../../app/i18n/es'

// What a drink is exported as, by the names of the interface, is read back as what it was.
const poured = [...INGREDIENTS.values()].filter((i) => isPoured(i.kind)).map((i) => i.key)

it.each([
  ['English', en],
  ['Spanish', es],
])('an exported line is read back as the ingredient that it is, in %s', (_, words) => {
  const names = (words as unknown as { ingredient: Record<string, string> }).ingredient
  const own = poured.map((key) => wholeNameOf(key, names[key]!))
  const otherwise = poured.flatMap((key) => {
    const [line] = readRecipe(`100 g ${names[key]}`, US_COOK, own).lines
    const isAsked = line?.asks.length
    return line?.key === key || isAsked ? [] : [`${names[key]}: ${line?.key}`]
  })
  // A name may be asked about, and never taken for another thing in silence.
  expect(otherwise).toEqual([])
  const asked = poured.filter((key) => readRecipe(`100 g ${names[key]}`, US_COOK, own).lines[0]?.key !== key)
  // A number in a name reads as an amount: it is asked about.
  expect(asked.filter((key) => !/\d/.test(names[key]!))).toEqual([])
})
