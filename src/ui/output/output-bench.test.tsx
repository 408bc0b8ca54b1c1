import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import type { Background } from '@/core/project/background';
import { raceProject } from '@/core/testing/projects';
import type { ExportRequest, OfferedFormat } from '../services';
import { type Asked, draw, stageRace } from '../testing/app';
import { OutputBench } from './output-bench';
import { outputChoice } from './output-choice';

const mp4: OfferedFormat = { id: 'mp4', name: 'MP4', use: 'Plays everywhere', alpha: false };
const alpha: OfferedFormat = { id: 'webm-alpha', name: 'WebM, transparent', use: 'For laying over', alpha: true };

const shown = (offered: readonly OfferedFormat[] = [mp4, alpha]) =>
  draw(<OutputBench />, { formats: () => Promise.resolve(offered), bitsPerSec: () => 8_000_000 });

const pick = (name: string) => userEvent.click(screen.getByRole('radio', { name }));
const forms = (calls: readonly Asked[]) =>
  calls
    .filter(({ name }) => name === 'exportAll')
    .flatMap(({ given }) => (given[0] as readonly ExportRequest[]).map(({ form }) => form));

beforeEach(() => {
  stageRace();
  outputChoice.setState(outputChoice.getInitialState());
});
afterEach(cleanup);

describe('Output', () => {
  it('exports a film in the format, size and quality that are chosen', async () => {
    const { calls } = shown();
    expect(await screen.findByText('Plays everywhere.')).toBeTruthy();
    expect(screen.getByText('8.0 megabits a second at the most.')).toBeTruthy();
    // What is transparent makes sense only for a stage that is.
    expect(screen.queryByRole('radio', { name: 'WebM, transparent' })).toBeNull();
    await pick('Best');
    await userEvent.click(screen.getByRole('button', { name: 'Export MP4' }));
    expect(forms(calls)).toEqual([{ kind: 'film', formatId: 'mp4', quality: 'best', widthPx: 1920, heightPx: 1080 }]);
  });

  it('has the size that was typed for the stage first, usual ones, and any other', async () => {
    stageRace(raceProject({}, { stage: { widthPx: 641, heightPx: 359 } }));
    const { calls } = shown();
    await screen.findByText('Plays everywhere.');
    expect(screen.getByRole('combobox', { name: 'Size' }).textContent).toBe('642 × 360 pixels, as the stage');
    expect(screen.getByText(/Films have even numbers/)).toBeTruthy();
    await userEvent.click(screen.getByRole('button', { name: 'Export MP4' }));
    await pick('Image sequence');
    expect(screen.getByRole('combobox', { name: 'Size' }).textContent).toBe('641 × 359 pixels, as the stage');
    await userEvent.click(screen.getByRole('button', { name: 'Export image sequence' }));
    await userEvent.click(screen.getByRole('combobox', { name: 'Size' }));
    await userEvent.click(await screen.findByRole('option', { name: 'Any other size' }));
    const box = screen.getByRole('spinbutton', { name: 'Pixels of the shorter side' });
    await userEvent.clear(box);
    await userEvent.type(box, '500{Enter}');
    await userEvent.click(screen.getByRole('button', { name: 'Export image sequence' }));
    expect(forms(calls)).toEqual([
      { kind: 'film', formatId: 'mp4', quality: 'good', widthPx: 642, heightPx: 360 },
      { kind: 'frames', widthPx: 641, heightPx: 359 },
      { kind: 'frames', widthPx: 892, heightPx: 500 },
    ]);
  });

  it('says where transparency goes, and offers the format that keeps it', async () => {
    const background: Background = { kind: 'clear', colour: '#ffffff' };
    stageRace(raceProject({}, { stage: { background } }));
    shown();
    expect(await screen.findByText(/It has no transparency.*Take WebM, transparent/)).toBeTruthy();
    await pick('WebM, transparent');
    expect(screen.getByText('For laying over.')).toBeTruthy();
  });

  it('refuses films with words where the browser can encode none, and still offers the rest', async () => {
    shown([]);
    expect((await screen.findByRole('alert')).textContent).toMatch(/cannot encode films of this size/);
    expect((screen.getByRole('button', { name: 'Export film' }) as HTMLButtonElement).disabled).toBe(true);
    await pick('GIF');
    expect((screen.getByRole('button', { name: 'Export GIF' }) as HTMLButtonElement).disabled).toBe(false);
  });

  it('makes a GIF of whole hundredths of a second', async () => {
    const { calls } = shown();
    await pick('GIF');
    expect(screen.getByText(/counts in hundredths/)).toBeTruthy();
    expect(screen.getByText('Quick and small.')).toBeTruthy();
    await pick('50');
    await pick('One for each picture');
    expect(screen.getByText(/Truer for photographs/)).toBeTruthy();
    await userEvent.click(screen.getByRole('switch', { name: 'Dither' }));
    await userEvent.click(screen.getByRole('button', { name: 'Export GIF' }));
    expect(forms(calls)).toEqual([
      { kind: 'gif', rate: 50, palette: 'each', dither: true, widthPx: 800, heightPx: 450 },
    ]);
  });

  it('makes pictures of a moment; only a PDF has a page for each period, only pixels have a number', async () => {
    const { calls } = shown();
    await pick('Picture');
    await pick('2×');
    await userEvent.click(screen.getByRole('button', { name: 'Export PNG' }));
    await pick('SVG');
    expect(screen.queryByRole('radio', { name: '2×' })).toBeNull();
    expect(screen.queryByRole('radio', { name: 'A page for each period' })).toBeNull();
    await pick('PDF');
    await pick('A page for each period');
    await userEvent.click(screen.getByRole('button', { name: 'Export PDF' }));
    expect(forms(calls)).toMatchObject([
      { kind: 'png', times: 2, timeSec: Number.POSITIVE_INFINITY },
      { kind: 'pdf', timesSec: 'periods' },
    ]);
    // The choice of pages does not follow into a picture that has none.
    await pick('JPEG');
    expect(screen.getByRole('radio', { name: 'Last frame' }).getAttribute('data-state')).toBe('on');
  });

  it('writes numbers as the table and file that are chosen', async () => {
    const { calls } = shown();
    await pick('Numbers');
    await pick('Ranking per period');
    await pick('XLSX');
    await userEvent.click(screen.getByRole('button', { name: 'Export XLSX' }));
    expect(forms(calls)).toEqual([{ kind: 'data', what: 'ranking', format: 'xlsx' }]);
  });

  it('makes several sizes and forms in one go', async () => {
    const { calls } = shown();
    await screen.findByText('Plays everywhere.');
    await userEvent.click(screen.getByRole('checkbox', { name: '9:16' }));
    await userEvent.click(screen.getByRole('checkbox', { name: 'Numbers' }));
    await userEvent.click(screen.getByRole('button', { name: 'Export 3 files' }));
    expect(forms(calls).map((form) => form.kind)).toEqual(['film', 'data', 'film']);
    expect(forms(calls)[2]).toMatchObject({ widthPx: 1080, heightPx: 1920 });
  });

  it('saves and opens the project', async () => {
    const { asked, calls } = shown();
    await userEvent.click(screen.getByRole('button', { name: 'Save' }));
    expect(asked).toContain('saveProject');
    const file = new File(['x'], 'a.plucky');
    await userEvent.upload(screen.getByLabelText('Choose a project file or a film script from this computer'), file);
    expect(calls.find(({ name }) => name === 'openFiles')?.given).toEqual([[{ file, handle: null }]]);
  });
});
