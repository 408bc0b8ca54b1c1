import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { afterAll, expect, it } from 'vitest';

const folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-coverage-'));
afterAll(() => rmSync(folder, { recursive: true }));

// In a process of its own: what one asks for is not told to another, and these tests may be covered themselves.
it('notes each function of the project once, when it has run, and none of libraries', () => {
  const own = path.join(folder, 'own.mjs');
  writeFileSync(own, 'export function early() {}\nexport function late() {}\nexport function never() {}\n');
  const provider = pathToFileURL(path.resolve('scripts/lib/function-coverage.mjs')).href;
  const code = `
    const { default: coverage } = await import(${JSON.stringify(provider)});
    await coverage.startCoverage();
    const { early, late } = await import(${JSON.stringify(pathToFileURL(own).href)});
    await import('fflate');
    early();
    // Loaded anew, as where a test begins with modules of its own, it goes on.
    const { default: anew } = await import(${JSON.stringify(`${provider}?anew`)});
    await anew.startCoverage();
    const first = await anew.takeCoverage();
    late();
    const second = await coverage.takeCoverage();
    const ran = ({ result }) => result.flatMap(({ functions }) => functions)
      .filter(({ functionName, ranges }) => functionName !== '' && ranges[0].count > 0).map((each) => each.functionName);
    console.log(JSON.stringify({ urls: first.result.map(({ url }) => url), first: ran(first), second: ran(second) }));`;
  const said = execFileSync(process.execPath, ['--input-type=module', '-e', code], { encoding: 'utf8' });
  const { urls, first, second } = JSON.parse(said);
  expect(urls.some((url: string) => url.endsWith('/own.mjs'))).toBe(true);
  expect(urls.filter((url: string) => url.includes('node_modules'))).toEqual([]);
  expect(first).toContain('early');
  expect(first).not.toContain('late');
  expect(second).toContain('late');
  expect([...first, ...second]).not.toContain('never');
  expect(second).not.toContain('early');
});
