import { countStolen, countWorked, inPercent } from '../../scripts/lib/stolen'

// proc(5): user nice system idle iowait irq softirq steal guest guest_nice
it('what others took of the processors is their share of all time since it was counted from', () => {
  const says = ['cpu  100 0 100 800 0 0 0 0 0 0\ncpu0 1', 'cpu  130 0 110 820 0 0 0 40 5 0\ncpu0 1']
  const stolen = countStolen(() => says.shift() ?? 'cpu  130 0 110 820 0 0 0 40 5 0')
  expect(stolen()).toBeCloseTo(0.4, 9)
  const unknown = countStolen(() => '')
  expect([inPercent(0.4), inPercent(unknown())]).toEqual(['40.0 %', 'not known'])
})

it('what this machine worked leaves out what others took, and what it waited', () => {
  // 30 of programs, 10 of the kernel, 5 and 15 of interrupts, in hundredths of a second.
  const says = ['cpu  100 0 100 800 50 0 0 0 0 0', 'cpu  130 0 110 820 70 5 15 40 5 0']
  const worked = countWorked(() => says.shift()!)
  expect(worked()).toBe(600)
  expect(countWorked(() => '')()).toBeNull()
})
