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
  beforeEach(() => documentStore.setState({ project, past: [], future: [], gesture: null }));

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

  it('gives the old project back after another was opened', () => {
    replaceProject({ ...project, id: 'p2', name: 'Opened' });
    undo();
    expect(name()).toBe('First');
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
