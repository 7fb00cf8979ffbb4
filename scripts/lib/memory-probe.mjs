// Loaded into a server under test: on SIGUSR2 it collects its garbage and writes what it really holds, in bytes. What
// the system counts for the process would also be garbage that nobody needed to collect yet.
import { renameSync, writeFileSync } from 'node:fs'
import v8 from 'node:v8'
import vm from 'node:vm'

v8.setFlagsFromString('--expose-gc')
const collect = vm.runInNewContext('gc')

process.on('SIGUSR2', () => {
  collect()
  // What a first collection finalizes goes with the second.
  setImmediate(() => {
    collect()
    const { heapUsed, external } = process.memoryUsage()
    const file = process.env.OLVEX_MEMORY_FILE
    writeFileSync(`${file}.part`, String(heapUsed + external))
    renameSync(`${file}.part`, file)
  })
})
