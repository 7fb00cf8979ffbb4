import { figures } from './en/figures'
import { names } from './en/names'
import { problems } from './en/problems'
import { shelf } from './en/shelf'
import { ui } from './en/ui'

export const en = { ...ui, ...shelf, ...names, ...problems, ...figures }
