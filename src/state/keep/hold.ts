import { type Locks, WriteTurn } from './write-turn';

/** The part of a broadcast channel that is used here. Standard: HTML, BroadcastChannel. */
export interface Channel {
  postMessage(message: unknown): void;
  close(): void;
  onmessage: ((event: { readonly data: unknown }) => void) | null;
}

/** What tabs that have the same work open say to each other. */
export type TabMessage =
  /** Something was kept. */
  | { readonly kind: 'kept' }
  /** Who has this work, since when, and when was it last changed? */
  | { readonly kind: 'who' }
  | { readonly kind: 'held'; readonly sinceMs: number; readonly changedMs: number }
  /** The work is wanted in another tab. */
  | { readonly kind: 'give' }
  /** Everything is kept; take it. */
  | { readonly kind: 'given' };

/** How long a tab that is asked for its work has to keep its last edits. One that sleeps does not answer. */
const GIVE_MS = 1500;

/** Without locks a tab that has the work says so within this time. */
const ANSWER_MS = 250;

/** The name of the lock, and of the channel, of a piece of work. */
export const workLock = (id: string) => `plucky-tempo: work ${id}`;

/** The browser's ways between tabs. */
export interface TabWays {
  /** null where the browser has none (pages without a secure address): tabs then ask each other. */
  readonly locks: Locks | null;
  channel(name: string): Channel | null;
}

/** What a hold tells. */
export interface HoldWatch {
  /** The turn to write has come, because the other tab has closed; or has gone to another tab. */
  onTurn(ours: boolean): void;
  onMessage(message: TabMessage): void;
}

/** One tab's hold of one piece of work: whether it may write it, and what it says to other tabs that have it open. */
export class Hold {
  readonly turn: WriteTurn;
  readonly hasLocks: boolean;
  private readonly channel: Channel | null;
  private given: () => void = () => undefined;
  private heldElsewhere: () => void = () => undefined;

  constructor(
    ways: TabWays,
    readonly id: string,
    watch: HoldWatch,
  ) {
    const name = workLock(id);
    this.hasLocks = ways.locks !== null;
    this.turn = new WriteTurn(name, ways.locks, (ours) => watch.onTurn(ours));
    this.channel = ways.channel(name);
    if (this.channel)
      this.channel.onmessage = ({ data }) => {
        const message = data as TabMessage;
        if (message.kind === 'given') this.given();
        if (message.kind === 'held') this.heldElsewhere();
        watch.onMessage(message);
      };
  }

  /** Takes the turn to write when no other tab has it; returns whether it has come. Without locks the other tabs are asked. */
  async ask(): Promise<boolean> {
    if (!this.hasLocks && this.channel) {
      const answered = new Promise<boolean>((resolve) => {
        this.heldElsewhere = () => resolve(true);
        setTimeout(() => resolve(false), ANSWER_MS);
      });
      this.say({ kind: 'who' });
      if (await answered) return false;
    }
    return this.turn.ask();
  }

  say(message: TabMessage): void {
    this.channel?.postMessage(message);
  }

  /** Takes the work from the tab that has it, once that one has kept its last edits or has not answered. */
  async takeOver(): Promise<void> {
    const answered = new Promise<void>((resolve) => {
      this.given = resolve;
      setTimeout(resolve, this.channel ? GIVE_MS : 0);
    });
    this.say({ kind: 'give' });
    await answered;
    await this.turn.take();
  }

  end(): void {
    this.turn.end();
    this.channel?.close();
  }
}
