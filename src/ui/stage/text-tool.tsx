'use client';

import { wordsPx } from '@/core/card/card-layout';
import { type Card, type CardText, cardLimits, cardTexts } from '@/core/project/card';
import { type Chart, type ContentPart, contentParts } from '@/core/project/chart';
import { inkOn } from '@/core/scale/colour';
import type { StageRect } from '@/core/scene/part-box';
import { currentDressed, editCard, editChart } from '@/state/current';
import { documentStore } from '@/state/document';
import { useProject } from '../use-state';
import type { OverlayProps } from './overlay';

/** The text that is edited in place, and where. */
export interface TextEdit {
  readonly part: ContentPart | CardText;
  readonly rect: StageRect;
}

/** The text of a part of what is edited, the style that it is set in, and how it is put back; null where there is none. */
function textOf(part: TextEdit['part'], dressed: Chart | Card) {
  const { texts } = dressed.dress;
  if ('design' in dressed) {
    const named = cardTextOf(part);
    const style =
      part === 'title' ? texts.title : part === 'source' || part === 'address' ? texts.source : texts.subtitle;
    if (!named) return null;
    const write = (text: string) =>
      editCard((card) => {
        card.texts[named] = text;
      });
    const px = (unit: number) => wordsPx(dressed, named, unit);
    return { text: dressed.texts[named], style, px, write, lines: named === 'lines' || named === 'credits' };
  }
  const own = contentParts.find((each) => each === part);
  if (!own) return null;
  const write = (text: string) =>
    editChart((chart) => {
      chart.text[own] = text;
    });
  const px = (unit: number) => texts[own].size * unit;
  return { text: dressed.text[own], style: texts[own], px, write, lines: false };
}

/** What is a subtitle on stage is the tagline of a card. */
const cardTextOf = (part: string) => cardTexts.find((each) => each === (part === 'subtitle' ? 'tagline' : part));

/** A text of the stage, edited where it stands. Enter keeps it, Escape takes it back. */
export function TextTool({
  scale,
  editing,
  onDone,
}: OverlayProps & { readonly editing: TextEdit; readonly onDone: () => void }) {
  const background = useProject((project) => project.film.stage.background.colour, '#FFFCF5');
  const { part, rect } = editing;
  const { project } = documentStore.getState();
  if (!project) return null;
  const edited = textOf(part, currentDressed(project));
  if (!edited) return null;
  const { text: before, style, px, write, lines } = edited;
  const unit = Math.min(project.film.stage.widthPx, project.film.stage.heightPx) / 100;
  // Words that had to shrink for their room are written as small as they stand.
  const sizePx = Math.max(11, Math.min(px(unit), rect.heightPx) * scale);
  return (
    <textarea
      aria-label={`Edit the ${part} on stage`}
      // biome-ignore lint/a11y/noAutofocus: the person has just asked to write here
      autoFocus
      defaultValue={before}
      maxLength={lines ? cardLimits.textLength : 500}
      className="absolute z-10 resize-none overflow-hidden rounded-[3px] border-2 border-accent p-0.5 leading-tight outline-none"
      style={{
        left: Math.max(0, rect.x * scale - 4),
        top: Math.max(0, rect.y * scale - 4),
        minWidth: Math.max(180, rect.widthPx * scale + 24),
        width: Math.max(180, rect.widthPx * scale + 24),
        height: Math.max(sizePx * 1.5, rect.heightPx * scale + 12),
        background,
        color: style.colour ?? inkOn(background),
        font: `${style.italic ? 'italic ' : ''}${style.weight} ${sizePx}px '${style.family}', 'Instrument Sans', sans-serif`,
      }}
      onFocus={(event) => event.target.select()}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        event.stopPropagation();
        if (event.key === 'Escape') onDone();
        if (event.key === 'Enter' && !event.shiftKey && !lines) event.currentTarget.blur();
      }}
      onBlur={(event) => {
        const { value } = event.target;
        write(lines ? value.trim() : value.replace(/\s*\n\s*/g, ' ').trim());
        onDone();
      }}
    />
  );
}
