import { CARD_PERIOD } from '../card/card-clock';
import { cardNodes } from '../card/card-nodes';
import type { PreparedCard } from '../card/prepare-card';
import { backgroundColour } from '../chart/background';
import { captionAt, captionNodes } from '../chart/captions';
import { type ExtraSetting, extraNodes } from '../chart/extras';
import { stampNodes } from '../chart/stamp';
import { blockNodes } from '../chart/text-block';
import { hasTokens } from '../chart/words';
import type { ChartPicture } from '../families/family';
import { closingOf } from '../pace/pace';
import type { FilmPiece } from '../project/film';
import type { Scene, SceneNode } from '../scene/scene';
import { type Carry, carriedNodes, matchPictures } from './carry-over';
import { focusMarks } from './focus-marks';
import { activeFocuses, focusedNodes } from './focus-nodes';
import { withEdges } from './picture-edges';
import { momentAt, type PieceMoment } from './piece-at';
import { type PreparedChart, wordsAt } from './prepare-chart';
import type { PreparedFilm, PreparedPiece } from './prepare-film';
import type { PlacedTransition } from './tell-film';
import { eased, transitionNodes } from './transition-nodes';

/**
 * The picture of a film at a moment: a pure function of the prepared film and the time.
 *
 * @param timeSec Seconds from the film's start; clamped to the film.
 */
export function sceneAt(film: PreparedFilm, timeSec: number): Scene {
  const { stage, background } = film;
  return {
    widthPx: stage.widthPx,
    heightPx: stage.heightPx,
    background: backgroundColour(stage.background),
    nodes: [...background, ...nodesAt(film, timeSec), ...film.overlays],
  };
}

function nodesAt(film: PreparedFilm, timeSec: number): SceneNode[] {
  const moment = momentAt(film, timeSec);
  if (!('coming' in moment)) return nodesOf(moment);
  const { leaving, coming, transition, progress } = moment;
  if (transition.how === 'carry-over')
    return carriedNodes(carryInto(leaving.piece, coming.piece, transition), eased(transition.ease, progress));
  return transitionNodes(nodesOf(leaving), nodesOf(coming), transition, progress, film.stage);
}

function nodesOf({ piece, pieceSec }: PieceMoment<PreparedPiece>): SceneNode[] {
  return piece.kind === 'card'
    ? cardPieceNodes(piece.piece, piece.card, pieceSec)
    : chartPieceNodes(piece.piece, piece.chart, pieceSec);
}

/** What is carried into each piece: it is the same at all times of its transition. */
const carries = new WeakMap<PreparedPiece, Carry>();

/**
 * While marks travel both charts stand still: the one as it is when the way begins, the other as it is when the way ends. So
 * nothing jumps, whatever the charts would do meanwhile.
 */
function carryInto(leaving: PreparedPiece, coming: PreparedPiece, { sec }: PlacedTransition): Carry {
  const known = carries.get(coming);
  if (known) return known;
  const sideAt = (piece: PreparedPiece, pieceSec: number) => ({
    nodes: nodesOf({ piece, pieceSec }),
    names: piece.kind === 'card' ? [] : piece.chart.cube.categories,
  });
  const from = sideAt(leaving, leaving.lengthSec - sec);
  const { measure } = coming.kind === 'card' ? coming.card : coming.chart;
  const carry = matchPictures(from, sideAt(coming, sec), measure);
  carries.set(coming, carry);
  return carry;
}

/** Extras of one side of what a piece shows. */
function layerOf({ extras }: FilmPiece, behind: boolean, setting: ExtraSetting, timeSec: number): SceneNode[] {
  return extras.filter((extra) => extra.behind === behind).flatMap((extra) => extraNodes(extra, setting, timeSec));
}

function cardPieceNodes(piece: FilmPiece, prepared: PreparedCard, timeSec: number): SceneNode[] {
  const { stage, clock, measure, captions, captionBox, inks, card } = prepared;
  const setting: ExtraSetting = {
    stage,
    periods: [CARD_PERIOD],
    clock,
    markPlaceOf: () => null,
    // A card has no values that words could follow.
    wordsOf: (words) => words,
    measure,
  };
  const caption = captionAt(captions, timeSec);
  return [
    ...prepared.back,
    ...layerOf(piece, true, setting, timeSec),
    ...cardNodes(prepared, timeSec),
    ...(caption
      ? captionNodes(caption, caption.text, { box: captionBox, dress: card.dress, inks, timeSec, measure })
      : []),
    ...layerOf(piece, false, setting, timeSec),
  ];
}

function chartPieceNodes(piece: FilmPiece, chart: PreparedChart, timeSec: number): SceneNode[] {
  const picture = chart.family.pictureAt(chart.plan, timeSec);
  const setting: ExtraSetting = {
    stage: chart.stage,
    periods: chart.cube.periods,
    clock: chart.course.clock,
    markPlaceOf: markPlaces(chart, picture),
    wordsOf: (template) => wordsAt(chart.family, chart, template, timeSec),
    measure: chart.measure,
  };
  const active = activeFocuses(chart, timeSec);
  const drawn = active.length > 0 ? focusedNodes(chart, picture, active) : picture.nodes;
  const { widthPx, heightPx } = chart.stage;
  const hairPx = Math.max(1, Math.min(widthPx, heightPx) * HAIR_SHARE);
  const nodes = chart.chart.dress.pictures.shown ? withEdges(drawn, chart.frame.inks.strong, hairPx) : drawn;
  return [
    ...layerOf(piece, true, setting, timeSec),
    ...nodes,
    ...(active.length > 0 ? focusMarks(chart, picture, active, timeSec) : []),
    wordsGroup(chart, timeSec, picture.words),
    ...captionsOf(chart, timeSec),
    ...layerOf(piece, false, setting, timeSec),
  ];
}

/** The marks by the names of their categories, for extras that travel with them. */
function markPlaces({ cube }: PreparedChart, picture: ChartPicture): ExtraSetting['markPlaceOf'] {
  let marks: ReturnType<ChartPicture['marks']> | null = null;
  return (name) => {
    marks ??= picture.marks();
    return marks.get(cube.categories.indexOf(name)) ?? null;
  };
}

/** The width of a hairline, of the stage's shorter side. */
const HAIR_SHARE = 0.0014;

/** How far below their place texts start when they slide in, in hundredths of the stage's shorter side. */
const SLIDE = 1.5;

/** Texts, stamp and legend. While they slide in, all of them stand a little lower. */
function wordsGroup(chart: PreparedChart, timeSec: number, words: number): SceneNode {
  const { frame, measure, course, family, periodLabels } = chart;
  const { clock } = course;
  const { dress, pace } = chart.chart;
  const moving = frame.blocks
    .filter(({ template }) => hasTokens(template))
    .flatMap((block) => blockNodes(block, wordsAt(family, chart, block.template, timeSec), measure));
  const stamp = frame.stamp
    ? stampNodes({ block: frame.stamp, texts: periodLabels, rolls: dress.rollingStamp }, clock, timeSec, measure)
    : [];
  const children = [...chart.still, ...moving, ...stamp, ...frame.legend];
  const build = timeSec < clock.lengthSec / 2 ? pace.opening : closingOf(pace);
  const slides = words < 1 && build.words === 'slide';
  const shift = slides ? { shift: { dx: 0, dy: (1 - words) * SLIDE * frame.unit } } : {};
  return { kind: 'group', id: 'words', opacity: words, children, ...shift };
}

function captionsOf(chart: PreparedChart, timeSec: number): SceneNode[] {
  const caption = captionAt(chart.captions, timeSec);
  const { captions: box, inks } = chart.frame;
  if (!caption || !box) return [];
  const words = wordsAt(chart.family, chart, caption.text, timeSec);
  return captionNodes(caption, words, { box, inks, dress: chart.chart.dress, timeSec, measure: chart.measure });
}
