import { act, cleanup, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useRef } from 'react';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { sessionStore, setSession } from '@/state/session';
import { Bench } from './bench';
import { goToStep } from './go-to';
import { Section } from './parts/field';
import { SectionPlaces } from './section-places';
import { FloatingTools, floatingClass, readFloating, useFloating } from './stage/small-stage';
import { draw, stageRace } from './testing/app';

beforeEach(() => {
  stageRace();
  HTMLElement.prototype.scrollIntoView = () => undefined;
});
afterEach(cleanup);

function Places({ names }: { readonly names: readonly string[] }) {
  const box = useRef<HTMLDivElement>(null);
  return (
    <>
      <SectionPlaces of={box} step="Dress" />
      <div ref={box}>
        {names.map((name) => (
          <Section key={name} title={`All about ${name}`} short={name}>
            <button type="button">Set {name}</button>
          </Section>
        ))}
      </div>
    </>
  );
}

describe('the sections of a bench', () => {
  it('are listed by their short names, and lead to each', async () => {
    draw(<Places names={['Looks', 'Words', 'Bars', 'Axis', 'Stage']} />);
    const places = within(await screen.findByRole('navigation', { name: 'Sections of Dress' }));
    expect(places.getAllByRole('button').map(({ textContent }) => textContent)).toEqual([
      'Looks',
      'Words',
      'Bars',
      'Axis',
      'Stage',
    ]);
    await userEvent.click(places.getByRole('button', { name: 'Axis' }));
    expect(document.activeElement?.textContent).toBe('All about Axis');
    expect(places.getAllByRole('button', { current: 'location' })).toHaveLength(1);
  });

  it('are not listed where there are few', () => {
    draw(<Places names={['Looks', 'Words']} />);
    expect(screen.queryByRole('navigation')).toBeNull();
  });
});

describe('what has the window', () => {
  it('is the bench again as soon as a step or a control is gone to', () => {
    setSession({ stageAlone: true });
    goToStep('pace');
    expect(sessionStore.getState().stageAlone).toBe(false);
  });

  it('is not set while the work is only shown', async () => {
    draw(<Bench />);
    const { documentStore } = await import('@/state/document');
    expect(document.querySelector('[inert]')).toBeNull();
    act(() => documentStore.setState({ readOnly: { kind: 'version', atMs: 0 } }));
    expect(document.querySelector('[data-bench] [inert]')).not.toBeNull();
    act(() => documentStore.setState({ readOnly: null }));
  });
});

describe('the small stage', () => {
  it('goes from corner to corner, changes its size, folds and comes back', async () => {
    draw(<FloatingTools />);
    for (const corner of ['bottom left', 'top left', 'top right', 'bottom right']) {
      await userEvent.click(screen.getByRole('button', { name: `Move the small stage to the ${corner}` }));
      expect(useFloating.getState().corner).toBe(corner);
    }
    await userEvent.click(screen.getByRole('button', { name: 'Make the small stage larger' }));
    await userEvent.click(screen.getByRole('button', { name: 'Make the small stage larger' }));
    await userEvent.click(screen.getByRole('button', { name: 'Make the small stage small again' }));
    expect(useFloating.getState().size).toBe('small');
    await userEvent.click(screen.getByRole('button', { name: 'Fold the small stage' }));
    expect(floatingClass(useFloating.getState())).toContain('invisible');
    expect(readFloating(localStorage.getItem('plucky-tempo-small-stage')).folded).toBe(true);
    await userEvent.click(screen.getByRole('button', { name: 'Show the small stage' }));
    expect(useFloating.getState().folded).toBe(false);
  });

  it('is where it usually is when what was kept cannot be read', () => {
    for (const text of [null, '{', '5', '{"corner":"nowhere","size":9,"folded":"x"}'])
      expect(readFloating(text)).toEqual({ corner: 'bottom right', size: 'small', folded: false });
  });
});
