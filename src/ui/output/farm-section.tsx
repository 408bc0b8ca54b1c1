'use client';

import { Network, ShieldAlert } from 'lucide-react';
import { useEffect, useState } from 'react';
import type { FarmPlace } from '@/core/project/farm-job';
import { Button } from '../parts/button';
import { counted } from '../parts/counted';
import { Dialog } from '../parts/dialog';
import { Section } from '../parts/field';
import { type ExportRequest, useServices } from '../services';
import { useSession } from '../use-state';
import type { Output } from './use-output';

/**
 * Films can be made by other machines, where the server was started with a farm; nothing otherwise. What this browser can encode
 * does not matter there.
 */
export function FarmSection({ output: { requests, overview } }: { readonly output: Output }) {
  const place = useSession((state) => state.farm);
  const { farm } = useServices();
  const [asks, setAsks] = useState(false);
  useEffect(() => {
    void farm.look();
  }, [farm]);
  if (!place) return null;
  const films = requests.filter(({ form }) => form.kind === 'film');
  const others = requests.length - films.length;
  return (
    <Section title="On other machines" short="Farm">
      <Button className="w-full" disabled={!overview || films.length === 0} onClick={() => setAsks(true)}>
        <Network className="size-4" aria-hidden /> Send {films.length > 1 ? `${films.length} films` : 'the film'} to the
        farm
      </Button>
      <p className="text-[12px] leading-snug text-quiet">
        {films.length === 0
          ? 'The farm makes films. Choose Film above.'
          : `The farm makes them while you work on, also when this page is closed.${
              others > 0 ? ` ${counted(others, 'file')} of another kind can only be exported here.` : ''
            }`}
      </p>
      {asks && <Consent place={place} films={films} onClose={() => setAsks(false)} />}
    </Section>
  );
}

/** Says what leaves this browser and where it goes, and asks. */
function Consent({
  place,
  films,
  onClose,
}: {
  readonly place: FarmPlace;
  readonly films: readonly ExportRequest[];
  readonly onClose: () => void;
}) {
  const { farm } = useServices();
  const [sending, setSending] = useState(false);
  const send = async () => {
    setSending(true);
    const taken = await farm.send(films).finally(() => setSending(false));
    if (taken) onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && !sending && onClose()}
      title={films.length > 1 ? `Send ${films.length} films to the farm?` : 'Send the film to the farm?'}
      className="top-24 w-[520px] p-5"
    >
      <p className="flex gap-2 rounded-md bg-mustard/25 p-3 text-[13px] leading-relaxed">
        <ShieldAlert className="mt-0.5 size-4 shrink-0" aria-hidden />
        <span>
          Your data leaves this browser: the values that {films.length > 1 ? 'these films show' : 'the film shows'}, and
          words, pictures, fonts and sounds. Your tables and the steps in Shape stay here.
        </span>
      </p>
      <dl className="my-3 grid grid-cols-[64px_1fr] gap-y-1 text-[13px]">
        <dt className="text-quiet">Queue</dt>
        <dd className="break-all font-mono text-[12px] leading-5">{place.queue}</dd>
        <dt className="text-quiet">Store</dt>
        <dd className="break-all font-mono text-[12px] leading-5">{place.store}</dd>
      </dl>
      <p className="text-[13px] leading-relaxed">Whoever runs this farm can see it there, until it is cleaned away.</p>
      <div className="mt-4 flex justify-end gap-2">
        <Button disabled={sending} onClick={onClose}>
          Keep it here
        </Button>
        <Button look="loud" disabled={sending} onClick={() => void send()}>
          {sending ? 'Sending' : 'Send it'}
        </Button>
      </div>
    </Dialog>
  );
}
