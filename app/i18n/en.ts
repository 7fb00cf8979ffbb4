import { figures } from './en/figures'
import { names } from './en/names'
import { problems } from './en/problems'
import { ui } from './en/ui'

export const en = { ...ui, ...names, ...problems, ...figures }
