import * as Comlink from 'comlink';
import { FilmPreparer } from '@/core/chart/prepare';
import { ExportError } from '@/export/export-error';
import { createFramePainter, type FramePainter } from '@/export/video/frame-painter';
import { createMeasure } from '@/render/canvas/measure-text';
import { charactersOf, FontLoader, familiesOf } from '@/render/fonts';
import { ImageStore } from '@/render/images';
import type { FrameWorkerApi } from './protocol';

const worker = self as unknown as { fonts: FontFaceSet };

let painter: FramePainter | null = null;

const api: FrameWorkerApi = {
  async prepare({ project, cube, widthPx, heightPx, baseUrl, assets }) {
    const fonts = new FontLoader(worker.fonts, baseUrl);
    await Promise.all([fonts.add(assets.fonts), fonts.ensure(familiesOf(project), charactersOf(project, cube))]);
    const store = new ImageStore();
    await store.add(assets.images);
    store.blurBackground(project.film.stage);
    const context = new OffscreenCanvas(widthPx, heightPx).getContext('2d', { alpha: false });
    if (!context) throw new ExportError('failed', 'This browser gives no canvas to draw on.');
    const measure = createMeasure(context);
    const film = new FilmPreparer().prepare(project, cube, measure);
    painter = createFramePainter(film, widthPx, heightPx, context, { measure, images: store.images });
    return { framesPerSec: film.clock.framesPerSec, frameCount: film.clock.frameCount };
  },
  async paint(number) {
    if (!painter) throw new ExportError('failed', 'The film was not prepared.');
    const frame = await painter.paint(number);
    return Comlink.transfer(frame, [frame]);
  },
};

Comlink.expose(api);
