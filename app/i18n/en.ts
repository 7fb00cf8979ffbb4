import { figures } from './en/figures'
import { names } from './en/names'
import { problems } from './en/problems'
import { drinks } from './en/drinks'
import { shelf } from './en/shelf'
import { ui } from './en/ui'
import { fruit } from './en/fruit'
import { records } from './en/records'
import { store } from './en/store'

export const en = { ...ui, ...fruit, ...records, ...store, ...drinks, ...shelf, ...names, ...problems, ...figures }
