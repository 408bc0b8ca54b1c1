'use client';

import { cx } from '../parts/class-names';
import { useProject } from '../use-state';
import { Programme } from './programme';
import { Strip } from './strip';
import { Transport } from './transport';

/** The timeline under the stage. */
export function Beats() {
  const several = useProject((project) => project.film.pieces.length > 1, false);
  return (
    <section
      aria-label="Beats"
      className={cx('flex shrink-0 flex-col border-t border-line bg-paper', several ? 'h-[172px]' : 'h-[128px]')}
    >
      <Transport />
      <Programme />
      <div className="min-h-0 flex-1 px-3 pb-1.5">
        <Strip />
      </div>
    </section>
  );
}
