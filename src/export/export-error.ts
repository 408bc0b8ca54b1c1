import type { ExportErrorCode } from '@/core/project/export-error-codes';

/** A failure of the environment during an export. Crosses threads as its code and message. */
export class ExportError extends Error {
  constructor(
    readonly code: ExportErrorCode,
    message: string,
    options?: { cause?: unknown },
  ) {
    super(message, options);
    this.name = 'ExportError';
  }
}

/** Names the cause of whatever went wrong while encoding or writing. */
export function asExportError(error: unknown): ExportError {
  if (error instanceof ExportError) return error;
  const name = (error as { name?: string } | null)?.name ?? '';
  const detail = error instanceof Error ? error.message : String(error);
  if (name === 'QuotaExceededError') {
    const message = 'The disk, or the room that the browser may use on it, is full. Make some room and export again.';
    return new ExportError('disk-full', message, { cause: error });
  }
  if (name === 'EncodingError' || name === 'NotSupportedError' || name === 'OperationError') {
    const message = `The browser's encoder gave up (${detail}). Choose the other format or a smaller size and export again.`;
    return new ExportError('encoder-failed', message, { cause: error });
  }
  return new ExportError('failed', `The export stopped: ${detail}. Nothing was kept; try it once more.`, {
    cause: error,
  });
}
