'use client';

import type { ContentPart } from '@/core/project/chart';
import { inkOn } from '@/core/scale/colour';
import type { StageRect } from '@/core/scene/part-box';
import { currentChart, editChart } from '@/state/current';
import { documentStore } from '@/state/document';
import { useProject } from '../use-state';
import type { OverlayProps } from './overlay';

/** The text that is edited in place, and where. */
export interface TextEdit {
  readonly part: ContentPart;
  readonly rect: StageRect;
}

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
  const chart = currentChart(project);
  const style = chart.dress.texts[part];
  const unit = Math.min(project.film.stage.widthPx, project.film.stage.heightPx) / 100;
  const sizePx = Math.max(11, style.size * unit * scale);
  return (
    <textarea
      aria-label={`Edit the ${part} on stage`}
      // biome-ignore lint/a11y/noAutofocus: the person has just asked to write here
      autoFocus
      defaultValue={chart.text[part]}
      maxLength={500}
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
        if (event.key === 'Enter' && !event.shiftKey) event.currentTarget.blur();
      }}
      onBlur={(event) => {
        const text = event.target.value.replace(/\s*\n\s*/g, ' ').trim();
        editChart((draft) => {
          draft.text[part] = text;
        });
        onDone();
      }}
    />
  );
}
