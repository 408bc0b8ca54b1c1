// @vitest-environment happy-dom
import { cleanup, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it } from 'vitest';
import { setSession } from '@/state/session';
import { TabNotice } from './tab-notice';
import { draw } from './testing/app';

afterEach(cleanup);

describe('the notice of two tabs', () => {
  it('is not there while this tab keeps the work', () => {
    setSession({ saving: 'saved', unkept: false });
    draw(<TabNotice />);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('offers to work here', async () => {
    setSession({ saving: 'elsewhere', unkept: false });
    const { asked } = draw(<TabNotice />);
    await userEvent.click(screen.getByRole('button', { name: 'Work here instead' }));
    expect(asked).toEqual(['workHere']);
  });

  it('asks what stays once something was changed here', () => {
    setSession({ saving: 'elsewhere', unkept: true });
    draw(<TabNotice />);
    expect(screen.getByRole('alert').textContent).toContain('is not kept yet');
    expect(screen.getAllByRole('button').map(({ textContent }) => textContent)).toEqual([
      'Keep what is here instead',
      'Drop it, take the other tab’s',
    ]);
  });
});
