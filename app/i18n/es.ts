import type { en } from './en'
import { figures } from './es/figures'
import { names } from './es/names'
import { problems } from './es/problems'
import { drinks } from './es/drinks'
import { shelf } from './es/shelf'
import { ui } from './es/ui'
import { fruit } from './es/fruit'
import { records } from './es/records'
import { store } from './es/store'

// The type holds the two languages to the same messages.
export const es: typeof en = {
  ...ui,
  ...fruit,
  ...records,
  ...store,
  ...drinks,
  ...shelf,
  ...names,
  ...problems,
  ...figures,
}
