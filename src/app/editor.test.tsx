// @vitest-environment happy-dom
import { cleanup, configure, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

// Only what stands still ends by it, however busy the machine is.
configure({ asyncUtilTimeout: 30_000 });

const begun = vi.hoisted(() => ({ count: 0, start: async (): Promise<unknown> => ({}) }));
vi.mock('./start', () => ({
  start: () => {
    begun.count++;
    return begun.start();
  },
}));
vi.mock('@/ui/shown-app', () => ({ ShownApp: () => <p>The app</p> }));

/** A page that has not been opened before: the app starts once for a page. */
async function openPage() {
  vi.resetModules();
  const { Editor } = await import('./editor');
  return render(<Editor />);
}

beforeEach(() => {
  begun.count = 0;
});
afterEach(cleanup);

describe('the page', () => {
  it('shows the app once it has started, and starts it once', async () => {
    begun.start = async () => ({});
    const { unmount } = await openPage();
    expect(await screen.findByText('The app')).toBeTruthy();
    unmount();
    const { Editor } = await import('./editor');
    render(<Editor />);
    expect(await screen.findByText('The app')).toBeTruthy();
    expect(begun.count).toBe(1);
  });

  it('says what kept it from starting, and what to do', async () => {
    begun.start = async () => {
      throw new Error('A script did not come');
    };
    await openPage();
    const told = await screen.findByRole('alert');
    expect(told.textContent).toContain('A script did not come. Nothing that this browser keeps has been touched.');
    expect(screen.getByRole('button', { name: 'Load again' })).toBeTruthy();
  });
});
