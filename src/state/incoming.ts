import type { Project } from '@/core/project/project';
import type { SourceKind, TableSource } from '@/core/project/table-entry';
import type { Issue } from '@/core/table/issue';
import { noReadingChoice, type ReadingChoice } from '@/core/table/reader';
import { freshId } from './fresh-id';
import type { Sample } from './samples';

/** A table on its way in. */
export interface Incoming {
  readonly fileName: string;
  readonly kind?: SourceKind;
  readonly sample?: Sample;
  readonly reading?: ReadingChoice;
  /** The work whose look, pace, words and steps it takes over as work of its own. */
  readonly like?: Project;
  /** Under which its bytes are kept already; none for bytes that are not. */
  readonly assetId?: string;
}

/** Where the bytes of a table on its way in will be kept, and how they are read. */
export function sourceOf({ fileName, kind = 'file', reading = noReadingChoice, assetId }: Incoming): TableSource {
  return { kind, fileName, assetId: assetId ?? freshId(), reading };
}

/** The person ended the reading. */
export class ReadingCancelled extends Error {
  constructor() {
    super('The reading was cancelled.');
    this.name = 'ReadingCancelled';
  }
}

/** A file that could not be read; nothing of the project has changed. */
export class ImportRefused extends Error {
  constructor(
    fileName: string,
    readonly issues: readonly Issue[],
  ) {
    super(issues[0]?.message ?? `${fileName} could not be read.`);
    this.name = 'ImportRefused';
  }
}

/** What to say of a table whose reading was ended. */
export function cancelledReading(fileName: string): Issue {
  const message = `Reading ${fileName} was cancelled. Choose a file in Gather, or take the last step back with undo.`;
  return { code: 'cancelled', severity: 'error', message };
}

/** What to say of a table whose bytes the browser no longer has. */
export function lostData(fileName: string): Issue {
  const message = `The browser no longer has the data of ${fileName}. Drop the file again in Gather; everything else is still here.`;
  return { code: 'lost-data', severity: 'error', message };
}

/** What to say of a file that has lost columns that the chart is made of. */
export function lostColumnsIssue(fileName: string, lost: readonly string[]): Issue {
  const names = lost.map((name) => `“${name}”`).join(', ');
  const message = `${fileName} no longer has the ${lost.length === 1 ? 'column' : 'columns'} ${names}. The film stays as it was.`;
  return { code: 'columns-gone', severity: 'error', message };
}
