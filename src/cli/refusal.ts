import type { Issue } from '@/core/table/issue';

/** Something that ends the command with status 2 and a plain message. */
export class Refusal extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'Refusal';
  }

  /** From the errors among a list of issues. */
  static of(issues: readonly Issue[]): Refusal {
    const errors = issues.filter(({ severity }) => severity === 'error');
    return new Refusal((errors.length > 0 ? errors : issues.slice(0, 1)).map(issueLine).join('\n'));
  }
}

/** An issue as one line of text. */
export function issueLine({ row, column, raw, message }: Issue): string {
  const place = [row === undefined ? '' : `row ${row}`, column ?? ''].filter(Boolean).join(', ');
  return [place && `${place}:`, raw ? `“${raw}”` : '', message].filter(Boolean).join(' ');
}
