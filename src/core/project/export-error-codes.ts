import type { CodeMeaning } from '../table/issue-codes';

/** Every way in which an export ends early, in one list; docs/errors.md is made from it. */
export const exportErrorCodes = {
  cancelled: { means: 'The person stopped the export.', remedy: 'Export again if wanted; nothing was kept.' },
  'codec-missing': {
    means: 'The browser cannot encode this format.',
    remedy: 'Choose another format, a smaller size or another browser.',
  },
  'bad-size': { means: 'The size is not one that this format can have.', remedy: 'Choose an even, larger size.' },
  'disk-full': { means: "The disk, or the browser's share of it, is full.", remedy: 'Make some room.' },
  'encoder-failed': { means: "The browser's encoder gave up.", remedy: 'Choose another format or a smaller size.' },
  failed: { means: 'The export stopped for the reason in its message.', remedy: 'Do what the message says.' },
} as const satisfies Record<string, CodeMeaning>;

/** Why an export ended early; the `message` beside it says it in plain words with what to do. */
export type ExportErrorCode = keyof typeof exportErrorCodes;
