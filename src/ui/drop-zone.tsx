'use client';

import { FileUp } from 'lucide-react';
import { type DragEvent, type ReactNode, useRef, useState } from 'react';
import type { OpenedFile } from './services';

interface DropZoneProps {
  readonly onFiles: (files: readonly OpenedFile[]) => void;
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
        void filesOf(event.dataTransfer).then(onFiles);
      }}
    >
      {children}
      {over && (
        <div className="pointer-events-none fixed inset-3 z-[60] grid place-content-center justify-items-center gap-3 rounded-lg border-[3px] border-dashed border-accent bg-paper/90 text-ink">
          <FileUp className="size-10 text-accent" aria-hidden />
          <p className="font-display text-[28px] font-bold">Let go to see it move</p>
          <p className="text-[14px] text-quiet">
            Tables as CSV, workbook or JSON; several are put together. Or a project file of Plucky Tempo
          </p>
        </div>
      )}
    </div>
  );
}

type WithHandle = DataTransferItem & { readonly getAsFileSystemHandle?: () => Promise<FileSystemHandle | null> };

/** The dropped files, with the way back to each where the browser gives one. The items close with the event. */
async function filesOf(transfer: DataTransfer): Promise<OpenedFile[]> {
  const items = Array.from(transfer.items).filter(({ kind }) => kind === 'file');
  const taken = items.map((item: WithHandle) => ({
    file: item.getAsFile(),
    handle: item.getAsFileSystemHandle?.().catch(() => null) ?? null,
  }));
  if (taken.length === 0) return Array.from(transfer.files, (file) => ({ file, handle: null }));
  const opened: OpenedFile[] = [];
  for (const { file, handle } of taken) {
    const way = await handle;
    if (file) opened.push({ file, handle: way instanceof FileSystemFileHandle ? way : null });
  }
  return opened;
}
