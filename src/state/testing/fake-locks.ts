interface Waiting {
  readonly callback: (lock: Lock | null) => unknown;
  readonly resolve: (value: unknown) => void;
  readonly reject: (error: Error) => void;
}

/** Locks by name as browsers keep them: in turn, if one is free, or by force. Standard: Web Locks API. */
export class FakeLocks {
  private readonly byName = new Map<string, FakeLock>();

  /** The names of the locks that are held. */
  held(): string[] {
    return [...this.byName].filter(([, lock]) => lock.isHeld).map(([name]) => name);
  }

  request(name: string, options: LockOptions | ((lock: Lock | null) => unknown), callback?: unknown) {
    const lock = this.byName.get(name) ?? new FakeLock();
    this.byName.set(name, lock);
    return lock.request(name, options, callback);
  }
}

class FakeLock {
  get isHeld(): boolean {
    return this.holder !== null;
  }

  private holder: Waiting | null = null;
  private readonly queue: Waiting[] = [];

  request(name: string, options: LockOptions | ((lock: Lock | null) => unknown), callback?: unknown) {
    const given = typeof options === 'function' ? {} : options;
    const granted = (typeof options === 'function' ? options : callback) as (lock: Lock | null) => unknown;
    return new Promise<unknown>((resolve, reject) => {
      const wanted: Waiting = { callback: granted, resolve, reject };
      if (given.steal) {
        this.holder?.reject(new DOMException(`${name} was taken`, 'AbortError'));
        this.grant(wanted);
      } else if (!this.holder) this.grant(wanted);
      else if (given.ifAvailable) resolve(granted(null));
      else {
        this.queue.push(wanted);
        given.signal?.addEventListener('abort', () => {
          const at = this.queue.indexOf(wanted);
          if (at >= 0) this.queue.splice(at, 1);
          reject(new DOMException('The wait was given up.', 'AbortError'));
        });
      }
    }) as Promise<never>;
  }

  private grant(wanted: Waiting): void {
    this.holder = wanted;
    const free = () => {
      if (this.holder !== wanted) return;
      this.holder = null;
      const next = this.queue.shift();
      if (next) this.grant(next);
    };
    void Promise.resolve(wanted.callback({ name: 'lock', mode: 'exclusive' } as Lock)).then((value) => {
      wanted.resolve(value);
      free();
    });
  }
}
