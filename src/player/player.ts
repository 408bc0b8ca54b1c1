import { FilmPreparer, type PreparedFilm, sceneAt } from '@/core/chart/prepare';
import { readoutAt } from '@/core/chart/readout';
import { frameAt, frameTimeSec, periodTimesSec } from '@/core/pace/film-clock';
import { cubeOfData, type FilmData } from '@/core/project/film-data';
import { hitTest } from '@/core/scene/hit-test';
import { createMeasure } from '@/render/canvas/measure-text';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';
import { ImageStore } from '@/render/images';

/** The player of a web page: the same core and painter as the app, and nothing from anywhere else. */
class Player {
  private timeSec = 0;
  private startedMs: number | null = null;
  private readonly canvas = byId<HTMLCanvasElement>('stage');
  private readonly context = this.canvas.getContext('2d') as CanvasRenderingContext2D;
  private readonly seek = byId<HTMLInputElement>('seek');
  private readonly playButton = byId<HTMLButtonElement>('play');
  private readonly tip = byId<HTMLElement>('tip');
  private readonly resources: PaintResources;
  private readonly film: PreparedFilm;

  constructor(data: FilmData, store: ImageStore) {
    this.resources = { measure: createMeasure(this.context), images: store.images };
    this.film = new FilmPreparer().prepare(data.project, cubeOfData(data), this.resources.measure);
    this.seek.max = String(this.film.clock.lengthSec);
    this.listen();
    this.fit();
    this.fillTable();
    if (matchMedia('(prefers-reduced-motion: reduce)').matches) this.go(this.film.clock.lengthSec);
    else this.play();
  }

  private listen(): void {
    const by = (id: string, act: () => void) => byId(id).addEventListener('click', act);
    by('play', () => this.toggle());
    by('back', () => this.step(-1));
    by('on', () => this.step(1));
    this.seek.addEventListener('input', () => {
      this.pause();
      this.go(Number(this.seek.value));
    });
    new ResizeObserver(() => this.fit()).observe(byId('room'));
    this.canvas.addEventListener('pointermove', (event) => this.point(event));
    this.canvas.addEventListener('pointerleave', () => {
      this.tip.hidden = true;
    });
    this.canvas.addEventListener('click', () => this.toggle());
    document.addEventListener('keydown', (event) => {
      if (event.target instanceof HTMLButtonElement && event.key === ' ') return;
      const keys: Record<string, () => void> = {
        ' ': () => this.toggle(),
        ArrowRight: () => this.step(1),
        ArrowLeft: () => this.step(-1),
        Home: () => this.go(0),
        End: () => this.go(this.film.clock.lengthSec),
      };
      const act = keys[event.key];
      if (!act) return;
      event.preventDefault();
      act();
    });
  }

  private fit(): void {
    const room = byId('room');
    const { widthPx, heightPx } = this.film.stage;
    const scale = Math.min(room.clientWidth / widthPx, room.clientHeight / heightPx);
    const ratio = devicePixelRatio || 1;
    const [width, height] = [Math.max(1, Math.floor(widthPx * scale)), Math.max(1, Math.floor(heightPx * scale))];
    this.canvas.style.width = `${width}px`;
    this.canvas.style.height = `${height}px`;
    this.canvas.width = Math.round(width * ratio);
    this.canvas.height = Math.round(height * ratio);
    this.draw();
  }

  private toggle(): void {
    if (this.startedMs === null) this.play();
    else this.pause();
  }

  private play(): void {
    if (this.timeSec >= this.film.clock.lengthSec - 0.01) this.timeSec = 0;
    this.startedMs = performance.now() - this.timeSec * 1000;
    this.label();
    requestAnimationFrame(() => this.tick());
  }

  private pause(): void {
    this.startedMs = null;
    this.label();
  }

  private label(): void {
    const playing = this.startedMs !== null;
    this.playButton.textContent = playing ? 'Pause' : 'Play';
    byId('words').setAttribute('aria-live', playing ? 'off' : 'polite');
  }

  private tick(): void {
    if (this.startedMs === null) return;
    this.timeSec = (performance.now() - this.startedMs) / 1000;
    if (this.timeSec >= this.film.clock.lengthSec) {
      this.timeSec = this.film.clock.lengthSec;
      this.pause();
    }
    this.draw();
    requestAnimationFrame(() => this.tick());
  }

  private go(timeSec: number): void {
    this.timeSec = Math.min(this.film.clock.lengthSec, Math.max(0, timeSec));
    if (this.startedMs !== null) this.startedMs = performance.now() - this.timeSec * 1000;
    this.draw();
  }

  /** To the next or the last period. */
  private step(direction: 1 | -1): void {
    this.pause();
    const frameSec = 1 / this.film.clock.framesPerSec;
    const times = Array.from(periodTimesSec(this.film.clock));
    const next =
      direction > 0
        ? times.find((time) => time > this.timeSec + frameSec)
        : times.findLast((time) => time < this.timeSec - frameSec);
    this.go(
      next === undefined
        ? direction > 0
          ? this.film.clock.lengthSec
          : 0
        : Math.ceil(next / frameSec - 1e-6) * frameSec,
    );
  }

  private scene() {
    const { clock } = this.film;
    return sceneAt(this.film, frameTimeSec(clock, frameAt(clock, this.timeSec)));
  }

  private draw(): void {
    paintScene(this.context, this.scene(), this.canvas.width / this.film.stage.widthPx, this.resources);
    this.seek.value = String(this.timeSec);
    const { periodLabel, rows } = readoutAt(this.film, this.timeSec);
    this.seek.setAttribute('aria-valuetext', periodLabel);
    byId('period').textContent = periodLabel;
    if (this.startedMs === null)
      byId('words').textContent =
        `${periodLabel}: ${rows.map(({ rank, name, valueText }) => `${rank}. ${name}, ${valueText}`).join('; ')}.`;
  }

  private point(event: PointerEvent): void {
    const box = this.canvas.getBoundingClientRect();
    const scale = this.film.stage.widthPx / box.width;
    const found = hitTest(
      this.scene(),
      (event.clientX - box.left) * scale,
      (event.clientY - box.top) * scale,
      this.resources.measure,
    );
    const row = readoutAt(this.film, this.timeSec).rows.find(({ category }) => category === found?.category);
    this.tip.hidden = row === undefined;
    if (!row) return;
    this.tip.textContent = `${row.rank}. ${row.name}: ${row.valueText}`;
    this.tip.style.left = `${Math.min(event.clientX + 12, innerWidth - 200)}px`;
    this.tip.style.top = `${event.clientY + 14}px`;
  }

  /** Values for whoever reads instead of watching: those that are ever on stage. */
  private fillTable(): void {
    const { cube, motion, periodLabels, formatValue } = this.film;
    const table = byId<HTMLTableElement>('table');
    const shown = Array.from(motion.series.categories).slice(0, 60);
    const head = table.createTHead().insertRow();
    const cell = (row: HTMLTableRowElement, tag: 'th' | 'td', text: string) => {
      const element = document.createElement(tag);
      element.textContent = text;
      row.append(element);
    };
    cell(head, 'th', '');
    for (const c of shown) cell(head, 'th', cube.categories[c] ?? '');
    const body = table.createTBody();
    periodLabels.forEach((label, p) => {
      const row = body.insertRow();
      cell(row, 'th', label);
      for (const c of shown) {
        const value = cube.values[p * cube.categories.length + c] ?? Number.NaN;
        cell(row, 'td', Number.isNaN(value) ? '' : formatValue(value));
      }
    });
  }
}

function byId<T extends HTMLElement>(id: string): T {
  return document.getElementById(id) as T;
}

async function start(): Promise<void> {
  const data: FilmData = JSON.parse(byId('film').textContent ?? '');
  await Promise.all(Array.from(document.fonts, (face) => face.load()));
  const store = new ImageStore();
  for (const [id, url] of Object.entries(data.images)) {
    const image = new Image();
    image.src = url;
    await image.decode();
    store.images.set(id, await createImageBitmap(image));
  }
  store.blurBackground(data.project.film.stage);
  new Player(data, store);
}

void start();
