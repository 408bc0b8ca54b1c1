import { builtinEnvironments, type Environment } from 'vitest/environments';

/** The page of a process, once it is open. */
let page: Promise<unknown> | null = null;

/**
 * One page for all tests of a process, which share their modules too: what draws the whole app is loaded once, and is warm.
 * Each test opens the app anew on it.
 */
const onePage: Environment = {
  name: 'one-page',
  viteEnvironment: 'client',
  async setup(global, options) {
    page ??= Promise.resolve(builtinEnvironments['happy-dom'].setup(global, options));
    await page;
    return { teardown: () => undefined };
  },
};
export default onePage;
