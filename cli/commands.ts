/** What `virgulta` can be asked. */
import { OutOfRange } from '@virgulta/core/chance/estimate'
import { complain } from './complain'

/** One command: what it is called, how it is used, and the doing; resolves to the exit code. */
interface Command {
  usage: string
  does: string
  run: (words: string[]) => Promise<number> | number
}

// Each is loaded when it is asked for: to load all takes longer than most of them work.
const commands: Record<string, Command> = {
  'tag': {
    usage: 'tag new [--year YYYY] [--count N] [--from SERIAL]  |  tag check CODE',
    does: 'make tag codes; check one that was typed or scanned',
    run: async words => (await import('./tag')).tag(words),
  },
  'backup': {
    usage: 'backup FILE [--garden ID]',
    does: 'write a whole garden into one JSON file',
    run: async words => (await import('./backup')).backupGarden(words),
  },
  'restore': {
    usage: 'restore FILE',
    does: 'bring a garden back from its backup, into a database that does not hold it',
    run: async words => (await import('./backup')).restoreGarden(words),
  },
  'howmany': {
    usage: 'howmany --share 1/16 [--wanted 1] [--confidence 0.95]',
    does: 'plants that hold so many of a class with that confidence',
    run: async words => (await import('./odds')).howMany(words),
  },
  'odds': {
    usage: 'odds FILE',
    does: 'classes of the offspring along a path, from loci and parents in a JSON file',
    run: async words => (await import('./odds')).odds(words),
  },
  'budget': {
    usage: 'budget FILE [--flowers N]',
    does: 'flowers for so many keepers, from the steps in a JSON file; or the keepers of N flowers',
    run: async words => (await import('./odds')).budget(words),
  },
  'degree-days': {
    usage: 'degree-days FILE [--base 10]',
    does: 'degree days of each day and their sum, from a CSV file with date, tmin and tmax in °C',
    run: async words => (await import('./bloom')).degreeDaysOf(words),
  },
  'overlap': {
    usage: 'overlap FILE',
    does: 'whether two plants meet in bloom, from the chances of their first days and lengths in a JSON file',
    run: async words => (await import('./bloom')).overlap(words),
  },
  'pollen': {
    usage: 'pollen FILE',
    does: 'what is alive of pollen after a history of temperatures and thaws in a JSON file',
    run: async words => (await import('./pollen')).pollen(words),
  },
  'germination': {
    usage: 'germination FILE --sown N [--by DAY]',
    does: 'share, speed and spread of what comes up, and what is still to come, from a CSV file with day and count (or tray, day, count)',
    run: async words => (await import('./seed')).germination(words),
  },
  'storage': {
    usage: 'storage FILE',
    does: 'what is alive of seed after some days in store, by the viability equation with the constants in a JSON file',
    run: async words => (await import('./seed')).storage(words),
  },
  'segregation': {
    usage: 'segregation --observed 315,108,101,32 --ratio 9:3:3:1  |  segregation --observed 27,7,14 --rank',
    does: 'counts of a family held against a ratio: chi-square, G, exact; or the usual ratios, the likeliest first',
    run: async words => (await import('./offspring')).segregation(words),
  },
  'selfs': {
    usage: 'selfs FILE',
    does: 'share of selfs among plants, and the chance of each to be one, from loci, parents and looks in a JSON file',
    run: async words => (await import('./offspring')).selfs(words),
  },
  'lineage': {
    usage: 'lineage inbreeding FILE  |  lineage kinship FILE --pairs FILE',
    does: 'inbreeding of each plant, or coancestry of pairs, from a CSV file with id, seed_parent and pollen_parent',
    run: async words => (await import('./lineage')).lineage(words),
  },
  'merit': {
    usage: 'merit PEDIGREE SCORES [--h2 0.333] [--fixed sex,season]',
    does: 'breeding values with their reliabilities, from a pedigree and scores in CSV files; without --h2 by the likeliest heritability',
    run: async words => (await import('./merit')).merit(words),
  },
  'rebuild': {
    usage: 'rebuild [--garden ID]',
    does: 'compute the read models anew from the log (DATABASE_URL, or the database of a running `npm start`)',
    run: async words => (await import('./rebuild')).rebuildModels(words),
  },
}

function help(): number {
  console.log('virgulta COMMAND …\n')
  for (const { usage, does } of Object.values(commands)) console.log(`  ${usage}\n      ${does}`)
  console.log('  help\n      this text')
  return 0
}

/**
 * Does what was typed behind `virgulta`.
 *
 * @returns the exit code: 0, 1 where a computation refuses, 2 where it cannot be understood
 */
export async function runCommand([name = 'help', ...words]: string[]): Promise<number> {
  const command = commands[name]
  try {
    if (command) return await command.run(words)
    return name === 'help'
      ? help()
      : complain(`There is no command "${name}". Commands: ${[...Object.keys(commands), 'help'].join(', ')}.`)
  } catch (error) {
    // What a computation refuses is said in a sentence; anything else is a fault of ours and shows where it is.
    if (!(error instanceof OutOfRange)) throw error
    return complain(error.message, 1)
  }
}
