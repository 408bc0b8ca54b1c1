// @vitest-environment happy-dom
import { act, cleanup, screen } from '@testing-library/react';
import { Profiler, type ReactNode } from 'react';
import { afterEach, describe, expect, it } from 'vitest';
import { readoutAt } from '@/core/film/readout';
import { setReadout } from '@/state/playhead';
import { setSession } from '@/state/session';
import { DressBench } from './dress/dress-bench';
import { GatherBench } from './gather/gather-bench';
import { OutputBench } from './output/output-bench';
import { PaceBench } from './pace/pace-bench';
import { ShapeBench } from './shape/shape-bench';
import { Ranking } from './stage/ranking';
import { draw, stageRace } from './testing/app';
import { TopLine } from './top-line';

afterEach(cleanup);

/** How often something drew while the film played through. */
function drawnWhilePlaying(element: ReactNode): number {
  const film = stageRace();
  let commits = 0;
  draw(
    <Profiler id="watched" onRender={() => commits++}>
      {element}
    </Profiler>,
  );
  act(() => setSession({ playing: true }));
  const before = commits;
  for (let frame = 0; frame < film.frameCount; frame += 7)
    act(() => setReadout(readoutAt(film, frame / film.framesPerSec)));
  return commits - before;
}

describe('while a film plays', () => {
  it.each([
    ['Gather', <GatherBench key="gather" />],
    ['Shape', <ShapeBench key="shape" />],
    ['Dress', <DressBench key="dress" />],
    ['Pace', <PaceBench key="pace" />],
    ['Output', <OutputBench key="output" />],
    [
      'the top line',
      <TopLine key="line" onPalette={() => undefined} onHelp={() => undefined} onShelf={() => undefined}>
        {null}
      </TopLine>,
    ],
  ])('%s does not draw again', (_, element) => {
    expect(drawnWhilePlaying(element)).toBe(0);
  });

  it('the ranking does', () => {
    expect(drawnWhilePlaying(<Ranking />)).toBeGreaterThan(20);
    expect(screen.getAllByRole('button').length).toBeGreaterThan(3);
  });

  it('a bench takes up what is on show once the film stands still', () => {
    const film = stageRace();
    draw(<PaceBench />);
    act(() => setSession({ playing: true }));
    act(() => setReadout(readoutAt(film, film.lengthSec * 0.6)));
    expect(screen.getByText('2000 to 2001')).toBeTruthy();
    act(() => setSession({ playing: false }));
    expect(screen.getByText('2001 to 2002')).toBeTruthy();
  });
});
