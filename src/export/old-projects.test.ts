import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { PROJECT_VERSION } from '@/core/project/project';
import { readProjectFile, writeProjectFile } from './project-file';

const folder = 'tests/fixtures/projects';
const files = readdirSync(folder).filter((name) => name.endsWith('.plucky'));

describe('projects of every version that there has been', () => {
  it('are kept, up to the one before this', () => {
    const expected = Array.from({ length: PROJECT_VERSION }, (_, i) => `version-${i + 1}.plucky`);
    expect(files.sort()).toEqual(expected.sort());
  });

  it.each(files)('open: %s', (name) => {
    const outcome = readProjectFile(new Uint8Array(readFileSync(`${folder}/${name}`)));
    expect(outcome.issues).toEqual([]);
    if (!outcome.ok) return;
    const { project, assets } = outcome.value;
    const [chart] = project.charts;
    expect(project.version).toBe(PROJECT_VERSION);
    expect(chart?.text.title).toBe('Boats of old');
    expect(chart?.dress.colour.palette).toBe('dusk');
    expect(chart?.colours).toEqual([{ category: 'Alpha', colour: '#123456' }]);
    expect(chart?.pace.length).toEqual({ by: 'whole', sec: 6 });
    expect(project.film.stage.background).toEqual({ kind: 'plain', colour: '#12191E' });
    expect(new TextDecoder().decode(assets.get('a1'))).toContain('2011,Alpha,40');
    const again = readProjectFile(writeProjectFile(outcome.value));
    expect(again.ok && again.value.project).toEqual(project);
  });
});
