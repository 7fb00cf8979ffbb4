import { closeDatabase, database } from '../server/db/connect'
import { killApp, killDatabase } from './lib/controls'
import { withInstallation } from './lib/installation'
import { say } from './lib/say'
import { asOwner, firstStand } from './lib/sign-in'
import { Writers } from './lib/writers'

// npm run torture [-- KILLS]: writes without a pause while server and database are killed, over and over; then every
// acknowledged write must be whole, every other whole or absent, no lot may hold less than nothing, and nobody was
// answered with a failure: 503 while the database is away.
const KILLS = Number(process.argv[2] ?? 1000)
const WRITERS = 12
const DATABASE_EVERY = 4

const began = Date.now()
await withInstallation('torture', {}, async (s) => {
  const cookie = await asOwner(s.app.url)
  const writers = new Writers([s.app.url], cookie, await firstStand(s.app.url, cookie))
  writers.start(WRITERS)
  try {
    for (let kill = 1; kill <= KILLS; kill++) {
      await new Promise((done) => setTimeout(done, 100 + Math.random() * 400))
      await (kill % DATABASE_EVERY ? killApp(s) : killDatabase(s))
      if (kill % 50 === 0)
        say(
          `${kill} kills, ${writers.acknowledged} writes acknowledged, ${((Date.now() - began) / 60e3).toFixed(1)} min`,
        )
    }
  } finally {
    await writers.end()
  }
  await closeDatabase()
  const wrong = await writers.wrong(database())
  say(
    `${KILLS} kills (${Math.floor(KILLS / DATABASE_EVERY)} of the database), ${writers.writes.length} writes, ${writers.acknowledged} acknowledged, ${writers.refused} refused by rule, ${wrong.length} wrong`,
  )
  for (const w of wrong.slice(0, 20)) say(w)
  process.exitCode = wrong.length ? 1 : 0
})
