import type { Disk, SyncStore } from '../keep/disk';
import type { Channel } from '../keep/hold';
import type { KeyValue } from '../keep/key-value';
import { FakeLocks } from './fake-locks';

const STORES = ['works', 'changes', 'cards', 'versions', 'incoming', 'assets', 'handles'] as const;

/** What a write of a tab comes to: it is made, it fails as on a full disk, or the tab dies before it. */
export type Fate = 'made' | 'full' | 'dies';

/** A browser with what it keeps, without a browser: several tabs share it, and each of them can be killed at any write. */
export class FakeBrowser {
  private readonly kept = new Map<string, Map<string, unknown>>(STORES.map((name) => [name, new Map()]));
  private readonly noted = new Map<string, string>();
  private readonly locks = new FakeLocks();
  private readonly channels = new Set<FakeChannel>();

  /** Everything in one of the stores, by key. */
  store(name: (typeof STORES)[number]): Map<string, unknown> {
    return this.kept.get(name) ?? new Map();
  }

  /** The names of the locks that tabs hold. */
  held(): string[] {
    return this.locks.held();
  }

  /** Opens a tab. @param own What belongs to it and outlives a reload. */
  tab(own: SyncStore = syncStore(new Map(), () => true)): FakeTab {
    return new FakeTab(this, own);
  }

  /** For tabs only. */
  readonly parts = {
    store: (name: (typeof STORES)[number]) => this.store(name),
    noted: this.noted,
    locks: this.locks,
    channels: this.channels,
  };
}

/** One tab of a browser. */
export class FakeTab {
  private dead = false;
  private writes = 0;
  /** What the nth write comes to, counted from 0. */
  fate: (write: number) => Fate = () => 'made';
  /** Writes wait for this before they are made. */
  hold: Promise<void> | null = null;
  private readonly abort: (() => void)[] = [];
  /** Resolves when the tab dies. */
  readonly died = new Promise<void>((resolve) => this.abort.push(resolve));
  private readonly own: FakeChannel[] = [];

  readonly disk: Disk;

  constructor(
    private readonly browser: FakeBrowser,
    readonly tab: SyncStore,
  ) {
    const stores = Object.fromEntries(STORES.map((name) => [name, this.storeOf(name)]));
    const notes = syncStore(browser.parts.noted, (removes) => this.mayWrite(removes));
    this.disk = { ...(stores as unknown as Omit<Disk, 'notes'>), notes };
  }

  get writeCount(): number {
    return this.writes;
  }

  get isDead(): boolean {
    return this.dead;
  }

  /** The tab is gone from one moment to the next, with every write that has not been made. */
  die(): void {
    this.dead = true;
    for (const stop of this.abort) stop();
    for (const channel of this.own) channel.close();
  }

  readonly locks = {
    request: ((name: string, ...rest: unknown[]) => {
      const options = (rest.length > 1 ? rest[0] : {}) as LockOptions;
      const callback = rest.at(-1) as (lock: Lock | null) => unknown;
      const gone = new Promise<void>((resolve) => this.abort.push(resolve));
      // What a dead tab was granted, or waited for, goes on to the next one.
      const granted = (lock: Lock | null) => (this.dead ? undefined : Promise.race([callback(lock), gone]));
      return this.browser.parts.locks.request(name, options, granted);
    }) as LockManager['request'],
  };

  channel(name: string): Channel {
    const channel = new FakeChannel(name, this.browser.parts.channels);
    this.own.push(channel);
    return channel;
  }

  /** Counts a write, and says whether it may be made. A full disk still takes things away. */
  private mayWrite(removes = false): boolean {
    if (this.dead) return false;
    const fate = this.fate(this.writes++);
    if (fate === 'dies') this.die();
    if (fate === 'full' && removes) return true;
    if (fate === 'full') throw new DOMException('The quota has been exceeded.', 'QuotaExceededError');
    return fate === 'made';
  }

  private storeOf(name: (typeof STORES)[number]): KeyValue {
    const write = async (removes: boolean, action: (store: Map<string, unknown>) => void) => {
      await this.hold;
      // A dead tab hears nothing of what becomes of its writes.
      if (!this.mayWrite(removes)) return new Promise<never>(() => undefined);
      return action(this.browser.parts.store(name));
    };
    const read = async <T>(look: (store: Map<string, unknown>) => T) => {
      // It takes a turn, as it does in a browser; a tab that died meanwhile hears nothing of it.
      await Promise.resolve();
      return this.dead ? new Promise<never>(() => undefined) : look(this.browser.parts.store(name));
    };
    return {
      getItem: <T>(key: string) => read((store) => structuredClone((store.get(key) ?? null) as T | null)),
      setItem: (key, value) => {
        const copy = structuredClone(value);
        return write(false, (store) => store.set(key, copy));
      },
      removeItem: (key) => write(true, (store) => store.delete(key)),
      keys: () => read((store) => [...store.keys()]),
    };
  }
}

function syncStore(kept: Map<string, string>, mayWrite: (removes: boolean) => boolean): SyncStore {
  return {
    get length() {
      return kept.size;
    },
    key: (place) => [...kept.keys()][place] ?? null,
    getItem: (key) => kept.get(key) ?? null,
    setItem: (key, value) => {
      if (mayWrite(false)) kept.set(key, value);
    },
    removeItem: (key) => {
      if (mayWrite(true)) kept.delete(key);
    },
  };
}

/** A broadcast channel: everybody else of the same name hears what is said. */
class FakeChannel implements Channel {
  onmessage: Channel['onmessage'] = null;

  constructor(
    private readonly name: string,
    private readonly all: Set<FakeChannel>,
  ) {
    all.add(this);
  }

  postMessage(message: unknown): void {
    for (const other of this.all)
      if (other !== this && other.name === this.name)
        queueMicrotask(() => other.onmessage?.({ data: structuredClone(message) }));
  }

  close(): void {
    this.all.delete(this);
    this.onmessage = null;
  }
}
