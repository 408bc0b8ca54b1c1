'use client';

import { ChevronRight, CircleAlert, CircleCheck, Info, ListChecks, TriangleAlert, Wand } from 'lucide-react';
import { Collapsible } from 'radix-ui';
import { useState } from 'react';
import { accountWords } from '@/core/shaping/account-words';
import { isMended, remedyFor } from '@/core/shaping/remedies';
import type { Step } from '@/core/shaping/steps/step';
import type { Issue } from '@/core/table/issue';
import { groupIssues, type IssueGroup } from '@/core/table/issue-groups';
import { currentTable } from '@/state/current';
import { addStep } from '@/state/edit-table';
import { goToCell, goToControl } from '../go-to';
import { Button } from '../parts/button';
import { FieldLoss } from '../shape/column-loss';
import { useChart, useProject, useSession } from '../use-state';

const icons = {
  error: <CircleAlert className="size-4 shrink-0 text-accent-text" aria-label="Stops the chart" />,
  warning: <TriangleAlert className="size-4 shrink-0 text-mustard-text" aria-label="Left out" />,
  note: <Info className="size-4 shrink-0 text-quiet" aria-label="Note" />,
};
/** Where the questions that a column cannot decide are answered. */
const questions: Readonly<Record<string, 'periods-as' | 'decimal'>> = {
  'ambiguous-dates': 'periods-as',
  'ambiguous-numbers': 'decimal',
};
const weight = { error: 0, warning: 1, note: 2 };
const PAGE = 40;
const none: readonly Step[] = [];

/** Everything that is wrong with the table: what came of reading it and of shaping it, worst first. */
export function useProblems(): readonly Issue[] {
  const table = useSession((state) => state.table);
  const failure = useSession((state) => state.failure);
  const shape = useSession((state) => state.shapeIssues);
  const fromFailure = failure.filter((issue) => !shape.includes(issue));
  return [...fromFailure, ...(table?.issues ?? []), ...shape].sort((a, b) => weight[a.severity] - weight[b.severity]);
}

/** How much of the file is in the film, and the problems in words, one line a kind; choosing one shows its cell. */
export function ProblemList() {
  const problems = useProblems();
  return (
    <>
      <Account whole={problems.length === 0} />
      {problems.length > 0 && (
        <ul aria-label="Problems in the table" className="flex flex-col gap-1">
          {groupIssues(problems).map((group, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: issues have no identity of their own and only change as a whole
            <li key={i}>{group.issues.length === 1 ? <Problem issue={group.issues[0]} /> : <Kind group={group} />}</li>
          ))}
        </ul>
      )}
    </>
  );
}

/** What every cell of the file is to the film. @param whole Nothing is wrong with the table. */
function Account({ whole }: { readonly whole: boolean }) {
  const account = useSession((state) => state.prepared?.account);
  if (!account || account.cells === 0) return null;
  const all = whole && account.used === account.cells;
  return (
    <p className="flex gap-2 text-[12px] leading-snug">
      {all ? (
        <CircleCheck className="size-4 shrink-0 text-spruce" aria-hidden />
      ) : (
        <ListChecks className="size-4 shrink-0 text-quiet" aria-hidden />
      )}
      <span>
        {accountWords(account)}
        {all && ' Every cell could be read.'}
      </span>
    </p>
  );
}

/** Problems of one kind behind their line, which tells how many there are and where the first ones stand. */
function Kind({ group: { issues, words } }: { readonly group: IssueGroup }) {
  const [open, setOpen] = useState(false);
  const [shown, setShown] = useState(PAGE);
  return (
    <Collapsible.Root open={open} onOpenChange={setOpen}>
      <Collapsible.Trigger className="flex w-full gap-2 rounded-md px-1 py-1 text-left hover:bg-line/50">
        {icons[issues[0].severity]}
        <span className="min-w-0 grow text-[12px] leading-snug">{words}</span>
        <ChevronRight className={`size-4 shrink-0 text-quiet ${open ? 'rotate-90' : ''}`} aria-hidden />
      </Collapsible.Trigger>
      <Collapsible.Content className="pl-5">
        <ul aria-label="All of this kind" className="flex flex-col gap-1">
          {issues.slice(0, shown).map((issue, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: issues have no identity of their own and only change as a whole
            <li key={i}>
              <Problem issue={issue} />
            </li>
          ))}
        </ul>
        {issues.length > shown && (
          <Button className="mt-2" onClick={() => setShown(shown + PAGE * 5)}>
            Show more of {issues.length}
          </Button>
        )}
      </Collapsible.Content>
    </Collapsible.Root>
  );
}

function Problem({ issue }: { readonly issue: Issue }) {
  const place = [issue.row === undefined ? '' : `Row ${issue.row}`, issue.column ?? ''].filter(Boolean).join(', ');
  const words = (
    <>
      {icons[issue.severity]}
      <span className="min-w-0 text-[12px] leading-snug">
        {place && <strong className="block truncate font-mono">{place}</strong>}
        {issue.raw !== undefined && issue.raw !== '' && (
          <span className="block truncate font-mono text-quiet">“{issue.raw}”</span>
        )}
        {issue.message}
      </span>
    </>
  );
  return (
    <>
      {issue.row === undefined ? (
        <p className="flex gap-2 px-1 py-1">{words}</p>
      ) : (
        <button
          type="button"
          className="flex w-full gap-2 rounded-md px-1 py-1 text-left hover:bg-line/50"
          onClick={() => goToCell(issue.row ?? 1, issue.column ?? '')}
        >
          {words}
        </button>
      )}
      <Mend issue={issue} />
    </>
  );
}

/** The one-click remedy of a problem; it becomes a step of the preparation. A question leads to where it is answered. */
function Mend({ issue }: { readonly issue: Issue }) {
  const fields = useChart((chart) => chart.fields);
  const steps = useProject((project) => currentTable(project).steps, none);
  const asked = questions[issue.code];
  if (asked) {
    return (
      <Button className="mb-1 ml-7 h-6 px-2 text-[12px]" onClick={() => goToControl(asked)}>
        Answer in Shape
      </Button>
    );
  }
  const remedy = fields && remedyFor(issue, fields);
  if (!remedy) return <FieldLoss issue={issue} />;
  if (isMended(remedy.step, steps)) return <p className="mb-1 ml-7 text-[12px] text-spruce">Left out by a step.</p>;
  return (
    <Button className="mb-1 ml-7 h-auto min-h-6 px-2 py-0.5 text-left text-[12px]" onClick={() => addStep(remedy.step)}>
      <Wand className="size-3.5 shrink-0" aria-hidden /> {remedy.label}
    </Button>
  );
}
