import { figures } from './en/figures'
import { names } from './en/names'
import { problems } from './en/problems'
import { drinks } from './en/drinks'
import { shelf } from './en/shelf'
import { ui } from './en/ui'

export const en = { ...ui, ...drinks, ...shelf, ...names, ...problems, ...figures }
