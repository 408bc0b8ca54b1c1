'use client';

import { FileUp } from 'lucide-react';
import { type DragEvent, type ReactNode, useRef, useState } from 'react';

interface DropZoneProps {
  readonly onFiles: (files: readonly File[]) => void;
  readonly children: ReactNode;
}

/** The whole window takes files. */
export function DropZone({ onFiles, children }: DropZoneProps) {
  const [over, setOver] = useState(false);
  const depth = useRef(0);
  const carriesFiles = (event: DragEvent) => event.dataTransfer.types.includes('Files');
  const move = (by: number) => (event: DragEvent) => {
    if (!carriesFiles(event)) return;
    event.preventDefault();
    depth.current += by;
    setOver(depth.current > 0);
  };
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping has other ways in for the keyboard: buttons and Ctrl O
    <div
      className="h-full"
      onDragEnter={move(1)}
      onDragLeave={move(-1)}
      onDragOver={(event) => carriesFiles(event) && event.preventDefault()}
      onDrop={(event) => {
        if (!carriesFiles(event)) return;
        event.preventDefault();
        depth.current = 0;
        setOver(false);
        onFiles(Array.from(event.dataTransfer.files));
      }}
    >
      {children}
      {over && (
        <div className="pointer-events-none fixed inset-3 z-[60] grid place-content-center justify-items-center gap-3 rounded-lg border-[3px] border-dashed border-accent bg-paper/90 text-ink">
          <FileUp className="size-10 text-accent" aria-hidden />
          <p className="font-display text-[28px] font-bold">Let go to see it move</p>
          <p className="text-[14px] text-quiet">A CSV file, or a project file of Plucky Tempo</p>
        </div>
      )}
    </div>
  );
}
