'use client';

import { toast } from 'sonner';
import type { Look } from '@/core/project/look';
import { keepLooks, loadLooks } from '@/state/own-looks';
import { fileNameOf, save } from './download';

/** What checks files is heavy, and few visits need it. */
const lookFile = () => import('@/core/project/look-file');

async function ownLooks(): Promise<readonly Look[]> {
  const kept = await loadLooks();
  if (kept.length === 0) return [];
  const { readLook } = await lookFile();
  return kept.flatMap((data) => {
    const outcome = readLook(JSON.stringify(data));
    return outcome.ok ? [outcome.value] : [];
  });
}

async function keepLook(look: Look): Promise<void> {
  const others = (await ownLooks()).filter(({ name }) => name !== look.name);
  try {
    await keepLooks([...others, look]);
  } catch (error) {
    toast.error(
      `The browser could not keep the look (${error instanceof Error ? error.message : error}). Save it to a file.`,
    );
  }
}

/** Keeping, saving and reading looks. */
export const lookServices = {
  ownLooks,
  keepLook,
  async dropLook(name: string): Promise<void> {
    await keepLooks((await ownLooks()).filter((look) => look.name !== name));
  },
  async saveLook(look: Look): Promise<void> {
    const { writeLook } = await lookFile();
    save(new Blob([writeLook(look)], { type: 'application/json' }), fileNameOf(`${look.name} look`, '.json'));
  },
  async loadLook(file: File): Promise<Look | null> {
    const { readLook } = await lookFile();
    const outcome = readLook(await file.text());
    if (outcome.ok) {
      await keepLook(outcome.value);
      return outcome.value;
    }
    toast.error(file.name, {
      description: outcome.issues
        .map(({ message }) => message)
        .slice(0, 3)
        .join(' '),
    });
    return null;
  },
};
