import { cubesOf, type FilmData } from '@/core/film/film-data';
import { periodStops } from '@/core/film/period-stops';
import { pointAt } from '@/core/film/point-at';
import { type PreparedFilm, prepareFilm } from '@/core/film/prepare-film';
import { readoutAt } from '@/core/film/readout';
import { sceneAt } from '@/core/film/scene-at';
import { stopBeside } from '@/core/film/stop-beside';
import { frameAt, frameTimeSec } from '@/core/pace/film-clock';
import { cubeValue } from '@/core/shaping/cube';
import { createMeasure } from '@/render/canvas/measure-text';
import { type PaintResources, paintScene } from '@/render/canvas/paint-scene';
import { ImageStore } from '@/render/images';
import { PageSound } from './page-sound';

/** Categories in the table for readers; nobody reads more. */
const MAX_COLUMNS = 60;

/** How far picture and sound may be apart, in seconds. */
const APART_SEC = 0.02;

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
  private readonly sound = new PageSound(() => this.timeSec);

  constructor(data: FilmData, store: ImageStore) {
    this.resources = { measure: createMeasure(this.context), images: store.images };
    const { measure } = this.resources;
    this.film = prepareFilm(data.project, cubesOf(data.cubes), { measure });
    this.seek.max = String(this.film.lengthSec);
    this.listen();
    this.fit();
    this.fillTable();
    if (matchMedia('(prefers-reduced-motion: reduce)').matches) this.go(this.film.lengthSec);
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
        End: () => this.go(this.film.lengthSec),
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
    if (this.timeSec >= this.film.lengthSec - 0.01) this.timeSec = 0;
    this.startedMs = performance.now() - this.timeSec * 1000;
    this.sound.play(this.timeSec);
    this.label();
    requestAnimationFrame(() => this.tick());
  }

  private pause(): void {
    this.startedMs = null;
    this.sound.pause();
    this.label();
  }

  private label(): void {
    const playing = this.startedMs !== null;
    this.playButton.textContent = playing ? 'Pause' : 'Play';
    byId('words').setAttribute('aria-live', playing ? 'off' : 'polite');
  }

  private tick(): void {
    if (this.startedMs === null) return;
    const now = performance.now();
    // The picture follows what is heard.
    const heardSec = this.sound.heardSec();
    if (heardSec !== null && Math.abs(heardSec - (now - this.startedMs) / 1000) > APART_SEC)
      this.startedMs = now - heardSec * 1000;
    this.timeSec = (now - this.startedMs) / 1000;
    if (this.timeSec >= this.film.lengthSec) {
      this.timeSec = this.film.lengthSec;
      this.pause();
    }
    this.draw();
    requestAnimationFrame(() => this.tick());
  }

  private go(timeSec: number): void {
    this.timeSec = Math.min(this.film.lengthSec, Math.max(0, timeSec));
    if (this.startedMs !== null) {
      this.startedMs = performance.now() - this.timeSec * 1000;
      this.sound.play(this.timeSec);
    }
    this.draw();
  }

  /** To the next or the last period. */
  private step(direction: 1 | -1): void {
    this.pause();
    this.go(stopBeside(periodStops(this.film), direction, { ...this.film, timeSec: this.timeSec }));
  }

  private scene() {
    return sceneAt(this.film, frameTimeSec(this.film, frameAt(this.film, this.timeSec)));
  }

  private draw(): void {
    paintScene(this.context, this.scene(), this.canvas.width / this.film.stage.widthPx, this.resources);
    this.seek.value = String(this.timeSec);
    const { periodLabel, sentence } = readoutAt(this.film, this.timeSec);
    this.seek.setAttribute('aria-valuetext', periodLabel);
    byId('period').textContent = periodLabel;
    if (this.startedMs === null) byId('words').textContent = sentence;
  }

  private point(event: PointerEvent): void {
    const box = this.canvas.getBoundingClientRect();
    const scale = this.film.stage.widthPx / box.width;
    const found = pointAt({
      film: this.film,
      scene: this.scene(),
      timeSec: frameTimeSec(this.film, frameAt(this.film, this.timeSec)),
      x: (event.clientX - box.left) * scale,
      y: (event.clientY - box.top) * scale,
      measure: this.resources.measure,
    });
    const category = found?.subject.category;
    const row = readoutAt(this.film, this.timeSec).rows.find((each) => each.category === category);
    const told = found?.told;
    this.tip.hidden = !told && !row;
    if (told)
      this.tip.textContent = `${[told.name, told.portion, told.periodLabel].filter(Boolean).join(', ')}: ${told.valueText}`;
    else if (row) this.tip.textContent = `${row.rank}. ${row.name}: ${row.valueText}`;
    this.tip.style.left = `${Math.min(event.clientX + 12, innerWidth - 200)}px`;
    this.tip.style.top = `${event.clientY + 14}px`;
  }

  /** Values for whoever reads instead of watching: those that are ever on stage. */
  private fillTable(): void {
    const table = byId<HTMLTableElement>('table');
    for (const piece of this.film.pieces) {
      if (piece.kind === 'card') continue;
      const { chart } = piece;
      const { cube, periodLabels, formatValue, family } = chart;
      const shown = family.mapOf(chart).categories.slice(0, MAX_COLUMNS);
      const head = table.createTBody().insertRow();
      addCell(head, 'th', '');
      for (const c of shown) addCell(head, 'th', cube.categories[c] ?? '');
      const body = table.createTBody();
      periodLabels.forEach((label, p) => {
        const row = body.insertRow();
        addCell(row, 'th', label);
        for (const c of shown) {
          const value = cubeValue(cube, p, c);
          addCell(row, 'td', Number.isNaN(value) ? '' : formatValue(value));
        }
      });
    }
  }
}

function addCell(row: HTMLTableRowElement, tag: 'th' | 'td', text: string): void {
  const element = document.createElement(tag);
  element.textContent = text;
  row.append(element);
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
  store.blurBackgrounds(data.project.film);
  new Player(data, store);
}

void start();
