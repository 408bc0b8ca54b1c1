// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { PageSound } from './page-sound';

/** The page's sound, which plays or is refused as the test wants. */
let refused = false;
function pageWithSound(now = 3): { sound: PageSound; audio: HTMLAudioElement; button: HTMLButtonElement } {
  document.body.innerHTML = '<button id="hear">Sound on</button><audio id="sound"></audio>';
  const audio = document.querySelector('audio') as HTMLAudioElement;
  const state = { currentTime: 0, duration: 10, paused: true, ended: false, readyState: 4, muted: false };
  for (const key of Object.keys(state) as (keyof typeof state)[])
    Object.defineProperty(audio, key, {
      get: () => state[key],
      set: (value) => Object.assign(state, { [key]: value }),
    });
  audio.play = async () => {
    if (refused) throw new DOMException('', 'NotAllowedError');
    state.paused = false;
  };
  audio.pause = () => {
    state.paused = true;
  };
  return { sound: new PageSound(() => now), audio, button: document.querySelector('#hear') as HTMLButtonElement };
}

beforeEach(() => {
  refused = false;
});

describe('the sound of a web page', () => {
  it('plays from a time, tells where it is, and falls silent at a pause', async () => {
    const { sound, audio } = pageWithSound();
    expect(sound.heardSec()).toBeNull();
    sound.play(4);
    await vi.waitFor(() => expect(sound.heardSec()).toBe(4), { timeout: 30_000 });
    sound.pause();
    expect(sound.heardSec()).toBeNull();
    sound.play(99);
    expect(audio.currentTime).toBe(4);
  });

  it('is switched off and on', async () => {
    const { sound, audio, button } = pageWithSound();
    sound.play(0);
    button.click();
    expect([audio.muted, button.textContent, button.getAttribute('aria-pressed')]).toEqual([
      true,
      'Sound off',
      'false',
    ]);
    button.click();
    expect([audio.muted, button.textContent]).toEqual([false, 'Sound on']);
  });

  it('that a browser refuses at first is heard from the moment on show once it is asked for', async () => {
    refused = true;
    const { sound, audio, button } = pageWithSound(5);
    sound.play(0);
    await vi.waitFor(() => expect(button.textContent).toBe('Sound off'), { timeout: 30_000 });
    refused = false;
    button.click();
    await vi.waitFor(() => expect(button.textContent).toBe('Sound on'), { timeout: 30_000 });
    expect([audio.currentTime, audio.muted]).toEqual([5, false]);
  });

  it('is no matter where a page has none', () => {
    document.body.innerHTML = '';
    const sound = new PageSound(() => 0);
    sound.play(1);
    sound.pause();
    expect(sound.heardSec()).toBeNull();
  });
});
