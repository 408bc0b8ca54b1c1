'use client';

import { setSession } from '@/state/session';
import { Button } from './parts/button';
import { FileButton } from './parts/file-button';
import { useServices } from './services';
import { tableEndings } from './table-endings';
import { useSession } from './use-state';

/** Asks for the table that is to become like other work. */
export function TemplateNotice() {
  const template = useSession((state) => state.template);
  const services = useServices();
  if (!template) return null;
  return (
    <section
      aria-label="Start like other work"
      className="flex shrink-0 flex-wrap items-center gap-x-4 gap-y-1.5 border-b border-ink bg-spruce/15 px-4 py-2 text-[13px]"
    >
      <p role="status">
        The next table becomes like <strong>{template.name || 'work without a name'}</strong>: the same look, pace,
        words and steps. Drop one anywhere, or choose one.
      </p>
      <div className="flex gap-2">
        <FileButton
          look="loud"
          label="Choose the table that becomes like it"
          accept={tableEndings}
          onFiles={(files) => void services.openFiles(files.map((file) => ({ file, handle: null })))}
        >
          Choose a table
        </FileButton>
        <Button onClick={() => setSession({ template: null })}>Leave it</Button>
      </div>
    </section>
  );
}
