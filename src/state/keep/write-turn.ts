/** The part of the browser's lock manager that is used here. */
export type Locks = Pick<LockManager, 'request'>;

/**
 * Which of several tabs may write one piece of work: one at a time. The others wait, and take over when it closes
 * or when the person says so.
 */
export class WriteTurn {
  private held = false;
  private release: () => void = () => undefined;
  private waiting = new AbortController();

  /**
   * @param name What is waited for, the same in all tabs.
   * @param locks null where the browser has none (pages without a secure address): every tab that asks has it.
   * @param onChange Told when the turn comes, because another tab has closed, and when another tab takes it.
   */
  constructor(
    private readonly name: string,
    private readonly locks: Locks | null,
    private readonly onChange: (ours: boolean) => void,
  ) {}

  /** Is it this tab's turn? */
  get ours(): boolean {
    return this.held;
  }

  /** Takes the turn when no other tab has it; otherwise waits for it in the background. Returns whether it has come. */
  async ask(): Promise<boolean> {
    if (!this.locks) {
      this.held = true;
      return true;
    }
    const got = await this.request({ ifAvailable: true });
    if (!got) this.wait();
    return got;
  }

  /** Takes the turn from the tab that has it. */
  async take(): Promise<void> {
    if (this.held) return;
    this.waiting.abort();
    await this.request({ steal: true });
  }

  /** Gives the turn away. */
  end(): void {
    this.held = false;
    this.waiting.abort();
    this.release();
  }

  private wait(): void {
    this.waiting = new AbortController();
    void this.request({ signal: this.waiting.signal }).then((got) => {
      if (got) this.onChange(true);
    });
  }

  /** Resolves once the lock is ours or was refused; then holds it until the tab closes or another one takes it. */
  private request(options: LockOptions): Promise<boolean> {
    const { locks } = this;
    if (!locks) {
      this.held = true;
      return Promise.resolve(true);
    }
    return new Promise((resolve) => {
      let granted = false;
      const hold = (lock: Lock | null): Promise<void> | undefined => {
        if (!lock) {
          resolve(false);
          return undefined;
        }
        granted = true;
        this.held = true;
        resolve(true);
        return new Promise((ended) => {
          this.release = ended;
        });
      };
      locks.request(this.name, options, hold).then(
        () => undefined,
        () => {
          resolve(false);
          // One that was only waiting has lost nothing.
          if (!granted || !this.held) return;
          this.held = false;
          this.onChange(false);
          this.wait();
        },
      );
    });
  }
}
