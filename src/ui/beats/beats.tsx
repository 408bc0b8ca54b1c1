'use client';

import { Programme, SoundLanes, SpeakAlong } from '../later';
import { useProject, useSession } from '../use-state';
import { useBeatsHeight } from './beats-height';
import { Strip } from './strip';
import { Transport } from './transport';

/** The timeline under the stage. */
export function Beats() {
  const { heightPx } = useBeatsHeight();
  // What most films have nothing for is fetched once there is something.
  const several = useProject((project) => project.film.pieces.length > 1, false);
  const heard = useProject((project) => project.film.sounds.length > 0, false);
  const speaking = useSession((state) => state.speaking);
  return (
    <>
      {speaking && <SpeakAlong />}
      <section
        aria-label="Beats"
        className="flex shrink-0 flex-col border-t border-line bg-paper"
        style={{ height: heightPx }}
      >
        <Transport />
        {several && <Programme />}
        <div className="min-h-0 flex-1 px-3 pb-1.5">
          <Strip />
        </div>
        {heard && <SoundLanes />}
      </section>
    </>
  );
}
