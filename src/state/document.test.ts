import { beforeEach, describe, expect, it } from 'vitest';
import { raceProject } from '@/core/testing/projects';
import { currentChart } from './current';
import { documentStore, edit, endGesture, redo, replaceProject, undo } from './document';
import { beatWeight, setBeatWeight, setCategoryColour } from './edit-chart';

const project = raceProject({}, { name: 'First' });
const name = () => documentStore.getState().project?.name;
const rename = (to: string, gesture: string | null = null) =>
  edit((draft) => {
    draft.name = to;
  }, gesture);

describe('the document', () => {
  beforeEach(() => documentStore.setState({ ...documentStore.getInitialState(), project }, true));

  it('takes steps back and makes them again', () => {
    rename('Second');
    rename('Third');
    undo();
    expect(name()).toBe('Second');
    undo();
    undo();
    expect(name()).toBe('First');
    redo();
    redo();
    redo();
    expect(name()).toBe('Third');
  });

  it('takes a whole drag back at once, and two drags one by one', () => {
    for (const letter of 'abc') rename(letter, 'drag 1');
    endGesture();
    for (const letter of 'def') rename(letter, 'drag 1');
    undo();
    expect(name()).toBe('c');
    undo();
    expect(name()).toBe('First');
  });

  it('forgets what was taken back after a new edit, and ignores edits that change nothing', () => {
    rename('Second');
    undo();
    rename('Other');
    redo();
    expect(name()).toBe('Other');
    const { past } = documentStore.getState();
    rename('Other');
    expect(documentStore.getState().past).toBe(past);
  });

  it('takes another state of the project as a step, and begins anew with another project', () => {
    replaceProject({ ...project, name: 'From a file' });
    undo();
    expect(name()).toBe('First');
    replaceProject({ ...project, id: 'p2', name: 'Opened' });
    expect(documentStore.getState().past).toEqual([]);
    undo();
    expect(name()).toBe('Opened');
  });

  it('refuses every change while it is only shown, and counts what it refused', () => {
    rename('Second');
    documentStore.setState({ readOnly: { kind: 'version', atMs: 0 } });
    edit((draft) => {
      draft.name = 'Changed';
    });
    undo();
    expect(name()).toBe('Second');
    expect(documentStore.getState().refusals).toBe(2);
    // A table of the same columns, say, then begins work of its own.
    replaceProject({ ...project, name: 'Mine' });
    expect(documentStore.getState()).toMatchObject({ readOnly: null, project: { name: 'Mine' } });
    expect(documentStore.getState().project?.id).not.toBe(project.id);
  });

  it('keeps colours of categories whatever they are called', () => {
    setCategoryColour('__proto__', '#112233');
    setCategoryColour('__proto__', '#445566');
    const chart = currentChart(documentStore.getState().project ?? project);
    expect(chart.colours).toEqual([{ category: '__proto__', colour: '#445566' }]);
    setCategoryColour('__proto__', null);
    expect(currentChart(documentStore.getState().project ?? project).colours).toEqual([]);
  });

  it('keeps weights of beats, and none for an even one', () => {
    setBeatWeight('2001', 2.5);
    expect(beatWeight(currentChart(documentStore.getState().project ?? project), '2001')).toBe(2.5);
    setBeatWeight('2001', 1);
    expect(currentChart(documentStore.getState().project ?? project).pace.beats).toEqual([]);
  });
});
