import type { Box } from '../chart/box';
import { ASCENT, cased, DESCENT, fontOf, LINE, withShadow } from '../chart/text-block';
import type { Card, CardKind, CardPart, CardText } from '../project/card';
import type { TextStyle } from '../project/text-style';
import type { PartName, SceneNode, TextNode } from '../scene/scene';
import { type Font, type MeasureText, wrapText } from '../scene/text-fit';
import type { CardRoom, DesignSetting, PlacedPart } from './card-plan';

/** In which order the parts of a card stand, from its top to its foot. */
const orders: Readonly<Record<CardKind, readonly CardPart[]>> = {
  opening: ['logo', 'title', 'tagline', 'lines', 'credits', 'source', 'address'],
  closing: ['title', 'tagline', 'lines', 'credits', 'source', 'address', 'logo'],
  chapter: ['logo', 'tagline', 'title', 'lines', 'credits', 'source', 'address'],
  quote: ['logo', 'title', 'tagline', 'lines', 'credits', 'source', 'address'],
  text: ['logo', 'title', 'tagline', 'lines', 'credits', 'source', 'address'],
};

/** What a text of a card is set with, and how large, times the size of its style. */
interface Setting {
  readonly style: 'title' | 'subtitle' | 'source';
  readonly times: number;
  readonly maxLines: number;
}

const usual: Readonly<Record<CardText, Setting>> = {
  title: { style: 'title', times: 2.1, maxLines: 4 },
  tagline: { style: 'subtitle', times: 1.5, maxLines: 3 },
  lines: { style: 'subtitle', times: 1.4, maxLines: 3 },
  source: { style: 'source', times: 1.6, maxLines: 3 },
  address: { style: 'source', times: 1.9, maxLines: 2 },
  credits: { style: 'subtitle', times: 1.2, maxLines: 2 },
};

/** Where a kind sets a text otherwise than usual. */
const byKind: Readonly<Partial<Record<CardKind, Partial<Record<CardText, Setting>>>>> = {
  closing: { title: { style: 'title', times: 1.4, maxLines: 3 } },
  quote: { title: { style: 'title', times: 1.25, maxLines: 7 } },
  text: { title: { style: 'title', times: 1.3, maxLines: 3 } },
};

/** How pointing and carrying over call the parts. */
const partNames: Readonly<Record<CardPart, PartName>> = {
  logo: 'logo',
  title: 'title',
  tagline: 'subtitle',
  lines: 'lines',
  source: 'source',
  address: 'address',
  credits: 'credits',
};

/** Free room between two parts: of the size of the smaller one, and at the least of that of the larger one. */
const GAP = { smaller: 0.75, larger: 0.32 };
/** What counts as the size of a logo, of its height. */
const LOGO_SIZE = 0.45;
/** Words shrink by so much at a time until all of them have room. */
const SHRINK = 0.9;
const MAX_SHRINKS = 24;
/** Rolling credits keep at least this part of the room. */
const ROLL_SHARE = 0.4;

/** The size of a card's words in stage pixels, as long as there is room for all. @param unit A hundredth of the shorter side. */
export function wordsPx(card: Card, part: CardText, unit: number): number {
  const { style, times } = byKind[card.kind]?.[part] ?? usual[part];
  return card.dress.texts[style].size * unit * times * card.size;
}

interface Block {
  readonly part: CardPart;
  /** Of its letters. */
  readonly sizePx: number;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly font: Font | null;
  readonly style: TextStyle | null;
  readonly lines: readonly string[];
  /** Does a word of it not fit into the room? */
  readonly cut: boolean;
}

/** Puts the parts of a card into their room, one below the other; words get smaller until all of them fit. */
export function layoutCard(setting: DesignSetting, room: CardRoom, measure: MeasureText): PlacedPart[] {
  const { card } = setting;
  const rolls = card.roll && card.texts.credits.trim() !== '';
  const limitPx = room.box.heightPx * (rolls ? 1 - ROLL_SHARE : 1);
  let scale = card.size;
  let blocks = blocksAt(setting, room, scale, measure);
  const column = () => blocks.filter(({ part }) => !(rolls && part === 'credits'));
  const fits = () => heightOf(column()) <= limitPx && !blocks.some(({ cut }) => cut);
  for (let i = 0; i < MAX_SHRINKS && !fits(); i++) {
    scale *= SHRINK;
    blocks = blocksAt(setting, room, scale, measure);
  }
  const logo = room.logo ? blocks.filter(({ part }) => part === 'logo') : [];
  const placedLogo = logo.map((block) => placed(block, centred(block, room.logo as Box), setting, room));
  if (!rolls) return [...placedLogo, ...stacked(column(), setting, room)];
  return [...placedLogo, ...withRoll(blocks, setting, room)];
}

const heightOf = (blocks: readonly Block[]) =>
  blocks.reduce((sum, block, i) => sum + block.heightPx + gapBetween(blocks[i - 1], block), 0);

/** Free room between a part and the one above it. */
function gapBetween(above: Block | undefined, below: Block): number {
  if (!above) return 0;
  const [smaller, larger] = [Math.min(above.sizePx, below.sizePx), Math.max(above.sizePx, below.sizePx)];
  return Math.max(GAP.smaller * smaller, GAP.larger * larger);
}

function centred({ widthPx, heightPx }: Block, box: Box): Box {
  return {
    x: box.x + (box.widthPx - widthPx) / 2,
    y: box.y + (box.heightPx - heightPx) / 2,
    widthPx,
    heightPx,
  };
}

function blocksAt(setting: DesignSetting, room: CardRoom, scale: number, measure: MeasureText): Block[] {
  const { card, logoAspect } = setting;
  return orders[card.kind].flatMap((part): Block[] => {
    if (part === 'logo') {
      if (logoAspect === null) return [];
      return [logoBlock(setting, room, logoAspect, scale / card.size)];
    }
    return textBlock(part, setting, room, scale, measure);
  });
}

function logoBlock({ card, unit }: DesignSetting, room: CardRoom, aspect: number, shrunk: number): Block {
  const within = room.logo ?? room.box;
  const wanted = card.logo.size * unit * (room.logo ? 1 : shrunk);
  const heightPx = Math.min(wanted, within.widthPx / aspect, within.heightPx);
  return {
    part: 'logo',
    sizePx: heightPx * LOGO_SIZE,
    widthPx: heightPx * aspect,
    heightPx,
    font: null,
    style: null,
    lines: [],
    cut: false,
  };
}

function textBlock(
  part: CardText,
  { card, unit }: DesignSetting,
  room: CardRoom,
  scale: number,
  measure: MeasureText,
): Block[] {
  const { style: name, times, maxLines } = byKind[card.kind]?.[part] ?? usual[part];
  const style = card.dress.texts[name];
  const own = part === 'title' ? (room.titleTimes ?? 1) : 1;
  const font = fontOf(style, style.size * unit * times * own * scale);
  const text = cased(card.texts[part], style);
  const lines = wrapped(text, { font, widthPx: room.box.widthPx, maxLines }, measure);
  if (lines.length === 0) return [];
  const { sizePx } = font;
  return [
    {
      part,
      sizePx,
      widthPx: Math.max(...lines.map((line) => measure(line, font))),
      heightPx: sizePx * (ASCENT + DESCENT + (lines.length - 1) * LINE),
      font,
      style,
      lines,
      cut: lines.some((line) => line.endsWith('…') && !text.includes(line)),
    },
  ];
}

/** The lines of a text, each of the person's lines broken where it is too long; blank ones between others stay. */
function wrapped(text: string, room: Parameters<typeof wrapText>[1], measure: MeasureText): string[] {
  const lines = text.trim() === '' ? [] : text.trim().split(/\r?\n/);
  return lines.flatMap((line) => (line.trim() === '' ? [''] : wrapText(line, room, measure)));
}

/** One below the other, from a top that the room decides. */
function stacked(all: readonly Block[], setting: DesignSetting, room: CardRoom): PlacedPart[] {
  const blocks = room.logo ? all.filter(({ part }) => part !== 'logo') : all;
  const { box, down } = room;
  const free = Math.max(0, box.heightPx - heightOf(blocks));
  let y = box.y + { top: 0, middle: free / 2, bottom: free }[down];
  return blocks.map((block, i) => {
    y += gapBetween(blocks[i - 1], block);
    const at = { x: startOf(block, room), y, widthPx: block.widthPx, heightPx: block.heightPx };
    y += block.heightPx;
    return placed(block, at, setting, room);
  });
}

function startOf({ widthPx }: Block, { box, across }: CardRoom): number {
  return box.x + (box.widthPx - widthPx) * { start: 0, middle: 0.5, end: 1 }[across];
}

/** What stands above the credits at the top, what stands below them at the foot, and between them the window of the roll. */
function withRoll(blocks: readonly Block[], setting: DesignSetting, room: CardRoom): PlacedPart[] {
  const shown = room.logo ? blocks.filter(({ part }) => part !== 'logo') : blocks;
  const at = shown.findIndex(({ part }) => part === 'credits');
  const [above, below] = [shown.slice(0, at), shown.slice(at + 1)];
  const credits = shown[at] as Block;
  const { box } = room;
  const gapPx = (credits.font?.sizePx ?? 0) * 1.4;
  const top = stacked(above, setting, { ...room, down: 'top' });
  const foot = stacked(below, setting, { ...room, down: 'bottom' });
  const from = box.y + (above.length > 0 ? heightOf(above) + gapPx : 0);
  const to = box.y + box.heightPx - (below.length > 0 ? heightOf(below) + gapPx : 0);
  const window = { x: box.x, y: from, widthPx: box.widthPx, heightPx: Math.max(1, to - from) };
  const place = { x: startOf(credits, room), y: from, widthPx: credits.widthPx, heightPx: credits.heightPx };
  return [...top, { ...placed(credits, place, setting, room), window }, ...foot];
}

function placed(block: Block, box: Box, setting: DesignSetting, room: CardRoom): PlacedPart {
  const { part, font, style } = block;
  const subject = { part: partNames[part] };
  if (!font || !style) {
    const { x, y, widthPx, heightPx } = box;
    const { pictureId } = setting.card.logo;
    const node: SceneNode = { kind: 'image', id: 'logo', subject, x, y, widthPx, heightPx, imageId: pictureId };
    return { part, nodes: [node], box, linePx: heightPx * 0.4 };
  }
  const quiet = part === 'title' ? setting.inks.strong : setting.inks.quiet;
  const fill = room.inkOf?.(part) ?? style.colour ?? quiet;
  const share = { start: 0, middle: 0.5, end: 1 }[room.across];
  const nodes = block.lines.flatMap((text, i): SceneNode[] => {
    if (text === '') return [];
    const node: TextNode = {
      kind: 'text',
      id: `${part}:${i}`,
      subject,
      text,
      x: box.x + box.widthPx * share,
      y: box.y + font.sizePx * (ASCENT + i * LINE),
      font,
      fill,
      align: room.across,
    };
    return withShadow(node, style.shadow);
  });
  return { part, nodes, box, linePx: font.sizePx };
}
