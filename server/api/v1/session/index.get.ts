import { contract } from '#shared/contract'
import { now } from '../../../platform/clock'
import { getBusiness } from '../../../platform/business'
import { getPerson } from '../../../people/people'
import { touchSession } from '../../../people/sessions'
import { reads } from '../../../utils/route'

export default reads(contract.me, async (tx, _input, who) => {
  const [person, business] = await Promise.all([
    getPerson(tx, who.personId),
    getBusiness(tx),
    touchSession(tx, who.sessionId!),
  ])
  const { name, region, currency } = business
  return { person, business: name, region, currency, now: now().toISOString() }
})
