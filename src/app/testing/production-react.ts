import { configure, getConfig } from '@testing-library/react';
import React from 'react';
import { flushSync } from 'react-dom';
import { afterAll, vi } from 'vitest';

/*
 * Tests of the whole app draw it with React as people have it, which takes two thirds of the time of the one for developers.
 * That one alone has `act`, which the tools of the tests ask for: here it does what they need of it. What an event changes is
 * drawn before it returns, and what is asked for meanwhile a turn later.
 */

// Those of the machine, where a test has a clock of its own.
const { setTimeout: soon, setImmediate: atOnce } = globalThis;
/** Until what React, a timer or an effect has put off has had its turn. */
const turn = () => new Promise<void>((resolve) => soon(() => atOnce(resolve)));

/** What came of something, once React has drawn what was asked for meanwhile. */
async function drawn<T>(result: T | Promise<T>): Promise<T> {
  const value = await result;
  await turn();
  return value;
}

/** Does something, and has React draw what came of it. Can be waited for, as that of React. */
const act = <T>(work: () => T | Promise<T>): Promise<T> => drawn(flushSync(work));

Object.assign(React, { act });

// What follows from the last event stands before the person does the next thing, as it does for a person.
const { asyncWrapper } = getConfig();
configure({
  asyncWrapper: async (work) => {
    await turn();
    return asyncWrapper(work);
  },
});

// A part of the interface that is fetched when it is first looked at would else be missing in the next file, where this one ends first.
afterAll(() => vi.dynamicImportSettled());
