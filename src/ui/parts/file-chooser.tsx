'use client';

import type { Ref } from 'react';

interface FileChooserProps {
  /** What a screen reader calls it. */
  readonly label: string;
  /** Endings, as in `accept` of an input. */
  readonly accept: string;
  /** A button elsewhere opens the chooser by clicking this. */
  readonly ref: Ref<HTMLInputElement>;
  readonly multiple?: boolean;
  readonly onFiles: (files: readonly File[]) => void;
}

/** The browser's file chooser, out of sight; the same file can be chosen twice in a row. */
export function FileChooser({ label, accept, ref, multiple = false, onFiles }: FileChooserProps) {
  return (
    <input
      ref={ref}
      type="file"
      aria-label={label}
      accept={accept}
      multiple={multiple}
      className="sr-only"
      tabIndex={-1}
      onChange={(event) => {
        const files = Array.from(event.target.files ?? []);
        event.target.value = '';
        if (files.length > 0) onFiles(files);
      }}
    />
  );
}
