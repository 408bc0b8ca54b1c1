'use client';

import { History, LayoutTemplate, Repeat2 } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../parts/button';
import { useDocument, useProject } from '../use-state';
import { VersionList } from './version-list';

interface OpenRowProps {
  readonly onClose: () => void;
  readonly onFail: (error: unknown) => void;
  readonly onStartLike: () => void;
  readonly onSaveTemplate: () => void;
}

/** The work that is open: its versions, and what it can be used for again. */
export function OpenRow({ onClose, onFail, onStartLike, onSaveTemplate }: OpenRowProps) {
  const name = useProject((project) => project.name, '');
  const hasProject = useDocument(({ project }) => project !== null);
  const elsewhere = useDocument(({ readOnly }) => readOnly?.kind === 'elsewhere');
  const [versions, setVersions] = useState(false);
  if (!hasProject) return null;
  return (
    <section aria-label="Open now" className="rounded-md border border-ink bg-paper p-2">
      <div className="flex flex-wrap items-center gap-2">
        <span className="min-w-0 flex-1 truncate text-[14px]">
          <span className="text-[12px] text-quiet">Open now </span>
          <strong>{name || 'Without a name'}</strong>
        </span>
        <Button aria-expanded={versions} disabled={elsewhere} onClick={() => setVersions(!versions)}>
          <History className="size-4" aria-hidden /> Earlier versions
        </Button>
        <Button onClick={onStartLike}>
          <Repeat2 className="size-4" aria-hidden /> Start like this
        </Button>
        <Button onClick={onSaveTemplate}>
          <LayoutTemplate className="size-4" aria-hidden /> Save as a template
        </Button>
      </div>
      {versions && !elsewhere && <VersionList onClose={onClose} onFail={onFail} />}
    </section>
  );
}
