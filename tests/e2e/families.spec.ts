import { expect, test } from '@playwright/test';
import { knownFamilies } from '../../src/core/families/known';
import {
  compared,
  goTo,
  meanDifference,
  openApp,
  openFile,
  pause,
  pixels,
  previewPixels,
  probe,
  shownFrame,
  words,
} from './support';

const table = `Year,Alpha,Bravo,Cirrus\n${Array.from({ length: 8 }, (_, i) => `${2001 + i},${10 + 5 * i},${40 - 3 * i},${22 + ((i * 7) % 11)}`).join('\n')}\n`;

for (const { id, name } of knownFamilies.filter((family) => family.id !== 'ranked-bars')) {
  test(`${name} are made by hand from a file, and become a film as previewed`, async ({ page }, info) => {
    await openApp(page);
    await openFile(page, 'boats.csv', table);
    await expect(words(page)).toContainText('Cirrus');
    await page.getByRole('button', { name: `Tell it with ${name.toLowerCase()}`, exact: true }).click();
    await expect(page.getByRole('button', { name: `Tell it with ${name.toLowerCase()}`, exact: true })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await goTo(page, 'Pace');
    await page.getByRole('spinbutton', { name: 'Whole film' }).fill('3');
    await page.keyboard.press('Enter');
    await goTo(page, 'Output');
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Export MP4' }).click(),
    ]);
    const film = info.outputPath(`${id}.mp4`);
    await download.saveAs(film);
    expect(probe(film)).toMatchObject({ codec_name: 'h264' });
    await goTo(page, 'Dress');
    await pause(page);
    const { widthPx, heightPx } = compared;
    const shots: Buffer[] = [];
    for (const presses of [0, 3, 5]) {
      await page.keyboard.press('Home');
      await expect.poll(() => shownFrame(page)).toBe(0);
      for (let i = 0; i < presses; i++) await page.keyboard.press('Shift+ArrowRight');
      if (presses > 0) await expect.poll(() => shownFrame(page)).toBeGreaterThan(0);
      const frame = await shownFrame(page);
      const painted = pixels({ film, frame }, widthPx, heightPx);
      expect(meanDifference(painted, await previewPixels(page)), `${name}, frame ${frame}`).toBeLessThan(4);
      shots.push(painted);
    }
    expect(meanDifference(shots[0] as Buffer, shots[2] as Buffer), 'the picture moves').toBeGreaterThan(1);
  });
}
