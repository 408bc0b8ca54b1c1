import { ExportError } from './export-error';

/** How the person keeps an export in hand. */
export interface Watch {
  readonly signal: AbortSignal;
  /** Waited for before each frame, so that an export can be held. */
  readonly gate: () => Promise<void>;
  readonly onProgress: (done: number, count: number) => void;
}

/** What an export throws that was cancelled. */
export function cancelledError(): ExportError {
  return new ExportError('cancelled', 'The export was cancelled. Nothing was kept.');
}

/** Waits while an export is held. @throws ExportError `cancelled` once it was cancelled. */
export async function mayGoOn({ signal, gate }: Watch): Promise<void> {
  await gate();
  if (signal.aborted) throw cancelledError();
}
