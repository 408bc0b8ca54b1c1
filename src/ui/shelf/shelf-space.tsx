'use client';

import { useCallback, useEffect, useState } from 'react';
import { Button } from '../parts/button';
import { FileButton } from '../parts/file-button';
import { useServices } from '../services';

interface ShelfSpaceProps {
  readonly onChanged: () => void;
  readonly onFail: (error: unknown) => void;
}

type Space = Awaited<ReturnType<ReturnType<typeof useServices>['works']['space']>>;

/** How much room the shelf takes, whether the browser may clear it, and the whole of it as a file. */
export function ShelfSpace({ onChanged, onFail }: ShelfSpaceProps) {
  const { works, openFiles } = useServices();
  const [space, setSpace] = useState<Space>(null);
  const [refused, setRefused] = useState(false);
  const measure = useCallback(() => works.space().then(setSpace, onFail), [works, onFail]);
  useEffect(() => void measure(), [measure]);
  const ask = () =>
    void works
      .askToKeep()
      .then((granted) => setRefused(!granted))
      .then(measure, onFail);
  return (
    <footer className="mt-3 flex flex-wrap items-center gap-2 border-t border-line pt-3 text-[12px]">
      <p className="min-w-0 flex-1 text-quiet">
        {space ? spaceWords(space, refused) : 'Everything is kept in this browser alone.'}
      </p>
      {space && !space.lasting && !refused && (
        <Button onClick={ask} title="Without it a browser that runs out of disk may clear what is kept here">
          Keep it for good
        </Button>
      )}
      <Button onClick={() => void works.saveShelf().catch(onFail)}>Save the whole shelf</Button>
      <FileButton
        label="Bring a saved shelf back"
        accept=".plucky-shelf"
        onFiles={(files) => void openFiles(files.map((file) => ({ file, handle: null }))).then(onChanged, onFail)}
      >
        Bring one back
      </FileButton>
    </footer>
  );
}

function spaceWords({ usedBytes, roomBytes, lasting }: NonNullable<Space>, refused: boolean): string {
  const share = usedBytes / roomBytes;
  const used = `${megabytes(usedBytes)} of ${megabytes(roomBytes)} used`;
  if (share > 0.9)
    return `${used}: nearly full. Empty the bin, remove work, or save the shelf to a file and remove what you do not need.`;
  if (lasting) return `${used}. The browser keeps it until you remove it.`;
  return refused
    ? `${used}. This browser does not promise to keep it: save the shelf to a file from time to time.`
    : `${used}. A browser that runs out of disk may clear it, unless you ask it not to.`;
}

function megabytes(bytes: number): string {
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(1)} GB`;
  return bytes >= 1e7 ? `${Math.round(bytes / 1e6)} MB` : `${(bytes / 1e6).toFixed(1)} MB`;
}
