'use client';

import { toast } from 'sonner';
import type { Picture } from '@/core/project/film-parts';
import { heldChart, heldPiece } from '@/core/project/pieces';
import type { Project } from '@/core/project/project';
import { type ChartDraft, currentChart } from '@/state/current';
import { documentStore, edit } from '@/state/document';
import { freshId } from '@/state/fresh-id';
import { keepAsset } from '@/state/keep/assets';
import { sessionStore } from '@/state/session';
import { rasterise } from './rasterise';

const asIs = ['image/png', 'image/jpeg', 'image/webp'] as const;
/** The longer side of a picture; larger ones are made smaller, since no stage shows more. */
const MAX_SIDE_PX = 4096;
const MAX_FONT_BYTES = 30 * 1024 * 1024;

/** Reads pictures and keeps their bytes. SVG becomes PNG; what is no picture is named. */
export async function readPictures(files: readonly File[]): Promise<Picture[]> {
  const pictures: Picture[] = [];
  const failed: string[] = [];
  for (const file of files) {
    try {
      pictures.push(await readPicture(file));
    } catch {
      failed.push(file.name);
    }
  }
  if (failed.length > 0) {
    const description = 'They should be PNG, JPEG, WebP or SVG, and whole.';
    toast.error(
      `Not read as pictures: ${failed.slice(0, 5).join(', ')}${failed.length > 5 ? ` and ${failed.length - 5} more` : ''}`,
      { description },
    );
  }
  return pictures;
}

async function readPicture(file: File): Promise<Picture> {
  const mime = asIs.find((each) => each === file.type);
  const [id, assetId] = [freshId(), freshId()];
  if (mime) {
    const bitmap = await createImageBitmap(file);
    const { width, height } = bitmap;
    bitmap.close();
    if (Math.max(width, height) <= MAX_SIDE_PX) {
      await keepAsset(assetId, await file.arrayBuffer());
      return { id, fileName: file.name, assetId, mime, widthPx: width, heightPx: height };
    }
    const scale = MAX_SIDE_PX / Math.max(width, height);
    const { bytes, widthPx, heightPx } = await rasterise(file, [Math.round(width * scale), Math.round(height * scale)]);
    await keepAsset(assetId, bytes);
    return { id, fileName: file.name, assetId, mime: 'image/png', widthPx, heightPx };
  }
  const { bytes, widthPx, heightPx } = await rasterise(file);
  await keepAsset(assetId, bytes);
  return { id, fileName: file.name, assetId, mime: 'image/png', widthPx, heightPx };
}

/** Says so, and is false, where what was being read has nowhere to go any more. */
function stillThere(there: boolean, what: string, fileName: string): boolean {
  if (!there)
    toast.error(`Not added, since ${what} is not open any more: ${fileName}`, {
      description: 'It was still being read when that was left. Choose it again where it is wanted.',
    });
  return there;
}

/**
 * Adds pictures to the project, gives them to the categories whose names they carry, and shows them. They are for the
 * chart that is edited when they are chosen, whichever is by the time that they are read.
 */
export async function addCategoryPictures(files: readonly File[]): Promise<void> {
  const { project: asked } = documentStore.getState();
  if (!asked) return;
  const chartId = currentChart(asked).id;
  const categories = sessionStore.getState().cube?.categories ?? [];
  const pictures = await readPictures(files);
  // Names of countries in every language weigh more than the rest of this.
  const { matchPictures } = await import('@/core/chart/pictures');
  const { project } = documentStore.getState();
  const names = pictures.map(({ fileName }) => fileName).join(', ');
  if (
    pictures.length === 0 ||
    !stillThere(project !== null && heldChart(project, chartId) !== null, 'their chart', names)
  )
    return;
  const matches = matchPictures(categories, pictures);
  edit((draft) => {
    const chart = heldChart(draft as Project, chartId) as ChartDraft | null;
    if (!chart) return;
    const given = new Set(chart.pictures.map(({ category }) => category));
    draft.pictures.push(...pictures);
    chart.dress.pictures.shown = true;
    for (const { category, pictureId } of matches) {
      const name = categories[category] ?? '';
      if (given.has(name)) chart.pictures = chart.pictures.filter((each) => each.category !== name);
      chart.pictures.push({ category: name, pictureId });
    }
  });
  const close = matches.filter(({ fit }) => fit === 'close').length;
  const none = pictures.length - matches.length;
  const parts = [
    `${matches.length - close} by name`,
    close > 0 ? `${close} by a similar name` : '',
    none > 0 ? `${none} with no category` : '',
  ];
  toast.success(
    `${pictures.length} ${pictures.length === 1 ? 'picture' : 'pictures'} added: ${parts.filter(Boolean).join(', ')}.`,
  );
}

/**
 * Reads one picture for the project.
 *
 * @param pieceId The piece of the film that it is for; null where it is for the whole.
 * @returns null where it could not be read, or what it is for is gone by then.
 */
export async function addPicture(file: File, pieceId: string | null): Promise<Picture | null> {
  const asked = documentStore.getState().project?.id;
  const [picture] = await readPictures([file]);
  const { project } = documentStore.getState();
  if (!picture || !project || !stillThere(project.id === asked, 'its film', file.name)) return null;
  const there = pieceId === null || heldPiece(project, pieceId) !== null;
  return stillThere(there, 'its piece of the film', file.name) ? picture : null;
}

/** Adds a font of the person's own; null where it could not be read. */
export async function addFont(file: File): Promise<string | null> {
  const { project } = documentStore.getState();
  if (!project) return null;
  const name =
    file.name
      .replace(/\.(woff2?|ttf|otf)$/i, '')
      .replace(/[_-]+/g, ' ')
      .trim() || 'Own font';
  let family = name;
  for (let i = 2; project.fonts.some((font) => font.family === family); i++) family = `${name} ${i}`;
  try {
    if (file.size > MAX_FONT_BYTES) throw new Error('It is larger than any font.');
    const bytes = await file.arrayBuffer();
    await new FontFace(family, bytes).load();
    const assetId = freshId();
    await keepAsset(assetId, bytes);
    if (!stillThere(documentStore.getState().project?.id === project.id, 'its film', file.name)) return null;
    edit((draft) => {
      draft.fonts.push({ family, fileName: file.name, assetId });
    });
    return family;
  } catch {
    toast.error(`${file.name} could not be read as a font.`, {
      description: 'It should be a WOFF2, TTF or OTF file, and whole.',
    });
    return null;
  }
}
