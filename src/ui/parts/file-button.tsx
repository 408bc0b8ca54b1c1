'use client';

import { type ReactNode, useRef } from 'react';
import { Button } from './button';
import { FileChooser } from './file-chooser';

interface FileButtonProps {
  /** What a screen reader calls the chooser. */
  readonly label: string;
  /** Endings, as in `accept` of an input. */
  readonly accept: string;
  readonly multiple?: boolean;
  readonly look?: 'plain' | 'loud';
  readonly className?: string;
  readonly onFiles: (files: readonly File[]) => void;
  readonly children: ReactNode;
}

/** A button that asks for files from this computer. */
export function FileButton({ look, className, children, ...chooser }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button look={look} className={className} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <FileChooser ref={input} {...chooser} />
    </>
  );
}
