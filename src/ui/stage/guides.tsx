'use client';

import { useSession } from '../use-state';

/** Lines to place things by; drawn over the picture, never part of it. */
export function Guides() {
  const guides = useSession((state) => state.guides);
  if (guides === 'none') return null;
  const lines = guides === 'thirds' ? [100 / 3, 200 / 3] : [];
  return (
    <div aria-hidden className="pointer-events-none absolute inset-0">
      {lines.map((at) => (
        <div key={at}>
          <div className="absolute inset-y-0 w-px bg-accent/70" style={{ left: `${at}%` }} />
          <div className="absolute inset-x-0 h-px bg-accent/70" style={{ top: `${at}%` }} />
        </div>
      ))}
      {guides === 'safe' && (
        <>
          <div className="absolute inset-[5%] border border-dashed border-accent/80" />
          <div className="absolute inset-[10%] border border-dashed border-accent/50" />
        </>
      )}
    </div>
  );
}
