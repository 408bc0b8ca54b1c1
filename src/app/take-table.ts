import { toast } from 'sonner';
import { currentChart, currentTable } from '@/state/current';
import { documentStore } from '@/state/document';
import type { Keeper } from '@/state/keep/keeper';
import { sessionStore } from '@/state/session';
import { takeTable } from '@/state/take-table';

/** Takes the table of the open work into other work as one step; the open work, which is nothing but this table, goes. */
export async function takeOpenTable(keeper: Keeper, id: string): Promise<void> {
  const { project } = documentStore.getState();
  const { table } = sessionStore.getState();
  if (!project || !table) return;
  const [entry, { fields }] = [currentTable(project), currentChart(project)];
  keeper.giveUp();
  const opened = await keeper.open(id);
  if (opened.kind !== 'opened') {
    toast.error('The other work could not be opened, so the table stays work of its own.');
    return;
  }
  takeTable(entry, fields, table);
}
