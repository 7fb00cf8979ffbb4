import { contract } from '#shared/contract'
import { takeTillSales } from '../../books/till-sales'
import { route } from '../../utils/route'

export default route(contract.tillSales, (tx, { body }, who) =>
  takeTillSales(tx, body, { ...who, standId: who.standId! }),
)
