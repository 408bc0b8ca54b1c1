import { backgroundNodes } from '../chart/background';
import type { Box, Inks } from '../chart/box';
import { type PlacedCaption, placeCaptions } from '../chart/captions';
import { inksOn } from '../chart/frame';
import { LINE } from '../chart/text-block';
import type { FilmClock } from '../pace/film-clock';
import type { Card, CardPart } from '../project/card';
import type { FilmPiece, Stage } from '../project/film';
import type { Picture } from '../project/film-parts';
import { findPalette } from '../project/palettes';
import type { SceneNode } from '../scene/scene';
import type { MeasureText } from '../scene/text-fit';
import { CARD_PERIOD } from './card-clock';
import { layoutCard } from './card-layout';
import type { DecorMoment, DesignSetting, PlacedPart } from './card-plan';
import { designs } from './designs';
import type { SettledMove } from './part-moves';

/** A card whose times are known. */
export interface ToldCard {
  readonly card: Card;
  readonly clock: FilmClock;
}

/** A part that has its place, and when and how it comes and goes. */
export interface TimedPart extends PlacedPart {
  readonly come: SettledMove;
  readonly go: SettledMove;
  /** Seconds from the card's start. */
  readonly fromSec: number;
}

/** A card ready to be drawn at any moment of its piece. */
export interface PreparedCard extends ToldCard {
  readonly stage: Stage;
  readonly inks: Inks;
  /** Background of its own; none where the film’s shows. */
  readonly back: readonly SceneNode[];
  readonly parts: readonly TimedPart[];
  readonly decor: (moment: DecorMoment) => SceneNode[];
  readonly captions: readonly PlacedCaption[];
  readonly captionBox: Box;
  /** Does it go by itself at its end? Not where the next piece comes in its place in some time. */
  readonly goes: boolean;
  readonly measure: MeasureText;
}

/** What a card is prepared from. */
export interface PrepareCardInput {
  readonly told: ToldCard;
  readonly piece: FilmPiece;
  readonly stage: Stage;
  readonly pictures: readonly Picture[];
  readonly goes: boolean;
  readonly measure: MeasureText;
}

/** Puts a card together once for each edit. */
export function prepareCard({ told, piece, stage, pictures, goes, measure }: PrepareCardInput): PreparedCard {
  const { card, clock } = told;
  const back = card.back ?? stage.background;
  const inks = inksOn(back);
  const captions = placeCaptions(piece.captions, [CARD_PERIOD], clock);
  const unit = Math.min(stage.widthPx, stage.heightPx) / 100;
  const whole = innerOf(stage, unit);
  const captionPx = card.dress.texts.caption.size * unit * (2 * LINE + 0.7);
  const foot = card.dress.captions.at === 'bottom';
  const captionBox = { ...whole, y: foot ? whole.y + whole.heightPx - captionPx : whole.y, heightPx: captionPx };
  const takenPx = captions.length > 0 ? captionPx + unit : 0;
  const inner = { ...whole, y: whole.y + (foot ? 0 : takenPx), heightPx: Math.max(unit, whole.heightPx - takenPx) };
  const logo = pictures.find(({ id }) => id === card.logo.pictureId);
  const setting: DesignSetting = {
    card,
    widthPx: stage.widthPx,
    heightPx: stage.heightPx,
    unit,
    inner,
    inks,
    colours: coloursOf(card),
    logoAspect: logo ? logo.widthPx / logo.heightPx : null,
  };
  const design = designs[card.design];
  const placed = layoutCard(setting, design.roomOf(setting), measure);
  const decor = design.decorOf(setting, placed);
  return {
    ...told,
    stage,
    inks,
    back: card.back ? ownBack(stage, card.back, pictures) : [],
    parts: timed(card, placed),
    decor,
    captions,
    captionBox,
    goes,
    measure,
  };
}

function innerOf({ widthPx, heightPx, margins }: Stage, unit: number): Box {
  const [left, top] = [margins.left * unit, margins.top * unit];
  return {
    x: left,
    y: top,
    widthPx: Math.max(unit, widthPx - left - margins.right * unit),
    heightPx: Math.max(unit, heightPx - top - margins.bottom * unit),
  };
}

/** The colours that a design may use: those of the palette, after the one that stands out where the look has one. */
function coloursOf({ dress: { colour } }: Card): readonly string[] {
  const { colours } = findPalette(colour.palette);
  if (colour.by === 'one' || colour.by === 'sign') return [colour.highlight, colour.one, ...colours];
  return colours;
}

/** A background of the card’s own lies over the film’s. One that is clear lets the film’s through. */
function ownBack(stage: Stage, background: Stage['background'], pictures: readonly Picture[]): SceneNode[] {
  if (background.kind === 'clear') return [];
  const { widthPx, heightPx } = stage;
  const ground: SceneNode = {
    kind: 'rect',
    id: 'card:ground',
    subject: { part: 'background' },
    x: 0,
    y: 0,
    widthPx,
    heightPx,
    fill: background.colour,
  };
  return [ground, ...backgroundNodes({ ...stage, background }, pictures)];
}

/** The parts in the order in which they come: from the top to the foot, a logo beside the words first. */
function timed(card: Card, placed: readonly PlacedPart[]): TimedPart[] {
  const { motions, design, turnSec } = card;
  const settled = (part: CardPart, end: 'come' | 'go'): SettledMove => {
    const move = motions[part][end];
    if (move !== 'design') return move;
    return end === 'come' ? designs[design].move(part) : 'fade';
  };
  return placed.map((part, i) => ({
    ...part,
    come: settled(part.part, 'come'),
    go: settled(part.part, 'go'),
    fromSec: turnSec * (i + 1),
  }));
}
