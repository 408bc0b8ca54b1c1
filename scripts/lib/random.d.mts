export function random(seed: number): () => number;
