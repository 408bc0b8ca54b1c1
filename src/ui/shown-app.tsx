'use client';

import { AppFrame } from './app-frame';
import { type Services, ServicesContext } from './services';

/** The app with all that it can have done. */
export function ShownApp({ services }: { readonly services: Services }) {
  return (
    <ServicesContext value={services}>
      <div data-ready="true" className="h-full">
        <AppFrame />
      </div>
    </ServicesContext>
  );
}
