import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { exportErrorCodes } from '@/core/project/export-error-codes';
import { issueCodes } from '@/core/table/issue-codes';
import { errorsPage } from './errors';

const source = readdirSync('src', { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.tsx?$/.test(name) && !/\.test\.|issue-codes|export-error-codes/.test(name))
  .map((name) => readFileSync(`src/${name}`, 'utf8'))
  .join('\n');

it('docs/errors.md is the page that the lists make: run npm run schemas', () => {
  expect(readFileSync('docs/errors.md', 'utf8')).toBe(errorsPage());
});

describe.each(Object.entries({ ...issueCodes, ...exportErrorCodes }))('the code %s', (code, { means, remedy }) => {
  it('has words and a remedy, each a sentence', () => {
    expect(means).toMatch(/^[A-Z].{8,}\.$/);
    expect(remedy).toMatch(/^[A-Z].{5,}\.$/);
  });

  it('is one that something gives', () => {
    // The codes of the three roles are put together from the role's name.
    const words = /^no-(period|category|value)-column$/.test(code) ? '-column`' : `'${code}'`;
    expect(source.includes(words)).toBe(true);
  });
});
