'use client';

import { CircleAlert, FileUp, LoaderCircle } from 'lucide-react';
import { goToStep } from '../go-to';
import { Button } from '../parts/button';
import { useSession } from '../use-state';

/** What stands in place of the picture while there is none: reading, nothing yet, or what is wrong. */
export function StageNotice() {
  const status = useSession((state) => state.status);
  const failure = useSession((state) => state.failure);
  const step = useSession((state) => state.step);
  // The table after a step stands where the picture would; what is wrong is said beside it.
  const looksAtStep = useSession((state) => state.step === 'shape' && state.shownStep !== null);
  if (status === 'ready') return null;
  if (status === 'starting' || status === 'reading') {
    return (
      <Notice>
        <LoaderCircle className="size-6 animate-spin text-quiet motion-reduce:animate-none" aria-hidden />
        <p role="status">{status === 'reading' ? 'Reading the table' : 'Starting'}</p>
      </Notice>
    );
  }
  if (status === 'empty') {
    return (
      <Notice>
        <FileUp className="size-6 text-quiet" aria-hidden />
        <p>Drop a table here, or choose one in Gather.</p>
      </Notice>
    );
  }
  if (looksAtStep) return null;
  return (
    <Notice>
      <CircleAlert className="size-6 text-accent-text" aria-hidden />
      <p role="alert" className="max-w-md text-center leading-relaxed">
        {failure[0]?.message ?? 'The chart could not be made.'}
      </p>
      <div className="flex gap-2">
        {step !== 'shape' && <Button onClick={() => goToStep('shape')}>Choose columns in Shape</Button>}
        {step !== 'gather' && <Button onClick={() => goToStep('gather')}>Another table in Gather</Button>}
      </div>
    </Notice>
  );
}

function Notice({ children }: { readonly children: React.ReactNode }) {
  return (
    <div className="absolute inset-0 grid place-content-center justify-items-center gap-3 p-8 text-[14px]">
      {children}
    </div>
  );
}
