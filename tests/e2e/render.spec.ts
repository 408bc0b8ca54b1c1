import { execFileSync, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { expect, test } from '@playwright/test';
import { goTo, leastPsnr, openApp, openFile, probe, raceTable, words } from './support';

let folder = '';
let table = '';
test.beforeAll(() => {
  folder = mkdtempSync(path.join(os.tmpdir(), 'tempo-render-'));
  table = path.join(folder, 'boats.csv');
  writeFileSync(table, raceTable);
});
test.afterAll(() => rmSync(folder, { recursive: true, force: true }));

const at = (name: string) => path.join(folder, name);
const tempo = (...args: string[]) => execFileSync('node', ['scripts/tempo.mjs', ...args], { encoding: 'utf8' });

function refused(...args: string[]): { status: number; message: string } {
  try {
    tempo(...args);
  } catch (error) {
    const { status, stderr } = error as { status: number; stderr: string };
    return { status, message: String(stderr) };
  }
  return { status: 0, message: '' };
}

const small = ['--length', '3', '--fps', '30', '--size', '640x360'];

test('the command line paints the same pixels as the app', async ({ page }) => {
  await openApp(page);
  await openFile(page, 'boats.csv', raceTable);
  await expect(words(page)).toContainText('Bravo');
  const [saved] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Control+s')]);
  await saved.saveAs(at('boats.plucky'));
  await goTo(page, 'Output');
  await page.getByRole('radio', { name: 'Picture', exact: true }).click();
  const [png] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export PNG' }).click(),
  ]);
  tempo('render', at('boats.plucky'), '--out', at('cli.png'));
  expect(readFileSync(at('cli.png')).equals(readFileSync(await png.path()))).toBe(true);
});

test('films of one and of several workers agree, and parts join without encoding again', () => {
  tempo('render', table, ...small, '--workers', '1', '--out', at('one.mp4'));
  tempo('render', table, ...small, '--workers', '3', '--out', at('three.mp4'));
  expect(probe(at('three.mp4'))).toMatchObject({ nb_read_frames: '90', avg_frame_rate: '30/1', width: 640 });
  expect(leastPsnr(at('one.mp4'), at('three.mp4'), at('psnr.log'))).toBeGreaterThan(40);
  tempo('render', table, ...small, '--from', '0', '--to', '40', '--out', at('a.mp4'));
  tempo('render', table, ...small, '--from', '40', '--to', '90', '--out', at('b.mp4'));
  expect(tempo('join', at('a.mp4'), at('b.mp4'), '--out', at('joined.mp4'))).toContain('90 frames');
  expect(probe(at('joined.mp4'))).toMatchObject({ nb_read_frames: '90', avg_frame_rate: '30/1' });
  expect(leastPsnr(at('one.mp4'), at('joined.mp4'), at('psnr.log'))).toBeGreaterThan(38);
});

test('one frame, odd sizes, and every kind of refusal', () => {
  tempo('render', table, '--length', '0.1', '--fps', '10', '--size', '320x180', '--out', at('single.mp4'));
  expect(probe(at('single.mp4')).nb_read_frames).toBe('1');
  tempo('render', table, '--length', '1', '--fps', '10', '--size', '1081x607', '--out', at('odd.webm'));
  expect(probe(at('odd.webm'))).toMatchObject({ width: 1081, height: 607 });
  expect(refused('render', table, '--length', '1', '--size', '1081x607', '--out', at('odd.mp4')).message).toContain(
    'even numbers',
  );
  expect(refused('render', table, '--size', '1x1', '--out', at('x.mp4')).message).toContain('from 16 to 3840');
  expect(refused('render', at('none.csv'), '--out', at('x.mp4')).message).toContain('no such file');
  expect(refused('render', table, '--out', at('x.doc')).message).toContain('--format');
  writeFileSync(at('bad.plucky'), 'no project');
  expect(refused('render', at('bad.plucky'), '--out', at('x.mp4')).status).toBe(2);
  expect(refused('join', at('single.mp4'), at('odd.webm'), '--out', at('x.mp4')).message).toContain(
    'Only films of one kind',
  );
  expect(refused('join', table, '--out', at('x.mp4')).message).toContain('no film');
  expect(readdirSync(folder).filter((name) => name.endsWith('.part') || name.startsWith('x.'))).toEqual([]);
});

test('Ctrl-C leaves nothing behind', async () => {
  const child = spawn('node', ['scripts/tempo.mjs', 'render', table, '--length', '600', '--out', at('long.mp4')], {
    detached: true,
  });
  await new Promise((resolve) => setTimeout(resolve, 6000));
  process.kill(-(child.pid as number), 'SIGINT');
  await new Promise((resolve) => child.on('close', resolve));
  expect(existsSync(at('long.mp4'))).toBe(false);
  expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual([]);
});
