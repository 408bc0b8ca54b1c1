import { Command, CommanderError } from 'commander';
import { combines } from '@/core/shaping/combine';
import { inspect, inspectWords } from './inspect';
import { type PrepareOptions, prepare, writeWhole } from './prepare';
import { issueLine, Refusal } from './refusal';

const program = new Command('tempo')
  .description('Reads tables, shapes them, and writes what an animated chart is made from.')
  .exitOverride()
  .configureOutput({ writeErr: (text) => process.stderr.write(text) });

program
  .command('inspect')
  .description('says how a table is understood')
  .argument('<file>', 'a table: delimited text, a workbook or JSON')
  .option('--sheet <name>', 'the sheet of a workbook', '')
  .option('--json', 'as JSON')
  .exitOverride()
  .action(async (file: string, options: { sheet: string; json?: boolean }) => {
    const found = await inspect(file, options.sheet);
    process.stdout.write(options.json ? `${JSON.stringify(found, null, 2)}\n` : inspectWords(found));
  });

program
  .command('prepare')
  .description('writes the shaped table: one row a period, one column a category')
  .argument('<file>', 'a table: delimited text, a workbook or JSON')
  .option('--sheet <name>', 'the sheet of a workbook')
  .option('--steps <file>', 'preparation steps that were saved in Shape')
  .option('--period <column>', 'the column of the periods')
  .option('--category <column>', 'the column of the categories')
  .option('--value <column>', 'the column of the values')
  .option('--combine <how>', `how repeated rows become one: ${combines.join(', ')}`)
  .option(
    '--where <column=value>',
    'keeps only these rows; may be given several times',
    (where: string, all: string[] = []) => [...all, where],
  )
  .option('--every <grain>', 'coarser periods: week, month, quarter or year')
  .option('--out <file>', 'where to write: .csv, .xlsx or .json; CSV on standard output without it')
  .exitOverride()
  .action(async (file: string, options: PrepareOptions) => {
    const { bytes, notes } = await prepare(file, options);
    for (const note of notes.slice(0, 50)) process.stderr.write(`${issueLine(note)}\n`);
    if (notes.length > 50) process.stderr.write(`And ${notes.length - 50} more of these.\n`);
    if (options.out === undefined) process.stdout.write(bytes);
    else writeWhole(options.out, bytes);
  });

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) process.exitCode = error.exitCode === 0 ? 0 : 2;
  else {
    const message =
      error instanceof Refusal
        ? error.message
        : `Something went wrong: ${error instanceof Error ? error.stack : error}`;
    process.stderr.write(`${message}\n`);
    process.exitCode = 2;
  }
}
