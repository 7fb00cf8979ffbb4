import { contract } from '#shared/contract'
import { now } from '../../../platform/clock'
import { businessName, getPerson } from '../../../people/people'
import { touchSession } from '../../../people/sessions'
import { reads } from '../../../utils/route'

export default reads(contract.me, async (tx, _input, who) => {
  const [person, business] = await Promise.all([
    getPerson(tx, who.personId),
    businessName(tx),
    touchSession(tx, who.sessionId!),
  ])
  return { person, business, now: now().toISOString() }
})
