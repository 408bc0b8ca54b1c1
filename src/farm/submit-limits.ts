// What handing in takes: apart, so that commands can say it without loading the queue.

/** A stage is tried so many times before its film is given up. */
export const TRIES = 3;
export const usualPriority = 500;
export const priorityRange = [1, 1000] as const;
export const usualSpanSec = 30;
export const spanSecRange = [1, 600] as const;
