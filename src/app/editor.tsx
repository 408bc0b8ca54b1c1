'use client';

import { useEffect, useState } from 'react';
import type { Services } from '@/ui/services';

/** What the page is made of, once it has come. */
interface Started {
  readonly services: Services;
  readonly Shown: typeof import('@/ui/shown-app').ShownApp;
}

let started: Promise<Started> | null = null;

/**
 * Starts the app. The workers begin as soon as what starts them is there, while the interface is still on its way: they are
 * what the first picture waits for.
 */
async function startAll(): Promise<Started> {
  const [services, { ShownApp }] = await Promise.all([
    import('./start').then(({ start }) => start()),
    import('@/ui/shown-app'),
  ]);
  return { services, Shown: ShownApp };
}

/** The app, once its workers run; or what kept it from starting. */
export function Editor() {
  const [app, setApp] = useState<Started | null>(null);
  const [failure, setFailure] = useState<unknown>(null);
  useEffect(() => {
    started ??= startAll();
    started.then(setApp, setFailure);
  }, []);
  if (failure !== null) return <NotStarted why={failure} />;
  return app ? <app.Shown services={app.services} /> : <div className="h-full bg-paper" />;
}

function NotStarted({ why }: { readonly why: unknown }) {
  return (
    <main role="alert" className="grid h-full place-content-center gap-3 bg-paper p-8 text-ink">
      <h1 className="font-semibold text-lg">Plucky Tempo could not start</h1>
      <p className="max-w-prose text-[13px]">
        {why instanceof Error ? why.message : String(why)}. Nothing that this browser keeps has been touched. Is the app
        still running? Then load the page again.
      </p>
      <button
        type="button"
        className="justify-self-start rounded-md bg-ink px-3 py-1.5 text-[13px] text-paper"
        onClick={() => location.reload()}
      >
        Load again
      </button>
    </main>
  );
}
