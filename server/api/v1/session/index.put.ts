import { contract } from '#shared/contract'
import { setLocale } from '../../../people/people'
import { route } from '../../../utils/route'

export default route(contract.setLocale, async (tx, { body }, who) => {
  await setLocale(tx, who, body.locale)
  return { ok: true as const }
})
