import { Bench } from '../server/devices/simulator'

// The simulated bench as a process of its own: `tsx scripts/devices.ts PORT`. Says the port it listens at, and ends
// with the process that started it.
const bench = new Bench()
const port = await bench.listen(Number(process.argv[2] ?? 0))
process.stdout.write(`bench ${port}\n`)
process.stdin.on('end', () => process.exit(0)).resume()
for (const signal of ['SIGINT', 'SIGTERM'] as const) process.on(signal, () => process.exit(0))
