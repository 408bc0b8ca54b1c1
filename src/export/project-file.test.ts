import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { raceProject } from '@/core/testing/projects';
import { readProjectFile, writeProjectFile } from './project-file';

const project = raceProject();
const bytes = strToU8('Year,Name,Value\n2001,A,1\n');

describe('project files', () => {
  it('come back as they were written, data and all', () => {
    const outcome = readProjectFile(writeProjectFile({ project, assets: new Map([['a1', bytes]]) }));
    expect(outcome.ok && outcome.value.project).toEqual(project);
    expect(outcome.ok && Array.from(outcome.value.assets.get('a1') ?? [])).toEqual(Array.from(bytes));
  });

  const whole = writeProjectFile({ project, assets: new Map([['a1', bytes]]) });
  it.each([
    ['something else', strToU8('Year,A'), 'not-a-project'],
    ['half of a file', whole.slice(0, whole.length / 2), 'damaged-project'],
    ['a ZIP without a project', zipSync({ 'other.txt': bytes }), 'not-a-project'],
    ['broken JSON', zipSync({ 'project.json': strToU8('{') }), 'damaged-project'],
    ['missing data', writeProjectFile({ project, assets: new Map() }), 'damaged-project'],
  ])('refuse %s with a reason', (_, file, code) => {
    const outcome = readProjectFile(file);
    expect(outcome.ok).toBe(false);
    expect(outcome.issues[0]?.code).toBe(code);
  });
});
