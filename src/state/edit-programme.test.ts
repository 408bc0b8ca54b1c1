import { beforeEach, describe, expect, it } from 'vitest';
import { pieceName } from '@/core/project/piece-name';
import { cardOf, chartOf, playedCharts, playedPieces } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { raceProject } from '@/core/testing/projects';
import { editCard, editChart } from './current';
import { documentStore, undo } from './document';
import {
  addCardPiece,
  addChartPiece,
  addGroupPieces,
  changeInto,
  doublePiece,
  movePiece,
  removePiece,
  renamePiece,
  switchPiece,
} from './edit-programme';
import { sessionStore, setSession } from './session';

const project = () => documentStore.getState().project as Project;
const pieces = () => project().film.pieces;
const ids = () => pieces().map(({ id }) => id);

beforeEach(() => {
  documentStore.setState({ project: raceProject(), past: [], future: [], gesture: null });
  setSession({ pieceId: null });
});

describe('a new piece', () => {
  it('stands behind the one that is edited, has a chart of its own, and is edited from then on', () => {
    const [first] = ids();
    const second = addChartPiece((chart) => ({ ...chart, text: { ...chart.text, title: 'Second' } })) as string;
    expect(ids()).toEqual([first, second]);
    expect(sessionStore.getState().pieceId).toBe(second);
    expect(chartOf(project(), second)?.text.title).toBe('Second');
    expect(chartOf(project(), second)?.id).not.toBe(chartOf(project(), first as string)?.id);
    // Of one table: marks are carried over; and what comes first comes from nowhere.
    expect(pieces().map(({ into }) => into.how)).toEqual(['cut', 'carry-over']);
    setSession({ pieceId: first as string });
    const between = addChartPiece((chart) => ({ ...chart, tableId: 'other' }));
    expect(ids()).toEqual([first, between, second]);
    // Another table shares no marks; the way into the second piece stays what it was.
    expect(pieces().map(({ into }) => into.how)).toEqual(['cut', 'cut', 'carry-over']);
    undo();
    expect(ids()).toEqual([first, second]);
    expect(pieces()[1]?.into.how).toBe('carry-over');
  });

  it('is made for each of several groups, in order', () => {
    addGroupPieces(['North', 'South']);
    const title = chartOf(project(), ids()[0] as string)?.text.title;
    expect(playedCharts(project()).map(({ chart }) => chart.group)).toEqual(['', 'North', 'South']);
    const named = (group: string) => [title, group].filter(Boolean).join(': ');
    expect(playedCharts(project()).map(({ chart }) => chart.text.title)).toEqual([
      title,
      named('North'),
      named('South'),
    ]);
    // From one group to another its name is another one, not one more.
    addGroupPieces(['West']);
    expect(playedCharts(project())[2]?.chart.text.title).toBe(named('West'));
    undo();
    expect(pieces().map(({ into }) => into.how)).toEqual(['cut', 'carry-over', 'carry-over']);
    expect(addGroupPieces([])).toBeNull();
  });

  it('is a copy that goes its own way', () => {
    const [first] = ids();
    const copy = doublePiece(first as string) as string;
    expect(chartOf(project(), copy)).toEqual({
      ...chartOf(project(), first as string),
      id: chartOf(project(), copy)?.id,
    });
    const named = pieces()
      .flatMap(({ extras, captions }) => [...extras, ...captions])
      .map(({ id }) => id);
    expect(new Set(named).size).toBe(named.length);
  });
});

describe('pieces', () => {
  it('are named, moved and switched, each in one step of undo', () => {
    const [first = ''] = ids();
    const second = addChartPiece((chart) => chart) as string;
    renamePiece(second, '  Shares ');
    expect(pieces()[1]?.name).toBe('Shares');
    movePiece(second, first);
    expect(ids()).toEqual([second, first]);
    switchPiece(second, false);
    expect(playedPieces(project()).map(({ id }) => id)).toEqual([first]);
    undo();
    undo();
    expect(ids()).toEqual([first, second]);
    const [named, plain] = [pieces()[1], pieces()[0]];
    expect(named && pieceName(project(), named)).toBe('Shares');
    expect(plain && pieceName(project(), plain)).toBe(chartOf(project(), first)?.text.title || 'X');
  });

  it('give way to the next one as it is set', () => {
    const second = addChartPiece((chart) => chart) as string;
    changeInto(second, { how: 'wipe', side: 'up' });
    changeInto(second, { sec: 2 });
    expect(pieces()[1]?.into).toMatchObject({ how: 'wipe', side: 'up', sec: 2 });
    expect(pieces()[0]?.into.how).toBe('cut');
  });

  it('go with their chart, but the last one stays', () => {
    const [first = ''] = ids();
    const second = addChartPiece((chart) => chart) as string;
    removePiece(second);
    expect([ids(), project().charts.length]).toEqual([[first], 1]);
    removePiece(first);
    expect(ids()).toEqual([first]);
  });
});

describe('a card', () => {
  const kinds = () => pieces().map(({ content }) => content.kind);

  it('opens the film, closes it, or stands behind the piece that is edited, each in one step of undo', () => {
    const [race] = ids();
    const opening = addCardPiece('opening');
    expect(ids()).toEqual([opening, race]);
    // What came first by a cut comes softly behind a card.
    expect(pieces().map(({ into }) => into.how)).toEqual(['cut', 'dissolve']);
    const closing = addCardPiece('closing');
    setSession({ pieceId: race as string });
    const chapter = addCardPiece('chapter');
    expect(ids()).toEqual([opening, race, chapter, closing]);
    expect(kinds()).toEqual(['card', 'chart', 'card', 'card']);
    for (const piece of pieces()) expect(pieceName(project(), piece)).not.toBe('');
    undo();
    expect(ids()).toEqual([opening, race, closing]);
  });

  it('is doubled with words of its own, and followed by charts like the first one of the film', () => {
    const opening = addCardPiece('opening') as string;
    const copy = doublePiece(opening) as string;
    editCard((card) => {
      card.texts.title = 'Changed';
    });
    expect([cardOf(project(), copy)?.texts.title, cardOf(project(), opening)?.texts.title]).toEqual([
      'Changed',
      expect.not.stringContaining('Changed'),
    ]);
    expect(project().charts).toHaveLength(1);
    const chart = addChartPiece((each) => each) as string;
    expect(chartOf(project(), chart)?.tableId).toBe(project().charts[0]?.tableId);
  });

  it('is not changed in place of a chart, nor a chart in place of it', () => {
    const opening = addCardPiece('opening') as string;
    const before = project();
    editChart((chart) => {
      chart.text.title = 'Wrong';
    });
    expect(project()).toBe(before);
    setSession({ pieceId: ids()[1] as string });
    editCard((card) => {
      card.texts.title = 'Wrong';
    });
    expect(cardOf(project(), opening)?.texts.title).not.toBe('Wrong');
  });

  it('stays where the last chart would go', () => {
    const [race] = ids();
    addCardPiece('opening');
    removePiece(race as string);
    expect(kinds()).toEqual(['card', 'chart']);
  });
});
