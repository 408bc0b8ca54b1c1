'use client';

import { SoundLanes } from '../sound/sound-lanes';
import { SpeakAlong } from '../sound/speak-along';
import { useBeatsHeight } from './beats-height';
import { Programme } from './programme';
import { Strip } from './strip';
import { Transport } from './transport';

/** The timeline under the stage. */
export function Beats() {
  const { heightPx } = useBeatsHeight();
  return (
    <>
      <SpeakAlong />
      <section
        aria-label="Beats"
        className="flex shrink-0 flex-col border-t border-line bg-paper"
        style={{ height: heightPx }}
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
