import { contract } from '#shared/contract'
import { inTransaction } from '../../../../db/connect'
import { setPassword } from '../../../../people/people'
import { hashSecret } from '../../../../people/secrets'
import { waits } from '../../../../utils/route'

export default waits(contract.resetPassword, async (_tx, { params, body }, who) => {
  const hash = await hashSecret(body.password)
  await inTransaction((tx) => setPassword(tx, params.id, hash, who))
  return { ok: true as const }
})
