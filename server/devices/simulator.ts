import { createServer, type Server, type Socket } from 'node:net'
import { DEVICES, formatLine, GREETING, UNITS, type Device } from './protocol'

// A bench that is not there: scale, probe and refractometer that settle and tremble like real ones, told what to show
// by commands on the same line.

const TICK_MS = 200
/** Last place that a device shows, and how much it trembles, in its first unit. */
const STEP: Record<Device, number> = { scale: 1, probe: 0.1, refractometer: 0.1 }
const DIGITS: Record<Device, number> = { scale: 0, probe: 1, refractometer: 1 }
/** Part of the way to go that is gone each tick: a scale is quick, a probe takes its time. */
const APPROACH: Record<Device, number> = { scale: 0.55, probe: 0.25, refractometer: 0.4 }
const HOLD_TICKS = 5
const FROM_FIRST: Record<string, number> = { g: 1, kg: 1 / 1000, oz: 1 / 28.349523125, lb: 1 / 453.59237, C: 1, Bx: 1 }

interface State {
  target: number
  value: number
  held: number
  unit: string
  here: boolean
}
const asShown = (device: Device, s: State): number =>
  s.unit === 'F' ? s.value * 1.8 + 32 : s.value * FROM_FIRST[s.unit]!

/** What lies on the bench while nobody tells: crates and jugs come and go. */
const IDLE: Record<Device, readonly number[]> = {
  scale: [4950, 2310, 1284, 362, 8740],
  probe: [4.6, 12.8, 19.4],
  refractometer: [7.9, 11.5, 10.2],
}
const IDLE_TICKS = 150

export class Bench {
  readonly devices = Object.fromEntries(
    DEVICES.map((d) => [
      d,
      { target: IDLE[d][0]!, value: IDLE[d][0]!, held: HOLD_TICKS, unit: UNITS[d][0]!, here: true },
    ]),
  ) as Record<Device, State>
  private readonly sockets = new Set<Socket>()
  private ticks = 0
  private told = false
  private timer: ReturnType<typeof setInterval> | undefined
  private server: Server | undefined

  /** @param random numbers from 0 to 1, for the trembling */
  constructor(private readonly random: () => number = Math.random) {}

  listen(port: number): Promise<number> {
    this.timer = setInterval(() => this.tick(), TICK_MS)
    return new Promise((resolve, reject) => {
      this.server = createServer((socket) => this.serve(socket))
        .once('error', reject)
        .listen(port, '127.0.0.1', () => resolve((this.server!.address() as { port: number }).port))
    })
  }
  /** How many listen to it now. */
  get listeners(): number {
    return this.sockets.size
  }
  close(): void {
    clearInterval(this.timer)
    for (const s of this.sockets) s.destroy()
    this.server?.close()
  }

  private serve(socket: Socket): void {
    this.sockets.add(socket)
    socket.on('error', () => undefined).on('close', () => this.sockets.delete(socket))
    let rest = ''
    socket.on('data', (data) => {
      const lines = (rest + data.toString('utf8').slice(0, 10_000)).split('\n')
      rest = lines.pop()!.slice(0, 200)
      for (const line of lines) socket.write(`${this.command(line.trim())}\n`)
    })
    socket.write(`${GREETING}\n`)
  }

  /**
   * `put scale 1284`, `unit scale oz`, `lose probe`, `back probe`, `flood scale 5000`. Answers `ok`, or what is wrong.
   */
  command(line: string): string {
    const [verb, device, arg] = line.split(/\s+/)
    const s = this.devices[device as Device]
    if (!s) return `? no such device; there are ${DEVICES.join(', ')}`
    this.told = true
    if (verb === 'put' && arg && Number.isFinite(Number(arg))) Object.assign(s, { target: Number(arg), held: 0 })
    else if (verb === 'unit' && UNITS[device as Device].includes(arg ?? '')) s.unit = arg!
    else if (verb === 'lose' || verb === 'back') s.here = verb === 'back'
    else if (verb === 'flood')
      for (let i = 0; i < Math.min(20_000, Number(arg) || 1000); i++) this.say(`${device} ~ ${i} ${s.unit}`)
    else
      return '? put <device> <number> | unit <device> <unit> | lose <device> | back <device> | flood <device> <lines>'
    if (verb === 'lose') this.say(`${device} gone`)
    return 'ok'
  }

  private tick(): void {
    this.ticks++
    for (const device of DEVICES) {
      const s = this.devices[device]
      if (!this.told && this.ticks % IDLE_TICKS === 0)
        Object.assign(s, { target: IDLE[device][(this.ticks / IDLE_TICKS) % IDLE[device].length]!, held: 0 })
      if (!s.here) continue
      const step = STEP[device]
      const away = s.target - s.value
      s.value = Math.abs(away) < step ? s.target : s.value + away * APPROACH[device] + (this.random() - 0.5) * step * 2
      s.held = s.value === s.target ? s.held + 1 : 0
      const steady = s.held >= HOLD_TICKS
      // The last place of a steady device still jumps now and then; one that moves trembles.
      const tremble = steady ? 0 : (this.random() - 0.5) * step
      this.say(
        formatLine(
          device,
          steady,
          asShown(device, { ...s, value: s.value + tremble }),
          s.unit === 'kg' || s.unit === 'lb' ? 3 : s.unit === 'oz' ? 1 : DIGITS[device],
          s.unit,
        ),
      )
    }
  }
  private say(line: string): void {
    for (const s of this.sockets) if (s.writableLength < 1e6) s.write(`${line}\n`)
  }
}
