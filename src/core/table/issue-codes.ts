import codes from './issue-codes.json';

/** What a code stands for: what was found, and what the person does about it. */
export interface CodeMeaning {
  readonly means: string;
  readonly remedy: string;
}

/** Why an issue is told; the `message` beside it says where and with which words. */
export type IssueCode = keyof typeof codes;

/** Every code that an issue can carry, in one list (`issue-codes.json`), from which docs/errors.md is made. */
export const issueCodes: Readonly<Record<IssueCode, CodeMeaning>> = codes;
