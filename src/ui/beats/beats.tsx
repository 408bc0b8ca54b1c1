'use client';

import { Strip } from './strip';
import { Transport } from './transport';

/** The timeline under the stage. */
export function Beats() {
  return (
    <section aria-label="Beats" className="flex h-[128px] shrink-0 flex-col border-t border-line bg-paper">
      <Transport />
      <div className="min-h-0 flex-1 px-3 pb-1.5">
        <Strip />
      </div>
    </section>
  );
}
