import { expect, type Page } from '@playwright/test';
import { goTo, openApp, raceTable, test, words } from './support';

/** Writes a file of the origin's private disk, as a program beside the browser would. */
const write = (page: Page, text: string) =>
  page.evaluate(async (content) => {
    const root = await navigator.storage.getDirectory();
    const handle = await root.getFileHandle('boats.csv', { create: true });
    const writable = await handle.createWritable();
    await writable.write(content);
    await writable.close();
  }, text);

/** Drops that file on the window, with the way back to it that a browser gives. */
const drop = (page: Page) =>
  page.evaluate(async () => {
    const root = await navigator.storage.getDirectory();
    const handle = await root.getFileHandle('boats.csv');
    const file = await handle.getFile();
    const item = { kind: 'file', getAsFile: () => file, getAsFileSystemHandle: async () => handle };
    const event = new Event('drop', { bubbles: true, cancelable: true });
    Object.defineProperty(event, 'dataTransfer', { value: { types: ['Files'], items: [item], files: [file] } });
    document.querySelector('main')?.dispatchEvent(event);
  });

test('a file is followed: changes come by themselves, one undo goes back, and what is broken changes nothing', async ({
  page,
}) => {
  await openApp(page);
  await write(page, raceTable);
  await drop(page);
  await expect(words(page)).toContainText('Bravo, 30');
  await page.keyboard.press('End');
  // Words follow the picture at a reader's pace: a picture on the way to the end is not the end.
  const end = '2012: 1. Bravo, 60; 2. Cirrus, 55; 3. Alpha, 15.';
  await expect(words(page)).toHaveText(end);
  await goTo(page, 'Gather');
  await page.getByRole('button', { name: 'Follow this file' }).click();
  const followed = page.getByRole('region', { name: 'File that is followed' });
  await expect(followed).toContainText('boats.csv');
  await write(page, `${raceTable.trimEnd()}\n2030,Delta,999\n`);
  await expect(page.getByRole('region', { name: 'What changed' })).toContainText('Delta');
  await expect(page.getByText('boats.csv has changed and was read again')).toBeVisible();
  // Half a file, and then a file without its columns.
  await write(page, 'Year,Name');
  await expect(followed).toContainText('The film stays as it was.');
  await write(page, 'Year,Other,Thing\n2001,A,3\n2002,A,4\n');
  await expect(followed).toContainText('no longer has');
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.keyboard.press('End');
  await expect(words(page)).toHaveText(end);
  await followed.getByRole('button', { name: 'Stop' }).click();
  await expect(page.getByRole('button', { name: 'Follow this file' })).toBeVisible();
});
