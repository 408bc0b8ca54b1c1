const NUDGE_BYTES = 64 * 1024 * 1024;

/**
 * Has the browser collect what is no longer needed. Encoded chunks and closed frames are small to JavaScript but hold memory
 * outside of it, which the collector does not count: measured, a worker grows by 60 kB a frame of 1080p until it runs, many minutes
 * later. Room that is asked for and dropped untouched costs nothing, and tells it that now is the time.
 */
export function collectSoon(): void {
  try {
    new ArrayBuffer(NUDGE_BYTES);
  } catch {
    // Where there is no such room, the collector has run already.
  }
}
