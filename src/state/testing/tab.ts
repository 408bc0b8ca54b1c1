import { vi } from 'vitest';
import type { Project } from '@/core/project/project';
import type { Keeper, Restored } from '../keep/keeper';
import type { FakeTab } from './fake-browser';

/** Lets tests without a page listen to it and make it go. */
export function stubPage(): void {
  const target = new EventTarget();
  for (const name of ['addEventListener', 'removeEventListener', 'dispatchEvent'] as const)
    vi.stubGlobal(name, target[name].bind(target));
}

/** The modules of one tab: each tab of a browser has its own document. */
export async function loadTab() {
  vi.resetModules();
  // Older versions kept nothing in these browsers.
  vi.doMock('../keep/adopt-old', () => ({ adoptOld: async () => null }));
  const { Keeper } = await import('../keep/keeper');
  const document = await import('../document');
  const session = await import('../session');
  return { Keeper, document, session };
}

export type TabModules = Awaited<ReturnType<typeof loadTab>>;

/** A tab in which the app runs: it brings back what there is and follows the document. */
export class RunningTab {
  readonly shelved: string[] = [];
  readonly copied: string[] = [];
  readonly keeper: Keeper;
  private stop: () => void = () => undefined;

  constructor(
    private readonly modules: TabModules,
    readonly fake: FakeTab,
    nowMs: () => number = () => Date.now(),
  ) {
    const { Keeper, document, session } = modules;
    document.documentStore.setState(document.documentStore.getInitialState(), true);
    session.sessionStore.setState(session.sessionStore.getInitialState(), true);
    this.keeper = new Keeper(fake.disk, {
      nowMs,
      locks: fake.locks,
      channel: (name) => fake.channel(name),
      tab: fake.tab,
      onShelved: (_, name) => void this.shelved.push(name),
      onCopied: (name) => void this.copied.push(name),
    });
  }

  async start(): Promise<Restored> {
    this.stop = this.keeper.start();
    return this.keeper.restore();
  }

  get document() {
    return this.modules.document.documentStore.getState();
  }

  get saving() {
    return this.modules.session.sessionStore.getState().saving;
  }

  /** The name of the open project. */
  get name(): string {
    return this.document.project?.name ?? '';
  }

  /** Begins work, as an imported table does. */
  begin(project: Project): void {
    this.modules.document.replaceProject(project);
  }

  rename(name: string, gesture: string | null = null): void {
    this.modules.document.edit((draft) => {
      draft.name = name;
    }, gesture);
  }

  undo(): void {
    this.modules.document.undo();
  }

  redo(): void {
    this.modules.document.redo();
  }

  /** The page goes as a browser lets it go; its writes that have not ended are taken back. */
  reload(): void {
    dispatchEvent(new Event('pagehide'));
    this.kill();
  }

  kill(): void {
    this.fake.die();
    this.stop();
  }
}
