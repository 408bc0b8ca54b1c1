import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { documentStore } from '@/state/document';
import { TabNotice } from './tab-notice';
import { draw } from './testing/app';

afterEach(cleanup);

const elsewhere = { kind: 'elsewhere', sinceMs: new Date(2026, 4, 3, 14, 5).getTime(), changedMs: null } as const;

describe('the notice of work that is only shown', () => {
  it('is not there while this tab keeps the work', () => {
    documentStore.setState({ readOnly: null });
    draw(<TabNotice />);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('says who has it, and offers to work here', async () => {
    documentStore.setState({ readOnly: elsewhere });
    const { asked } = draw(<TabNotice />);
    expect(screen.getByRole('alert').textContent).toContain('since 14:05');
    await userEvent.click(screen.getByRole('button', { name: 'Work here instead' }));
    expect(asked).toEqual(['works.takeOver']);
  });

  it('says so when an edit was refused', () => {
    documentStore.setState({ readOnly: elsewhere, refusals: 1 });
    draw(<TabNotice />);
    expect(screen.getByRole('alert').textContent).toContain('Nothing was changed');
  });

  it('offers to bring an earlier version back, or to leave it', async () => {
    documentStore.setState({ readOnly: { kind: 'version', atMs: elsewhere.sinceMs }, refusals: 0 });
    const { asked } = draw(<TabNotice />);
    expect(screen.getByRole('alert').textContent).toContain('3 May 2026');
    await userEvent.click(screen.getByRole('button', { name: 'Bring this version back' }));
    await userEvent.click(screen.getByRole('button', { name: 'Back to now' }));
    expect(asked).toEqual(['versions.bringBack', 'versions.leave']);
  });
});
