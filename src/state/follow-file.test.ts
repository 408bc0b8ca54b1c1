import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { FileFollower } from './follow-file';

/** A file on a disk that is written from outside. */
class DiskFile {
  readonly name = 'boats.csv';
  private text = 'first';
  private lastModified = 1;
  gone = false;

  write(text: string): void {
    this.text = text;
    this.lastModified++;
  }

  async getFile(): Promise<File> {
    if (this.gone) throw new DOMException('A requested file could not be found.', 'NotFoundError');
    return new File([this.text], this.name, { lastModified: this.lastModified });
  }
}

const target = new EventTarget();
let file = new DiskFile();
let read: string[] = [];
let troubles: string[] = [];
let refuses = '';
let follower: FileFollower;

beforeEach(async () => {
  vi.useFakeTimers();
  vi.stubGlobal('addEventListener', target.addEventListener.bind(target));
  vi.stubGlobal('removeEventListener', target.removeEventListener.bind(target));
  [file, read, troubles, refuses] = [new DiskFile(), [], [], ''];
  follower = new FileFollower(file, {
    read: async (bytes) => {
      if (refuses !== '') throw new Error(refuses);
      read.push(new TextDecoder().decode(bytes));
    },
    trouble: (words) => void troubles.push(words),
  });
  await follower.start();
});
afterEach(() => {
  follower.stop();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a file that is followed', () => {
  it('is read when it has changed, once, and not before', async () => {
    await vi.advanceTimersByTimeAsync(10_000);
    expect(read).toEqual([]);
    file.write('second');
    await vi.advanceTimersByTimeAsync(10_000);
    expect(read).toEqual(['second']);
  });

  it('is looked at as soon as the window is', async () => {
    file.write('second');
    target.dispatchEvent(new Event('focus'));
    await vi.advanceTimersByTimeAsync(700);
    expect(read).toEqual(['second']);
  });

  it('is read whole: while it is still being written it is waited for', async () => {
    for (let i = 0; i < 12; i++) {
      file.write('half'.repeat(i));
      await vi.advanceTimersByTimeAsync(400);
    }
    expect(read).toEqual([]);
    file.write('whole');
    await vi.advanceTimersByTimeAsync(4000);
    expect(read).toEqual(['whole']);
  });

  it('that cannot be read leaves all as it was and says so, until it can be read again', async () => {
    refuses = 'There is a header line and nothing under it.';
    file.write('broken');
    await vi.advanceTimersByTimeAsync(10_000);
    expect([read, troubles]).toEqual([[], [refuses]]);
    refuses = '';
    file.write('mended');
    await vi.advanceTimersByTimeAsync(4000);
    expect([read, troubles.at(-1)]).toEqual([['mended'], '']);
  });

  it('that is gone says so, and is followed again when it is back', async () => {
    file.gone = true;
    await vi.advanceTimersByTimeAsync(2500);
    expect(troubles.at(-1)).toContain('could not be found');
    file.gone = false;
    file.write('back');
    await vi.advanceTimersByTimeAsync(4000);
    expect([read, troubles.at(-1)]).toEqual([['back'], '']);
  });

  it('is left alone once it is no longer followed, even in the middle of a change', async () => {
    file.write('second');
    await vi.advanceTimersByTimeAsync(2100);
    follower.stop();
    await vi.advanceTimersByTimeAsync(10_000);
    expect(read).toEqual([]);
  });
});
