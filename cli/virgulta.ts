/** `virgulta`: the core on the command line. Answers go to standard output, complaints to standard error. */
import { backupGarden, restoreGarden } from './backup'
import { rebuildModels } from './rebuild'
import { tag } from './tag'

/** One command: what it is called, how it is used, and the doing; resolves to the exit code. */
interface Command { usage: string, does: string, run: (words: string[]) => Promise<number> | number }

const commands: Record<string, Command> = {
  tag: { usage: 'tag new [--year YYYY] [--count N] [--from SERIAL]  |  tag check CODE', does: 'make tag codes; check one that was typed or scanned', run: tag },
  backup: { usage: 'backup FILE [--garden ID]', does: 'write a whole garden into one JSON file', run: backupGarden },
  restore: { usage: 'restore FILE', does: 'bring a garden back from its backup, into a database that does not hold it', run: restoreGarden },
  rebuild: { usage: 'rebuild [--garden ID]', does: 'compute the read models anew from the log (DATABASE_URL, or the database of a running `npm start`)', run: rebuildModels },
}

function help(): number {
  console.log('virgulta COMMAND …\n')
  for (const { usage, does } of Object.values(commands)) console.log(`  ${usage}\n      ${does}`)
  console.log('  help\n      this text')
  return 0
}

const [name = 'help', ...words] = process.argv.slice(2)
const command = commands[name]
if (command) process.exitCode = await command.run(words)
else if (name === 'help') process.exitCode = help()
else {
  console.error(`There is no command "${name}". Commands: ${[...Object.keys(commands), 'help'].join(', ')}.`)
  process.exitCode = 2
}
