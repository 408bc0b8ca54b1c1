import { beforeEach, describe, expect, it } from 'vitest';
import type { Chart } from '@/core/project/chart';
import type { Project } from '@/core/project/project';
import { noFields } from '@/core/shaping/fields';
import type { StepPlan } from '@/core/shaping/steps/step';
import { raceProject, testTable } from '@/core/testing/projects';
import type { TableSummary } from '@/workers/protocol';
import { currentChart } from './current';
import { documentStore, edit, undo } from './document';
import { addHandSteps, addStep, changeStep, moveStep, removeStep } from './edit-table';
import { withNewChart, withSameLook } from './project-tables';
import { setSession } from './session';

const entry = testTable;
const project = raceProject({ fields: { ...noFields, period: 'Y', category: 'N', value: 'V' } }, { name: 'X' });
const steps = () => documentStore.getState().project?.tables[0]?.steps ?? [];
const cell = (row: number, was: string, text: string): StepPlan => ({
  kind: 'edit-cells',
  cells: [{ row, column: 'A', was, text }],
});

beforeEach(() => {
  documentStore.setState({ project, past: [], future: [], gesture: null });
  setSession({ pieceId: null });
});

describe('editing cells by hand', () => {
  it('is one step for edits on end, that remembers what stood there first', () => {
    addHandSteps([cell(2, '1', '5')]);
    addHandSteps([cell(3, '7', '8')]);
    addHandSteps([cell(2, '5', '6')]);
    expect(steps()).toMatchObject([
      {
        kind: 'edit-cells',
        cells: [
          { row: 3, was: '7', text: '8' },
          { row: 2, was: '1', text: '6' },
        ],
      },
    ]);
    undo();
    expect(steps()).toMatchObject([{ cells: [{ text: '5' }, { text: '8' }] }]);
  });

  it('leaves no step behind when a cell is put back', () => {
    addHandSteps([cell(2, '1', '5')]);
    addHandSteps([cell(2, '5', '1')]);
    expect(steps()).toEqual([]);
  });

  it('stands before the steps of Shape, and after other edits of the grid', () => {
    addStep({ kind: 'tidy-text' });
    addHandSteps([{ kind: 'add-column', column: 'B', before: '' }, cell(2, '', '5')]);
    addHandSteps([{ kind: 'sort-rows', column: 'B', direction: 'up' }]);
    addHandSteps([cell(2, '5', '6')]);
    expect(steps().map(({ kind }) => kind)).toEqual([
      'add-column',
      'edit-cells',
      'sort-rows',
      'edit-cells',
      'tidy-text',
    ]);
  });
});

describe('steps', () => {
  it('are changed, moved and taken out by their id', () => {
    const [first, second] = [addStep({ kind: 'tidy-text' }), addStep({ kind: 'drop-repeats' })];
    changeStep(first, { on: false, name: 'Mine' });
    moveStep(second, first);
    expect(steps()).toMatchObject([{ id: second }, { id: first, on: false, name: 'Mine' }]);
    moveStep('gone', first);
    removeStep(second);
    expect(steps().map(({ id }) => id)).toEqual([first]);
  });
});

describe('another file', () => {
  const column = (name: string) =>
    ({ name, kind: 'text', distinctCount: 1, blankCount: 0, longest: 1, why: '' }) as const;
  const summaryOf = (...names: string[]) =>
    ({
      columns: names.map(column),
      rowCount: 1,
      guesses: [{ fields: { ...noFields }, score: 1, why: '' }],
    }) as unknown as TableSummary;
  const next = { ...entry, id: 't2', source: { ...entry.source, fileName: 'next.csv', assetId: 'a2' } };

  it('with the same columns keeps look, pace and steps, but not what was edited by hand', () => {
    addHandSteps([cell(2, '1', '5')]);
    addStep({ kind: 'drop-repeats' });
    const after = withSameLook(next, summaryOf('Y', 'N', 'V'));
    expect(after?.tables).toMatchObject([{ id: 't2', steps: [{ kind: 'drop-repeats' }] }]);
    expect(after && currentChart(after)).toMatchObject({ id: 'c1', tableId: 't2', pace: project.charts[0]?.pace });
  });

  it('comes to all charts of the old one that its columns fit, and the others keep theirs', () => {
    edit((draft) => {
      const [chart] = draft.charts;
      if (!chart) return;
      draft.charts.push({ ...chart, id: 'c2' }, { ...chart, id: 'c3', fields: { ...chart.fields, value: 'W' } });
    });
    const after = withSameLook(next, summaryOf('Y', 'N', 'V'));
    expect(after?.charts.map(({ tableId }) => tableId)).toEqual(['t2', 't2', entry.id]);
    expect(after?.tables.map(({ id }) => id)).toEqual([entry.id, 't2']);
  });

  it('with other columns is work of its own, with the one piece that was edited', () => {
    edit((draft) => {
      const [piece] = draft.film.pieces;
      if (piece) draft.film.pieces.push({ ...piece, id: 'second', name: 'Second' });
    });
    setSession({ pieceId: 'second' });
    const before = documentStore.getState().project as Project;
    const [chart] = before.charts as [Chart];
    const fresh = {
      ...before,
      id: 'fresh',
      name: 'Fresh',
      tables: [next],
      charts: [{ ...chart, id: 'c9', tableId: 't2' }],
    };
    const { id, name, tables, charts, film } = withNewChart(before, fresh);
    expect([id, name, tables, charts.map((each) => each.id)]).toEqual(['fresh', 'Fresh', [next], ['c9']]);
    expect(film.pieces).toMatchObject([{ id: 'second', name: '', content: { chartId: 'c9' } }]);
    expect(film.stage).toBe(before.film.stage);
  });

  it('without them starts anew', () => {
    expect(withSameLook(next, summaryOf('Y', 'N'))).toBeNull();
  });
});
