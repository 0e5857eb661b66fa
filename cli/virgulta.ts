/** `virgulta`: the core on the command line. Answers go to standard output, complaints to standard error. */
import { runCommand } from './commands'

// Who reads no further, as `head` does, has what they wanted.
process.stdout.on('error', error => {
  if ((error as NodeJS.ErrnoException).code !== 'EPIPE') throw error
  process.exit()
})

process.exitCode = await runCommand(process.argv.slice(2))
