import type { Readout } from '@/core/film/readout';

/** The greatest value on stage, to start from. */
export const topValue = (readout: Readout | null) => readout?.rows[0]?.value ?? 100;
