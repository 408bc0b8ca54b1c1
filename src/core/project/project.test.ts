import { describe, expect, it } from 'vitest';
import { families } from '../families/registry';
import { raceProject } from '../testing/projects';
import { titleFromFileName } from './defaults';
import { PROJECT_VERSION } from './project';
import { readProject as read } from './read-project';

const project = raceProject();
const readProject = (data: unknown) => read(data, families);
const copy = () => structuredClone(project) as unknown as Record<string, never> & typeof project;

describe('reading a project', () => {
  it('takes what the app itself makes, through JSON', () => {
    const outcome = readProject(JSON.parse(JSON.stringify(project)));
    expect(outcome).toEqual({ ok: true, value: project, issues: [] });
  });

  it('lists every fault with its path', () => {
    const bad = copy() as unknown as { charts: { own: { places: number } }[]; name: number };
    (bad.charts[0] as { own: { places: number } }).own.places = 999;
    bad.name = 5;
    const outcome = readProject(bad);
    expect(outcome.ok).toBe(false);
    expect(outcome.issues.map(({ raw }) => raw).sort()).toEqual(['charts.0.own.places', 'name']);
  });

  it('checks what other families had of their own, and brings it up to date', () => {
    const lines = families.find(({ id }) => id === 'lines');
    const entry = { family: 'lines', familyVersion: 1, play: { kind: 'drawn' }, own: lines?.document.defaults(null) };
    const { scale: _, labelled: __, ...old } = entry.own as Record<string, unknown>;
    const withKept = (...kept: unknown[]) => {
      const changed = copy() as unknown as { charts: { kept: unknown[] }[] };
      for (const chart of changed.charts) chart.kept = kept;
      return readProject(changed);
    };
    const outcome = withKept({ ...entry, own: old });
    expect(outcome.ok && outcome.value.charts[0]?.kept[0]).toEqual({
      ...entry,
      familyVersion: lines?.document.version,
    });
    const bad = withKept({ ...entry, familyVersion: 2, own: { ...old, scale: 'even', most: 'many' } });
    expect(bad.issues.map(({ raw }) => raw)).toEqual(['charts.0.kept.0.own.most']);
    expect(withKept({ ...entry, familyVersion: 9 }).issues[0]?.code).toBe('newer-version');
    expect(withKept(entry, entry).ok).toBe(false);
  });

  it.each([null, 5, [], 'text', {}, { format: 'something-else' }])('refuses %j', (data) => {
    expect(readProject(data).issues[0]?.code).toBe('not-a-project');
  });

  it('refuses a newer version by name', () => {
    const outcome = readProject({ ...project, version: PROJECT_VERSION + 1 });
    expect(outcome.issues[0]?.code).toBe('newer-version');
  });

  it.each([0, -3, 'one', undefined])('refuses the unknown version %j', (version) => {
    expect(readProject({ ...project, version }).ok).toBe(false);
  });

  it('refuses links that lead nowhere', () => {
    const pieces = project.film.pieces.map((piece) => ({ ...piece, content: { kind: 'chart', chartId: 'gone' } }));
    expect(readProject({ ...project, film: { ...project.film, pieces } }).issues[0]?.message).toContain('gone');
  });
});

describe('titles', () => {
  it.each([
    ['ferry_passengers-2020.csv', 'Ferry passengers 2020'],
    ['a.b.CSV', 'A b'],
    ['.csv', ''],
  ])('come from the file name %s', (name, title) => expect(titleFromFileName(name)).toBe(title));
});
