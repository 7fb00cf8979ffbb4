import { writeFileSync } from 'node:fs'
import { v7 as uuid } from 'uuid'
import { demoProducts } from '../server/db/demo/menu'
import { SimulatedTill } from '../server/devices/till'
import { flagsOf } from './lib/flags'
import { say, sayStop, Stop } from './lib/say'

const HELP = `A till that is not there: it sells what is on the menu of the demo, writes the file that a till writes, and posts.

  npm run till -- --file sales.csv [--sales 40] [--minutes 60] [--zone Europe/Dublin]
  npm run till -- --post http://127.0.0.1:PORT --secret SECRET [--every 10]

The secret is shown once, under Serve, “The file of a till”, where the till is let in.`

async function main(): Promise<void> {
  const { values } = flagsOf(
    {
      options: {
        file: { type: 'string' },
        post: { type: 'string' },
        secret: { type: 'string' },
        sales: { type: 'string', default: '40' },
        minutes: { type: 'string', default: '60' },
        every: { type: 'string', default: '0' },
        seed: { type: 'string', default: '1' },
        zone: { type: 'string', default: 'Europe/Dublin' },
        until: { type: 'string' },
      },
    },
    HELP,
  )
  const [sales, minutes, every] = [Number(values.sales), Number(values.minutes), Number(values.every)]
  if (!(sales > 0 && minutes > 0 && every >= 0)) throw new Stop(HELP)
  const until = values.until ? Date.parse(values.until) : Date.now()
  const till = new SimulatedTill(demoProducts(), Number(values.seed), Number(`1${uuid().replace(/\D/g, '').slice(-7)}`))
  const sold = till.sell(new Date(until - minutes * 60_000).toISOString(), minutes, sales)
  if (values.file) {
    writeFileSync(values.file, till.file(sold, values.zone))
    say(`${sold.length} lines in ${values.file}.`)
  } else if (values.post && values.secret) {
    for (;;) {
      const { taken, known, waiting } = await till.post(values.post, values.secret)
      say(`${taken} taken, ${known} were there already, ${waiting.length} wait for a name.`)
      if (!every) break
      await new Promise((done) => setTimeout(done, every * 1000))
      till.sell(new Date(Date.now() - every * 1000).toISOString(), every / 60, 1)
    }
  } else throw new Stop(HELP)
}

await main().catch((e: unknown) => {
  sayStop(e)
  process.exitCode = 1
})
