/** What is asked of a way to a file. */
export type FollowedHandle = Pick<FileSystemFileHandle, 'getFile' | 'name'>;

/** The part of the browser's observer that is used here. Standard: File System, FileSystemObserver. */
interface FileObserver {
  observe(handle: FollowedHandle): Promise<void>;
  disconnect(): void;
}

/** What a follower needs of the app. */
export interface FollowRoom {
  /** Reads the file anew into the table. Throws with words where it cannot be read; nothing has changed then. */
  read(bytes: ArrayBuffer, fileName: string): Promise<void>;
  /** Tells why the film stays as it was; `''` once the file can be read again. */
  trouble(words: string): void;
}

/** Without an observer the file is looked at this often, and whenever the window is looked at again. */
const LOOK_MS = 2000;
/** A program that writes a file takes a while: it is read once it has been still for this long. */
const STILL_MS = 600;

interface Stamp {
  readonly size: number;
  readonly lastModified: number;
}

const same = (a: Stamp, b: Stamp) => a.size === b.size && a.lastModified === b.lastModified;

/** Looks at a file on the person's disk while the tab is open, and reads it again when it has changed. */
export class FileFollower {
  private seen: Stamp | null = null;
  private running: Promise<void> | null = null;
  private again = false;
  private stopped = false;
  private timer: ReturnType<typeof setInterval> | undefined;
  private observer: FileObserver | null = null;

  constructor(
    private readonly handle: FollowedHandle,
    private readonly room: FollowRoom,
  ) {}

  /** Begins to look; what the file is now counts as read. */
  async start(): Promise<void> {
    this.seen = await this.handle.getFile();
    this.timer = setInterval(() => void this.look(), LOOK_MS);
    addEventListener('focus', this.onFocus);
    const Observer = (globalThis as { FileSystemObserver?: new (onChange: () => void) => FileObserver })
      .FileSystemObserver;
    if (!Observer) return;
    try {
      const observer = new Observer(() => void this.look());
      await observer.observe(this.handle);
      // Some disks tell of no changes, so that the file is looked at now and then all the same.
      this.observer = observer;
      if (this.stopped) observer.disconnect();
    } catch {
      // This file cannot be observed: looking at it does.
    }
  }

  stop(): void {
    this.stopped = true;
    clearInterval(this.timer);
    removeEventListener('focus', this.onFocus);
    this.observer?.disconnect();
  }

  private readonly onFocus = () => void this.look();

  /** Looks at the file now; resolves once a change has been read. */
  look(): Promise<void> {
    if (this.running) {
      this.again = true;
      return this.running;
    }
    this.running = this.readIfChanged().finally(() => {
      this.running = null;
      if (this.again && !this.stopped) {
        this.again = false;
        void this.look();
      }
    });
    return this.running;
  }

  private async readIfChanged(): Promise<void> {
    try {
      let file = await this.handle.getFile();
      if (this.stopped || (this.seen && same(this.seen, file))) return;
      for (;;) {
        await new Promise((resolve) => setTimeout(resolve, STILL_MS));
        const later = await this.handle.getFile();
        if (same(later, file)) break;
        file = later;
      }
      const bytes = await file.arrayBuffer();
      if (this.stopped) return;
      // Also one that cannot be read is not read again before it changes.
      this.seen = file;
      await this.room.read(bytes, file.name);
      this.room.trouble('');
    } catch (error) {
      if (!this.stopped) this.room.trouble(error instanceof Error ? error.message : String(error));
    }
  }
}
