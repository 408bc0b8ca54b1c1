import { exportErrorCodes } from '@/core/project/export-error-codes';
import { type CodeMeaning, issueCodes } from '@/core/table/issue-codes';

/** docs/errors.md: every code that an issue or a failed export can carry, what it means and what to do. */
export function errorsPage(): string {
  return `# What can go wrong, and what to do

This page is written by \`npm run schemas\` from the lists in \`src/core/table/issue-codes.json\` and
\`src/core/project/export-error-codes.json\`. In the app and on the command line every one of these comes as a sentence that names
the place; the codes are for programs that read them.

## Tables, settings and files

${tableOf(issueCodes)}

## Exports

${tableOf(exportErrorCodes)}
`;
}

function tableOf(codes: Readonly<Record<string, CodeMeaning>>): string {
  const rows = Object.entries(codes).map(([code, { means, remedy }]) => `| \`${code}\` | ${means} | ${remedy} |`);
  return ['| Code | What it means | What to do |', '| --- | --- | --- |', ...rows].join('\n');
}
