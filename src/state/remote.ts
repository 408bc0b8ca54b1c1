/** The methods of a worker, as they look from outside of its thread. */
export type Remote<T> = {
  [K in keyof T]: T[K] extends (...args: infer A) => Promise<infer R> ? (...args: A) => Promise<R> : never;
};
