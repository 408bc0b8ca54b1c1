'use client';

import { FileUp } from 'lucide-react';
import { Button } from './parts/button';
import { counted } from './parts/counted';
import { Dialog } from './parts/dialog';
import { FileButton } from './parts/file-button';
import { useServices } from './services';
import { useSession } from './use-state';

/** A film script that cannot be opened yet: the files that it needs, or what is wrong with it. */
export function ScriptDialog() {
  const script = useSession((state) => state.script);
  const { scripts } = useServices();
  if (!script) return null;
  const { fileName, missing, faults } = script;
  const asks = missing.length > 0;
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && scripts.cancel()}
      title={asks ? 'The film needs its files' : 'The film script has mistakes'}
      className="top-24 w-[560px] p-5"
    >
      <p className="text-[13px] leading-relaxed">
        {asks ? (
          <>
            <strong className="break-words">{fileName}</strong> names {counted(missing.length, 'file')} that did not
            come with it. Choose {missing.length === 1 ? 'it' : 'them'} from this computer; they stay in this browser.
          </>
        ) : (
          <>
            Nothing was opened from <strong className="break-words">{fileName}</strong>. Mend these and open it again:
          </>
        )}
      </p>
      <ul
        aria-label={asks ? 'Files that it needs' : 'Mistakes'}
        className="my-3 max-h-72 overflow-y-auto rounded-md border border-line bg-paper px-3 py-2 font-mono text-[12px] leading-relaxed"
      >
        {(asks ? missing : faults).map((line) => (
          <li key={line} className="py-0.5 break-words">
            {line}
          </li>
        ))}
      </ul>
      <div className="flex justify-end gap-2">
        <Button onClick={scripts.cancel}>{asks ? 'Leave it' : 'Close'}</Button>
        {asks && (
          <FileButton
            look="loud"
            label="Files of the film"
            accept=""
            multiple
            onFiles={(files) => void scripts.give(files)}
          >
            <FileUp className="size-4" aria-hidden /> Choose files
          </FileButton>
        )}
      </div>
    </Dialog>
  );
}
