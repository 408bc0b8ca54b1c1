/** What is heard on a web page, where its film has sound. Browsers may refuse to play any before somebody has pressed something. */
export class PageSound {
  private readonly audio = document.querySelector<HTMLAudioElement>('#sound');
  private readonly button = document.querySelector<HTMLButtonElement>('#hear');

  /** The browser has refused to play before somebody has pressed something. */
  private refused = false;

  /** @param now The time of the film. */
  constructor(now: () => number) {
    this.button?.addEventListener('click', () => {
      const { audio, refused } = this;
      if (!audio) return;
      audio.muted = refused ? false : !audio.muted;
      if (refused) this.play(now());
      this.label();
    });
  }

  /** Begins at a time of the film. Where that is refused, the picture plays alone. */
  play(timeSec: number): void {
    const { audio } = this;
    if (!audio || timeSec >= audio.duration) return;
    audio.currentTime = timeSec;
    audio.play().then(
      () => this.tell(false),
      () => this.tell(true),
    );
  }

  pause(): void {
    this.audio?.pause();
  }

  /** The time that is heard now; null while nothing is. */
  heardSec(): number | null {
    const { audio } = this;
    return audio && !audio.paused && !audio.ended && audio.readyState > 2 && audio.currentTime > 0
      ? audio.currentTime
      : null;
  }

  private tell(refused: boolean): void {
    this.refused = refused;
    this.label();
  }

  private label(): void {
    const { audio, button } = this;
    if (!audio || !button) return;
    const on = !audio.muted && !this.refused;
    button.setAttribute('aria-pressed', String(on));
    button.textContent = on ? 'Sound on' : 'Sound off';
  }
}
