import { freePort, portIsFree } from '../../scripts/lib/ports'

it('a port of what is started again is free, nobody else’s, and none that a system gives to connections that go out', async () => {
  const ports = await Promise.all(Array.from({ length: 20 }, freePort))
  expect(new Set(ports).size).toBe(20)
  expect(Math.max(...ports)).toBeLessThan(32_768)
  expect(await Promise.all(ports.map(portIsFree))).not.toContain(false)
})
