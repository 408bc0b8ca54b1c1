'use client';

import { SoundLanes, useLanesPx } from '../sound/sound-lanes';
import { SpeakAlong } from '../sound/speak-along';
import { useProject } from '../use-state';
import { Programme } from './programme';
import { Strip } from './strip';
import { Transport } from './transport';

/** Heights of the timeline without sounds, in CSS pixels. */
const [ALONE_PX, WITH_PROGRAMME_PX] = [128, 172];

/** The timeline under the stage. */
export function Beats() {
  const several = useProject((project) => project.film.pieces.length > 1, false);
  const lanesPx = useLanesPx();
  return (
    <>
      <SpeakAlong />
      <section
        aria-label="Beats"
        className="flex shrink-0 flex-col border-t border-line bg-paper"
        style={{ height: (several ? WITH_PROGRAMME_PX : ALONE_PX) + lanesPx }}
      >
        <Transport />
        <Programme />
        <div className="min-h-0 flex-1 px-3 pb-1.5">
          <Strip />
        </div>
        <SoundLanes />
      </section>
    </>
  );
}
