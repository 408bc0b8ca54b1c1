import React from 'react';
import { flushSync } from 'react-dom';

/*
 * Tests of the whole app draw it with React as people have it, which takes half the time of the one for developers. That one
 * alone has `act`, which the tools of the tests ask for: here it does what they need of it. What an event changes is drawn
 * before it returns, and what is asked for meanwhile a turn later.
 */

const turn = () => new Promise<void>((resolve) => setTimeout(resolve));

const isPromise = (value: unknown): value is Promise<unknown> =>
  typeof (value as PromiseLike<unknown> | undefined)?.then === 'function';

/** Does something, and has React draw what came of it. Can be waited for, as that of React. */
function act<T>(work: () => T | Promise<T>): PromiseLike<T> {
  const result = flushSync(work);
  const done = isPromise(result) ? result.then((value) => turn().then(() => value)) : null;
  // Whoever does not wait is not to hear of it later: only what is asked for is begun.
  return {
    // biome-ignore lint/suspicious/noThenProperty: it is waited for
    then: (fulfilled, rejected) =>
      ((done as Promise<T> | null) ?? turn().then(() => result as T)).then(fulfilled, rejected),
  };
}

Object.assign(React, { act });
