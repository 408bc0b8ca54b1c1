import { screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import * as app from '../testing/whole-app';

vi.mock('@/workers/client', () => import('../testing/workers'));
vi.mock('localforage', () => import('../testing/memory-forage'));

beforeEach(() => app.openApp());
afterEach(app.closeApp);

const crops = `Year,Parish,Crop,Tonnes
2001,North,Oats,4
2001,North,Kale,7
2001,South,Oats,9
2001,South,Beet,2
2002,North,Oats,5
2002,North,Kale,6
2002,South,Oats,8
2002,South,Beet,3
`;

describe('charts side by side', () => {
  it('are switched on in Shape, ordered in Dress, told in words, and undone', async () => {
    await app.openTable('crops.csv', crops);
    await app.goTo('Shape');
    await app.select('Category', /^Crop/);
    await app.press('Notation, parts, groups and colours');
    await app.select('One chart for each', /^Parish/);
    await app.saysOnStage('1. Kale, 7; 2. Oats, 4');
    await app.user.click(screen.getByRole('switch', { name: 'Side by side' }));
    await app.saysOnStage('North: 1. Kale, 7; 2. Oats, 4. South: 1. Oats, 9; 2. Beet, 2.');
    await app.goTo('Dress');
    expect(screen.getByRole('heading', { name: 'Charts side by side' })).toBeTruthy();
    await app.pick('Their own');
    await app.select('In order of', 'Their sums, moving');
    expect(app.firstChart().panes).toEqual({ axes: 'own', order: 'moving', most: 36 });
    await app.type('Charts at most', '1');
    await app.saysOnStage('North: 1. Kale, 7; 2. Oats, 4.');
    await app.goTo('Shape');
    await app.press('Notation, parts, groups and colours');
    await app.select('One chart for each', 'None');
    expect(app.firstChart().fields).toMatchObject({ group: '', panes: false });
    await app.press('Undo');
    expect(app.firstChart().fields).toMatchObject({ group: 'Parish', panes: true });
  });
});
