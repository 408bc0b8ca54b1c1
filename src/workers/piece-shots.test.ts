import { describe, expect, it } from 'vitest';
import { prepareFilm } from '@/core/film/prepare-film';
import { sceneAt } from '@/core/film/scene-at';
import { cardDesigns, defaultCard } from '@/core/project/card';
import { freshPiece } from '@/core/project/defaults';
import { looks } from '@/core/project/looks';
import type { Project } from '@/core/project/project';
import { demoCube } from '@/core/testing/demo-cube';
import { measureBySize } from '@/core/testing/films';
import { raceProject } from '@/core/testing/projects';
import { designShots, familyShots, lookShots, pieceShots } from './piece-shots';

const cubes = new Map([['c1', demoCube()]]);
const prepare = (project: Project) => prepareFilm(project, cubes, { measure: measureBySize });

/** A card, and the race behind it. */
function settingAt(timeSec: number) {
  const project = raceProject();
  const base = defaultCard('opening');
  const card = { ...base, texts: { ...base.texts, title: 'Isles at work' }, sec: 4 };
  const pieces = [freshPiece('k', { kind: 'card', card }), ...project.film.pieces];
  const film = prepare({ ...project, film: { ...project.film, pieces } });
  return { film, timeSec, cubes, prepare };
}

const pictures = (shots: ReturnType<typeof pieceShots>) =>
  shots.map((shot) => {
    const { film, timeSec } = shot();
    return JSON.stringify(sceneAt(film, timeSec));
  });

describe('small pictures', () => {
  it('are of each piece, of the piece at the playhead in each look, and of a card in each design', () => {
    expect(pictures(pieceShots(settingAt(1).film))).toHaveLength(2);
    for (const timeSec of [1, 10]) {
      const found = pictures(lookShots(settingAt(timeSec), looks.slice(0, 4)));
      expect(new Set(found).size).toBe(4);
      for (const picture of found) expect(picture.includes('Isles at work')).toBe(timeSec === 1);
    }
    const designs = pictures(designShots(settingAt(1)));
    expect(designs).toHaveLength(cardDesigns.length);
    expect(new Set(designs).size).toBe(cardDesigns.length);
    for (const picture of designs) expect(picture).toMatch(/Isles|at work/);
  });

  it('are none of a chart’s designs, and of a card’s families', () => {
    expect(designShots(settingAt(10))).toEqual([]);
    expect(familyShots(settingAt(1), 'pie', 1)).toEqual([]);
    expect(pictures(familyShots(settingAt(10), 'pie', 3))).toHaveLength(3);
  });
});
