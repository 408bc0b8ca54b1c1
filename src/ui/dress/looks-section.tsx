'use client';

import { useCallback, useEffect, useState } from 'react';
import { type Look, lookOf } from '@/core/project/look';
import { looks } from '@/core/project/looks';
import { currentDressed, editPiece } from '@/state/current';
import { documentStore } from '@/state/document';
import { applyLook } from '@/state/edit-film';
import { Button } from '../parts/button';
import { Field, Section } from '../parts/field';
import { FileButton } from '../parts/file-button';
import { Fold } from '../parts/fold';
import { Picture } from '../parts/picture';
import { SwitchField } from '../parts/switch-field';
import { useInSight } from '../parts/use-in-sight';
import { useSmallPictures } from '../parts/use-small-pictures';
import { useServices } from '../services';
import { useDocument, useDressed, usePiece, useProject, useSession } from '../use-state';

const THUMBNAIL_PX = 200;

/** The shelf of looks, each shown with the person's own data. */
export function LooksSection() {
  const services = useServices();
  const [own, setOwn] = useState<readonly Look[]>([]);
  const all = [...looks, ...own];
  const [place, inSight] = useInSight<HTMLUListElement>();
  const pictures = useThumbnails(all, inSight);
  const reload = useCallback(() => void services.ownLooks().then(setOwn), [services]);
  useEffect(reload, [reload]);
  const worn = useDocument(({ project }) => {
    if (!project) return null;
    const { dress } = currentDressed(project);
    return all.find((look) => look.dress === dress && look.background === project.film.stage.background)?.name ?? null;
  });
  return (
    <Section title="Looks">
      <Field control="looks" bare>
        <ul ref={place} aria-label="Looks" className="grid grid-cols-3 gap-2">
          {all.map((look, i) => (
            <li key={`${i < looks.length ? 'shipped' : 'own'} ${look.name}`}>
              <button
                type="button"
                aria-label={`Look ${look.name}`}
                aria-pressed={worn === look.name}
                title={look.name}
                className="group block w-full rounded-md border border-line bg-card p-1 text-left hover:border-ink aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
                onClick={() => applyLook(look)}
              >
                <Picture picture={pictures[i] ?? null} className="h-14 w-full" />
                <span className="block truncate px-0.5 pt-1 text-[12px]">{look.name}</span>
              </button>
            </li>
          ))}
        </ul>
      </Field>
      <OneOrAll />
      <OwnLooks own={own} onChange={reload} />
    </Section>
  );
}

/** With several pieces a look is for all of them, unless this one keeps its own. */
function OneOrAll() {
  const several = useProject((project) => project.film.pieces.length > 1, false);
  const own = usePiece((piece) => piece.ownLook, false);
  if (!several) return null;
  return (
    <>
      <SwitchField
        control="own-look"
        checked={own}
        onChange={(ownLook) =>
          editPiece((piece) => {
            piece.ownLook = ownLook;
          })
        }
      />
      <p className="text-[12px] text-quiet">
        {own
          ? 'A look changes this piece alone; the background is that of the film.'
          : 'A look changes all pieces but those that keep their own.'}
      </p>
    </>
  );
}

interface OwnLooksProps {
  readonly own: readonly Look[];
  /** Called when the shelf holds other looks than before. */
  readonly onChange: () => void;
}

/** Keeping, saving and reading looks of one's own. */
function OwnLooks({ own, onChange }: OwnLooksProps) {
  const services = useServices();
  const [name, setName] = useState('');
  const now = () => {
    const { project } = documentStore.getState();
    return project ? lookOf(project, currentDressed(project).dress, name.trim() || 'My look') : null;
  };
  return (
    <Fold title="Looks of your own" holds={['own-looks']}>
      <Field control="own-looks">
        <div className="flex gap-2">
          <input
            aria-label="Name of the look"
            value={name}
            maxLength={60}
            placeholder="Name this look"
            className="w-full rounded-md border border-line bg-card px-2 text-[13px] outline-none focus:border-ink"
            onChange={(event) => setName(event.target.value)}
          />
          <Button
            className="shrink-0"
            onClick={() => {
              const look = now();
              if (look) void services.keepLook(look).then(onChange);
              setName('');
            }}
          >
            Keep
          </Button>
        </div>
        <div className="mt-2 flex flex-wrap gap-2">
          <Button
            onClick={() => {
              const look = now();
              if (look) void services.saveLook(look);
            }}
          >
            Save as a file
          </Button>
          <FileButton
            label="File of a look"
            accept=".json"
            onFiles={([chosen]) => {
              if (!chosen) return;
              void services.loadLook(chosen).then((look) => {
                if (look) applyLook(look);
                onChange();
              });
            }}
          >
            Read a file
          </FileButton>
        </div>
        {own.map((look) => (
          <div key={look.name} className="mt-1.5 flex items-center gap-2 text-[13px]">
            <span className="min-w-0 flex-1 truncate">{look.name}</span>
            <button
              type="button"
              className="text-[12px] text-quiet underline"
              onClick={() => void services.dropLook(look.name).then(onChange)}
            >
              Take off the shelf
            </button>
          </div>
        ))}
      </Field>
    </Fold>
  );
}

/** A small picture of what is edited in each look. */
function useThumbnails(all: readonly Look[], inSight: boolean): readonly ImageBitmap[] {
  const { thumbnails } = useServices();
  const cube = useSession((state) => state.cube);
  const dressed = useDressed((each) => each);
  const names = all.map(({ name }) => name).join('\n');
  const { dress: _, ...shown } = dressed ?? { dress: null };
  const stamp = [cube, names, ...Object.values(shown)];
  return useSmallPictures('looks', () => thumbnails(all, THUMBNAIL_PX), stamp, inSight);
}
