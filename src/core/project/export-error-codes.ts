import type { CodeMeaning } from '../table/issue-codes';
import codes from './export-error-codes.json';

/** Why an export ended early; the `message` beside it says it in plain words with what to do. */
export type ExportErrorCode = keyof typeof codes;

/** Every way in which an export ends early, in one list (`export-error-codes.json`), from which docs/errors.md is made. */
export const exportErrorCodes: Readonly<Record<ExportErrorCode, CodeMeaning>> = codes;
