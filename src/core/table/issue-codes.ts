/** What a code stands for: what was found, and what the person does about it. */
export interface CodeMeaning {
  readonly means: string;
  readonly remedy: string;
}

/**
 * Every code that an issue can carry, in one list: the type `IssueCode` is its keys, and docs/errors.md is made from
 * it. The message of an issue says where and with which words; this says what the code stands for.
 */
export const issueCodes = {
  // Files that are no table.
  'not-a-table': {
    means: 'The file is not one that can be read as a table.',
    remedy: 'Choose a CSV, TSV, JSON, XLSX or ODS file, or save the table as one of these.',
  },
  'empty-file': { means: 'The file has nothing in it.', remedy: 'Choose a file with a header line and rows.' },
  'password-protected': {
    means: 'The workbook is protected with a password.',
    remedy: 'Save a copy without one and open that.',
  },
  'damaged-file': { means: 'The workbook cannot be unpacked.', remedy: 'Open it in a spreadsheet and save it again.' },
  'too-large': {
    means: 'The table is more than fits in memory.',
    remedy: 'Keep fewer rows, fewer categories or coarser periods.',
  },
  'broken-json': { means: 'The file is not valid JSON.', remedy: 'Mend the place that the message names.' },
  'no-table-in-json': { means: 'The JSON holds no list of records.', remedy: 'Export a list of records instead.' },
  'no-such-sheet': { means: 'The workbook has no sheet of this name.', remedy: 'Choose one of its sheets.' },
  'no-rows': { means: 'There is a header and no row under it.', remedy: 'Choose another sheet or file.' },
  'no-table': { means: 'No table has been opened yet.', remedy: 'Drop a file, or choose a sample in Gather.' },

  // What a file's lines and cells hold.
  'no-header': { means: 'The first line looks like data, so the columns were numbered.', remedy: 'Name the columns.' },
  'duplicate-header': {
    means: 'Two columns have the same name, so one was given a number.',
    remedy: 'Rename one of them in the file if the number is in the way.',
  },
  'ragged-line': {
    means: 'A line has more or fewer cells than the header.',
    remedy: 'Look at this line in the file: a separator may be missing or one too many.',
  },
  'broken-quotes': { means: 'A quotation mark is opened and not closed.', remedy: 'Mend the quotes in this line.' },
  'line-above': { means: 'A line above the table was kept apart as a note.', remedy: 'Nothing, unless it is data.' },
  'note-below': { means: 'A line below the table was kept apart as a note.', remedy: 'Nothing, unless it is data.' },
  'formula-without-result': {
    means: 'A cell holds a formula whose result was not saved.',
    remedy: 'Open the workbook in a spreadsheet, let it calculate and save it.',
  },

  // What the roles of the columns find.
  'no-period-column': { means: 'No column is chosen for the periods.', remedy: 'Choose one in Shape.' },
  'no-category-column': { means: 'No column is chosen for the categories.', remedy: 'Choose one in Shape.' },
  'no-value-column': { means: 'No column is chosen for the values.', remedy: 'Choose one in Shape.' },
  'no-layout': { means: 'The columns fit neither a long nor a wide table.', remedy: 'Choose the columns in Shape.' },
  'no-periods': { means: 'No period could be read.', remedy: 'Choose the column of years or dates in Shape.' },
  'no-values': { means: 'No value could be read.', remedy: 'Choose the column of numbers in Shape.' },
  'unreadable-period': { means: 'A period could not be read; its row is left out.', remedy: 'Mend it in Gather.' },
  'unreadable-number': { means: 'A value could not be read and counts as missing.', remedy: 'Mend it in Gather.' },
  'error-cell': { means: "A cell holds a spreadsheet's error.", remedy: 'Mend the formula, or the cell in Gather.' },
  'blank-category': { means: 'A row has no category and is left out.', remedy: 'Fill in the cell in Gather.' },
  'repeated-row': {
    means: 'A category has several values in one period.',
    remedy: 'Choose in Shape how they become one: their sum, their mean, the first or the last.',
  },
  'column-left-out': { means: 'A column is not a period and is left out.', remedy: 'Nothing, unless it is one.' },
  'ambiguous-dates': { means: 'Dates can be read in two orders.', remedy: 'Choose the order in Gather.' },
  'ambiguous-numbers': { means: 'A separator can be read in two ways.', remedy: 'Choose the reading in Gather.' },
  'out-of-order': { means: 'The periods were not in order and were sorted.', remedy: 'Nothing; check if unexpected.' },

  // Steps of preparation.
  'step-does-not-fit': { means: 'A step does not fit this table.', remedy: 'Change or remove the step in Shape.' },
  'field-does-not-fit': { means: "A file's choice of column does not fit.", remedy: 'Choose the column in Shape.' },
  'no-rows-left': { means: 'A step leaves no row.', remedy: 'Loosen the step that the message names.' },
  'no-values-left': { means: 'A step leaves no value.', remedy: 'Loosen the step that the message names.' },
  'not-steps': { means: 'The file holds no preparation steps.', remedy: 'Choose one that was saved in Shape.' },
  'damaged-steps': { means: 'The file of steps breaks a rule.', remedy: 'Mend the place that the message names.' },

  // Other files.
  'not-a-project': { means: 'The file is not a project.', remedy: 'Choose a file that ends in .plucky.' },
  'damaged-project': { means: 'The project file breaks a rule or lacks a part.', remedy: 'Use an older copy of it.' },
  'newer-version': { means: 'A newer Plucky Tempo wrote the file.', remedy: 'Open it with that version.' },
  'unknown-version': { means: 'The version of the file is not known.', remedy: 'Save it anew where it was made.' },
  'not-a-look': { means: 'The file is not a look.', remedy: 'Choose a file that was saved in Dress.' },
  'damaged-look': { means: 'The look breaks a rule.', remedy: 'Mend the place that the message names.' },
  'no-captions': { means: 'No caption could be read.', remedy: 'Choose an SRT or a WebVTT file.' },
  'unreadable-cue': { means: 'A caption has no readable time and is left out.', remedy: 'Mend its line of times.' },
  'no-colours': { means: 'No colour could be read.', remedy: 'Write a category and a colour on each line.' },
  'unreadable-colour': { means: 'A colour could not be read; its line is left out.', remedy: 'Write it as #rrggbb.' },

  // The command line's settings.
  'bad-setting': { means: 'A setting has no path or no value.', remedy: 'Write it as PATH=VALUE.' },
  'unknown-path': { means: 'No setting has this path.', remedy: 'Take the path that the message offers.' },
  'bad-value': { means: 'The value breaks the rule of its setting.', remedy: 'Take a value that the rule allows.' },
  'unknown-family': {
    means: 'No family of charts has this name.',
    remedy: 'Take one that tempo render --list families names.',
  },

  // The work itself.
  cancelled: { means: 'The person stopped the reading of a file.', remedy: 'Open the file again if wanted.' },
  'lost-data': { means: "A table's data is no longer kept in this browser.", remedy: 'Open the file again.' },
  'stage-failed': { means: 'The drawing of the preview stopped.', remedy: 'Reload the page; the work is kept.' },
  'cannot-prepare': { means: 'The chart could not be prepared.', remedy: 'Undo the last change.' },
  failed: { means: 'Something went wrong that has no name.', remedy: 'Try again; report it if it comes back.' },
} as const satisfies Record<string, CodeMeaning>;

/** The name of one kind of issue. */
export type IssueCode = keyof typeof issueCodes;
