'use client';

import { X } from 'lucide-react';
import { useCallback, useEffect, useState } from 'react';
import type { Version } from '@/state/keep/versions';
import { Button, IconButton } from '../parts/button';
import { useServices } from '../services';
import { whenWords } from '../when-words';

interface VersionListProps {
  readonly onClose: () => void;
  readonly onFail: (error: unknown) => void;
}

/** Dated states of the open work: kept by themselves while one works, or by hand under a name. */
export function VersionList({ onClose, onFail }: VersionListProps) {
  const { versions } = useServices();
  const [list, setList] = useState<readonly Version[] | null>(null);
  const [name, setName] = useState('');
  const refresh = useCallback(() => versions.list().then(setList, onFail), [versions, onFail]);
  useEffect(() => void refresh(), [refresh]);
  const keep = () =>
    void versions
      .keep(name.trim() || 'Kept by hand')
      .then(() => setName(''))
      .then(refresh, onFail);
  return (
    <div className="mt-2 border-t border-line pt-2">
      <form
        className="mb-2 flex gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          keep();
        }}
      >
        <input
          aria-label="Name of this version"
          placeholder="What it is called, for instance: as sent to the editor"
          value={name}
          maxLength={200}
          className="h-8 min-w-0 flex-1 rounded-md border border-line bg-card px-2 text-[13px]"
          onChange={(event) => setName(event.target.value)}
        />
        <Button type="submit">Keep as it is now</Button>
      </form>
      {list?.length === 0 && (
        <p className="text-[12px] text-quiet">None yet. One is kept every ten minutes while you work.</p>
      )}
      <ul aria-label="Earlier versions" className="flex max-h-[22vh] flex-col gap-1 overflow-y-auto">
        {list?.map((version) => (
          <li key={version.atMs} className="flex items-center gap-2 text-[13px]">
            <span className="min-w-0 flex-1 truncate">
              {whenWords(version.atMs)}
              {version.name !== '' && <strong className="ml-2">{version.name}</strong>}
            </span>
            <Button
              aria-label={`Look at the version of ${whenWords(version.atMs)}`}
              onClick={() => void versions.look(version).then((shown) => shown && onClose(), onFail)}
            >
              Look at it
            </Button>
            <IconButton
              label={`Remove the version of ${whenWords(version.atMs)}`}
              onClick={() => void versions.drop(version).then(refresh, onFail)}
            >
              <X className="size-4" aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
    </div>
  );
}
