/** Loaded before the server that is soaked: at SIGUSR2 it collects its garbage and says what is left in memory. */
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'

setFlagsFromString('--expose-gc')
const collect = runInNewContext('gc')
process.on('SIGUSR2', () => {
  collect()
  const { heapUsed, external } = process.memoryUsage()
  console.log(JSON.stringify({ left: heapUsed + external }))
})
