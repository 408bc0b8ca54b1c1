import { toast } from 'sonner';
import { columnsAfter } from '@/core/shaping/steps/column-loss';
import { currentChart, currentTable, editChart } from '@/state/current';
import { documentStore, endGesture } from '@/state/document';
import { replaceSteps } from '@/state/edit-table';
import { sessionStore } from '@/state/session';
import { fileNameOf, save } from './download';

/** What checks files is heavy, and few visits need it. */
const stepsFile = () => import('@/core/shaping/steps-file');

/** Saves the columns' roles and the steps of the current table as a file. */
export async function saveSteps(): Promise<void> {
  const { project } = documentStore.getState();
  if (!project) return;
  const { writeStepsFile } = await stepsFile();
  const text = writeStepsFile(currentChart(project).fields, currentTable(project).steps);
  save(new Blob([text], { type: 'application/json' }), fileNameOf(`${project.name} steps`, '.json'));
}

/** Steps and fields of a file are one step of undo. */
const LOADING = 'load steps';

/** Puts the steps of a file in place of the ones there are, and says what of it does not fit this table. */
export async function loadSteps(file: File): Promise<void> {
  const { misfitsOfFields, readStepsFile } = await stepsFile();
  const outcome = readStepsFile(await file.text());
  if (!outcome.ok) {
    toast.error(file.name, { description: outcome.issues.map(({ message }) => message).join(' ') });
    return;
  }
  const { fields, steps } = outcome.value;
  const columns = sessionStore.getState().table?.columns.map(({ name }) => name) ?? [];
  replaceSteps(steps, LOADING);
  const misfits = misfitsOfFields(fields, [...columnsAfter(columns, steps)]);
  if (misfits.length === 0) {
    editChart((chart) => {
      chart.fields = fields;
    }, LOADING);
  }
  endGesture();
  const count = `${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`;
  if (misfits.length === 0) toast.success(`${file.name}: ${count} run on this table.`);
  else
    toast.warning(`${file.name}: ${count}, but not everything fits.`, {
      description: misfits.map(({ message }) => message).join(' '),
    });
}
