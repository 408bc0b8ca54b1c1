'use client';

import { Eye, EyeOff } from 'lucide-react';
import { Button } from '../parts/button';
import { Field } from '../parts/field';
import { useServices } from '../services';
import { useSession } from '../use-state';

/** Reads the table's file again by itself whenever it changes on disk. */
export function FollowFile() {
  const services = useServices();
  const following = useSession((state) => state.following);
  if (!following)
    return (
      <Field control="follow-file" bare>
        <Button className="w-full" onClick={() => void services.follow()}>
          <Eye className="size-4" aria-hidden /> Follow this file
        </Button>
      </Field>
    );
  return (
    <Field control="follow-file" bare>
      <section aria-label="File that is followed" className="rounded-md border border-spruce bg-card p-2 text-[12px]">
        <div className="flex items-center justify-between gap-2">
          <span className="min-w-0 truncate">
            Follows <strong>{following.fileName}</strong>
          </span>
          <Button onClick={services.unfollow}>
            <EyeOff className="size-4" aria-hidden /> Stop
          </Button>
        </div>
        <p role="status" className={following.trouble === '' ? 'mt-1 text-quiet' : 'mt-1 text-accent-text'}>
          {following.trouble === ''
            ? 'Save it anywhere, and the film follows while this tab is open.'
            : `The film stays as it was. ${following.trouble}`}
        </p>
      </section>
    </Field>
  );
}
