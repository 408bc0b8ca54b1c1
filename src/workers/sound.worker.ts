import * as Comlink from 'comlink';
import { SoundDesk } from './sound-desk';

const desk = new SoundDesk();

Comlink.expose({
  open: desk.open.bind(desk),
  peaks: desk.peaks.bind(desk),
  spoken: desk.spoken.bind(desk),
  beats: desk.beats.bind(desk),
  setFilm: desk.setFilm.bind(desk),
  measure: desk.measure.bind(desk),
  async mix(from: number, to: number) {
    const span = await desk.mix(from, to);
    return span && Comlink.transfer(span, [span.left.buffer, span.right.buffer]);
  },
});
