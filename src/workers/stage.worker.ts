import * as Comlink from 'comlink';
import { FontLoader } from '@/render/fonts';
import type { StageWorkerApi } from './protocol';
import { StagePlayer } from './stage-player';

const worker = self as unknown as { fonts: FontFaceSet };

let player: StagePlayer | null = null;
/** The size asked for before the fonts were loaded. */
let wanted: readonly [number, number] = [640, 360];

const api: StageWorkerApi = {
  async start(canvas, baseUrl, report) {
    player = new StagePlayer(canvas, new FontLoader(worker.fonts, baseUrl), report);
    player.resize(...wanted);
  },
  async resize(widthPx, heightPx) {
    wanted = [widthPx, heightPx];
    player?.resize(widthPx, heightPx);
  },
  async setFilm(project, cubes, timeSec, pieceId) {
    try {
      if (!player) throw new Error('The stage is not ready yet.');
      const overview = await player.setFilm(project, cubes, timeSec, pieceId);
      return Comlink.transfer({ ok: true as const, overview }, [overview.slots.buffer as ArrayBuffer]);
    } catch (error) {
      return { ok: false, message: error instanceof Error ? error.message : String(error) };
    }
  },
  async clear() {
    player?.clear();
  },
  async play(options) {
    player?.play(options);
  },
  async keepTime(heardAtMs) {
    player?.keepTime(heardAtMs);
  },
  async pause() {
    player?.pause();
  },
  async seek(timeSec) {
    player?.seek(timeSec);
  },
  async highlight(category) {
    player?.highlight(category);
  },
  async addImages(files) {
    await player?.addImages(files);
  },
  async addFonts(fonts) {
    await player?.fonts.add(fonts);
  },
  async lookAt(pieceId) {
    return player?.lookAt(pieceId) ?? null;
  },
  async cuePlan(pieceId) {
    return player?.cuePlan(pieceId) ?? [];
  },
  async piecePictures(widthPx) {
    const pictures = (await player?.piecePictures(widthPx)) ?? [];
    return Comlink.transfer(pictures, pictures);
  },
  async thumbnails(looks, widthPx) {
    const pictures = (await player?.thumbnails(looks, widthPx)) ?? [];
    return Comlink.transfer(pictures, pictures);
  },
  async designPictures(widthPx) {
    const pictures = (await player?.designPictures(widthPx)) ?? [];
    return Comlink.transfer(pictures, pictures);
  },
  async familyPictures(familyId, widthPx, count) {
    const pictures = (await player?.familyPictures(familyId, widthPx, count)) ?? [];
    return Comlink.transfer(pictures, pictures);
  },
  async boxOf(part, extra) {
    return player?.boxOf(part, extra) ?? null;
  },
  async filmSpeed(formatId, widthPx, heightPx) {
    return player?.filmSpeed(formatId, widthPx, heightPx) ?? null;
  },
  async plot() {
    return player?.plot() ?? null;
  },
  async hit(x, y) {
    return player?.hit(x, y) ?? null;
  },
};

Comlink.expose(api);
