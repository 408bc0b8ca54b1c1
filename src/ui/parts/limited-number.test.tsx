import { cleanup, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { LimitedNumber } from './limited-number';

afterEach(cleanup);

/** Types into a box from 5 to 100 that holds 20. Returns what it told. */
async function type(text: string, whole = false): Promise<number[]> {
  const told: number[] = [];
  render(
    <LimitedNumber label="Width" value={20} min={5} max={100} whole={whole} onChange={(next) => told.push(next)} />,
  );
  const box = screen.getByRole('spinbutton', { name: 'Width' });
  await userEvent.clear(box);
  if (text !== '') await userEvent.type(box, text);
  await userEvent.tab();
  return told;
}

describe('a number between two limits', () => {
  it('is told once, when the person is done', async () => {
    expect(await type('42.5')).toEqual([42.5]);
    expect(screen.queryByRole('status')).toBeNull();
  });

  it('is taken to the limit, which is said', async () => {
    expect(await type('400')).toEqual([100]);
    expect(screen.getByRole('status').textContent).toBe('Goes from 5 to 100.');
  });

  it('stays where nothing, or the same, was typed', async () => {
    expect(await type('')).toEqual([]);
    expect(screen.getByRole('status').textContent).toContain('the value before stays');
    cleanup();
    expect(await type('20')).toEqual([]);
  });

  it('is whole where only whole ones are taken', async () => {
    expect(await type('7.6', true)).toEqual([8]);
  });
});
