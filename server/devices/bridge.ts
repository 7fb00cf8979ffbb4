import { connect, type Socket } from 'node:net'
import type { BenchReading } from '#shared/contract'
import { DEVICES, MOST_LINE, parseLine, type Device } from './protocol'

// One bridge per stand reads its bench, however many tablets listen. It keeps nothing but the last reading of each
// device: readings are for the field that takes them, and what was taken is stored with the fact.

const SILENT_MS = 4000
const RETRY_MS = 2000
/** A device says something some times a second; ten times that is a fault, and is not passed on. */
const MOST_LINES_PER_S = 60
const FLOOD_MS = 3000
/** After a change of unit nothing is taken until whoever reads has seen it. */
const UNIT_MS = 3000
const SAY_MS = 200
const LINGER_MS = 20_000

interface Known {
  reading: BenchReading
  heardAt: number
  saidAt: number
  lines: number
  floodUntil: number
  unitUntil: number
}
type Listener = (reading: BenchReading) => void
type Ended = () => void

export class Bridge {
  private socket: Socket | null = null
  private readonly known = new Map<Device, Known>()
  private readonly listeners = new Map<Listener, Ended>()
  private rest = ''
  private timer: ReturnType<typeof setInterval> | undefined
  private secondAt = 0
  private closeAt = Infinity
  private retryAt = 0

  constructor(
    private readonly host: string,
    private readonly port: number,
    private readonly closed: () => void,
  ) {
    this.timer = setInterval(() => this.look(), 500)
    this.timer.unref()
    this.open()
  }
  readings(): BenchReading[] {
    this.closeAt = Math.max(Date.now() + LINGER_MS, this.listeners.size ? Infinity : 0)
    return DEVICES.flatMap((d) => (this.known.has(d) ? [this.known.get(d)!.reading] : []))
  }
  /**
   * The function it gives stops listening. The bridge closes a while after the last one has gone.
   * @param ended is called when it closes with somebody still there
   */
  listen(listener: Listener, ended: Ended = () => undefined): () => void {
    this.listeners.set(listener, ended)
    this.closeAt = Infinity
    for (const r of this.readings()) listener(r)
    return () => {
      this.listeners.delete(listener)
      if (!this.listeners.size) this.closeAt = Date.now() + LINGER_MS
    }
  }

  private open(): void {
    this.retryAt = Infinity
    this.rest = ''
    const socket = connect(this.port, this.host)
    this.socket = socket
    socket.setNoDelay(true)
    socket.on('data', (data) => this.read(data.toString('latin1')))
    socket.on('error', () => undefined)
    socket.on('close', () => {
      for (const d of DEVICES) this.lose(d)
      this.retryAt = Date.now() + RETRY_MS
    })
  }
  private read(text: string): void {
    const lines = (this.rest + text).split('\n')
    this.rest = lines.pop()!.slice(-MOST_LINE)
    for (const line of lines) {
      if (line.length > MOST_LINE) continue
      const said = parseLine(line)
      if (!said) continue
      if ('gone' in said) this.lose(said.device)
      else this.hear(said)
    }
  }
  private hear({
    device,
    steady,
    value,
    unit,
  }: {
    device: Device
    steady: boolean
    value: number
    unit: string
  }): void {
    const t = Date.now()
    const k = this.known.get(device) ?? {
      reading: null as unknown as BenchReading,
      heardAt: 0,
      saidAt: 0,
      lines: 0,
      floodUntil: 0,
      unitUntil: 0,
    }
    this.known.set(device, k)
    if (t - this.secondAt > 1000) {
      this.secondAt = t
      for (const x of this.known.values()) x.lines = 0
    }
    if (++k.lines > MOST_LINES_PER_S) k.floodUntil = t + FLOOD_MS
    const before = k.reading
    if (before?.unit && before.unit !== unit && before.state !== 'lost') k.unitUntil = t + UNIT_MS
    const state = t < k.floodUntil ? 'flood' : t < k.unitUntil ? 'unit-changed' : 'ok'
    k.reading = { device, value, unit, steady: steady && state === 'ok', state, at: new Date(t).toISOString() }
    k.heardAt = t
    const news = !before || before.state !== state || before.steady !== k.reading.steady
    if (news || (t - k.saidAt >= SAY_MS && (before.value !== value || t - k.saidAt > 2000))) this.say(k, t)
  }
  private lose(device: Device): void {
    const k = this.known.get(device)
    if (!k || k.reading.state === 'lost') return
    k.reading = { ...k.reading, steady: false, state: 'lost', at: new Date().toISOString() }
    this.say(k, Date.now())
  }
  private say(k: Known, t: number): void {
    k.saidAt = t
    for (const l of this.listeners.keys()) l(k.reading)
  }
  /** Silence is a loss too; nobody listening is the end. */
  private look(): void {
    const t = Date.now()
    for (const d of DEVICES) if (t - (this.known.get(d)?.heardAt ?? t) > SILENT_MS) this.lose(d)
    if (t > this.closeAt) this.close()
    else if (t > this.retryAt) this.open()
  }
  close(): void {
    clearInterval(this.timer)
    this.retryAt = Infinity
    this.socket?.removeAllListeners('close').destroy()
    this.closed()
    for (const ended of this.listeners.values()) ended()
  }
}
