import { act, cleanup, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { GridSummary } from '@/workers/protocol';
import { goToCell } from '../go-to';
import { draw, stageRace } from '../testing/app';
import { useFocus } from './use-grid-marks';

const grid: GridSummary = {
  rowCount: 9,
  columns: ['Year', 'Boat'].map((name, i) => ({ id: `k${i}`, name, kind: 'text', empty: 0, samples: [] }) as never),
};

function Cell() {
  const focus = useFocus(grid, true);
  return <p>{focus ? `row ${focus.row}, column ${focus.column}` : 'none'}</p>;
}
/** A row of the file lies three rows further up in the table. */
const show = () => draw(<Cell />, { 'table.placeOfRow': (_grid: unknown, row: number) => Promise.resolve(row - 3) });

describe('a cell that is gone to', () => {
  beforeEach(() => {
    stageRace();
  });
  afterEach(cleanup);

  it('is where its row lies in the table, and another one after it', async () => {
    show();
    for (const [row, found] of [
      [4, 'row 1, column 1'],
      [7, 'row 4, column 1'],
    ] as const) {
      act(() => goToCell(row, 'Boat'));
      expect(await screen.findByText(found)).toBeTruthy();
    }
  });

  it('is not gone to again when the person comes back', async () => {
    goToCell(4, 'Boat');
    const first = show();
    expect(await screen.findByText('row 1, column 1')).toBeTruthy();
    first.unmount();
    const { asked } = show();
    await act(() => Promise.resolve());
    expect(screen.getByText('none')).toBeTruthy();
    expect(asked).not.toContain('table.placeOfRow');
  });

  it('may be gone by now', async () => {
    goToCell(2, 'Boat');
    const { asked } = show();
    await act(() => Promise.resolve());
    expect(screen.getByText('none')).toBeTruthy();
    expect(asked).toContain('table.placeOfRow');
  });
});
