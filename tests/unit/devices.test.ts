import { connect } from 'node:net'
import fc from 'fast-check'
import { Bridge } from '../../server/devices/bridge'
import { isBenchAddress, parseLine } from '../../server/devices/protocol'
import { Bench } from '../../server/devices/simulator'
import type { BenchReading } from '../../shared/contract'

describe('a line of the bench', () => {
  it.each([
    ['scale = 1284 g', { device: 'scale', steady: true, value: 1284, unit: 'g' }],
    ['probe ~ -0.5 C\r', { device: 'probe', steady: false, value: -0.5, unit: 'C' }],
    ['refractometer gone', { device: 'refractometer', gone: true }],
  ])('%j is read', (text, line) => expect(parseLine(text)).toEqual(line))
  it.each([
    ['hello olvex-bench 1'],
    ['scale = 1284 C'],
    ['scale = x g'],
    ['kettle = 1 g'],
    ['scale = 1e9 g'],
    ['scale = 1284 g extra'],
    ['scale ? 1 g'],
    [''],
  ])('%j is none', (text) => expect(parseLine(text)).toBeNull())
  it('whatever comes, it is a reading or nothing', () =>
    fc.assert(
      fc.property(fc.string(), (text) => {
        const l = parseLine(text)
        if (l && !('gone' in l)) expect(Number.isFinite(l.value)).toBe(true)
      }),
    ))
  it.each([
    ['simulated', true],
    ['10.0.0.5:4625', true],
    ['scale.local:80', true],
    ['scale', false],
    ['x:99999', false],
    ['a b:1', false],
    ['http://x:1', false],
  ])('%s as an address: %s', (text, ok) => expect(isBenchAddress(text)).toBe(ok))
})

describe('a bench and its bridge', () => {
  let bench: Bench
  let bridge: Bridge
  let port: number
  const heard: BenchReading[] = []
  const until = async (is: () => boolean, ms = 6000): Promise<void> => {
    for (const end = Date.now() + ms; !is();) {
      if (Date.now() > end) throw new Error(`not within ${ms} ms: ${JSON.stringify(bridge.readings())}`)
      await new Promise((done) => setTimeout(done, 20))
    }
  }
  const of = (device: string) => bridge.readings().find((r) => r.device === device)
  beforeAll(async () => {
    bench = new Bench(() => 0.4)
    port = await bench.listen(0)
    bridge = new Bridge('127.0.0.1', port, () => undefined)
    bridge.listen((r) => heard.push(r))
  })
  afterAll(() => {
    bridge.close()
    bench.close()
  })

  it('says steady what is steady, and settles on what is put on it', async () => {
    await until(() => of('scale')?.steady === true)
    bench.command('put scale 735')
    await until(() => of('scale')!.steady === false)
    await until(() => of('scale')!.steady === true && of('scale')!.value === 735)
    expect(heard.some((r) => r.device === 'scale' && !r.steady && r.value! < 4950 && r.value! > 735)).toBe(true)
  })
  it('a change of unit is not taken for a reading at once', async () => {
    bench.command('unit scale oz')
    await until(() => of('scale')!.state === 'unit-changed')
    expect(of('scale')!.steady).toBe(false)
    await until(() => of('scale')!.state === 'ok' && of('scale')!.steady)
    expect([of('scale')!.unit, of('scale')!.value]).toEqual(['oz', 25.9])
    bench.command('unit scale g')
  })
  it('a device that floods is said, and not passed on', async () => {
    const before = heard.length
    bench.command('flood probe 5000')
    await until(() => of('probe')!.state === 'flood')
    expect(heard.length - before).toBeLessThan(60)
    await until(() => of('probe')!.state === 'ok')
  })
  it('what is lost is said, and is back when it is back', async () => {
    bench.command('lose refractometer')
    await until(() => of('refractometer')!.state === 'lost')
    bench.command('back refractometer')
    await until(() => of('refractometer')!.state === 'ok')
  })
  it('answers commands on its line, and nonsense with what it knows', async () => {
    const said = await new Promise<string>((resolve) => {
      let text = ''
      const socket = connect(port, '127.0.0.1').on('data', (d) => {
        text += d
        if (text.includes('ok\n') && text.includes('? ')) {
          socket.destroy()
          resolve(text)
        }
      })
      socket.write('put probe 7.5\nboil kettle\n')
    })
    expect(said).toContain('hello olvex-bench 1\n')
  })
  it('a bench that ends is lost, and found again', async () => {
    bench.close()
    await until(() => bridge.readings().every((r) => r.state === 'lost'))
    bench = new Bench(() => 0.4)
    await bench.listen(port)
    await until(() => of('scale')!.state === 'ok', 8000)
  })
})
