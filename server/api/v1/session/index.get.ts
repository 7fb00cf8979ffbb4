import { contract } from '#shared/contract'
import { now } from '../../../services/clock'
import { businessName, getPerson } from '../../../services/people'
import { touchSession } from '../../../services/sessions'
import { reads } from '../../../utils/route'

export default reads(contract.me, async (tx, _input, who) => {
  await touchSession(tx, who.sessionId!)
  return { person: await getPerson(tx, who.personId), business: await businessName(tx), now: now().toISOString() }
})
