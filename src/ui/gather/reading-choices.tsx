'use client';

import { RadioGroup } from 'radix-ui';
import { delimiters, encodings } from '@/core/table/text-formats';
import type { TableSummary } from '@/workers/protocol';
import { counted } from '../parts/counted';
import { Field } from '../parts/field';
import { NumberField } from '../parts/number-field';
import { SelectField } from '../parts/select-field';
import { useServices } from '../services';

/** How the file is read, where the person knows better. */
export function ReadingChoices({ table }: { readonly table: TableSummary }) {
  const { readAs } = useServices();
  const isText = table.delimiter !== '';
  const samples = new Map(table.samples.map(({ encoding, text }) => [encoding, text]));
  return (
    <>
      <NumberField
        control="header-row"
        value={table.headerRow}
        range={[0, 1000]}
        step={1}
        decimals={0}
        unit=""
        onChange={(headerRow) => void readAs({ headerRow })}
      />
      {isText && (
        <SelectField
          control="delimiter"
          value={table.delimiter}
          choices={[...delimiters].map(([value, name]) => ({ value, label: name[0]?.toUpperCase() + name.slice(1) }))}
          onChange={(delimiter) => void readAs({ delimiter })}
        />
      )}
      {isText && (
        <SelectField
          control="encoding"
          value={table.encoding}
          choices={[...new Set([...encodings, table.encoding])].map((value) => ({
            value,
            label: value.toUpperCase(),
            note: samples.get(value),
          }))}
          hint={samples.has(table.encoding) && `Reads “${samples.get(table.encoding)}”.`}
          onChange={(encoding) => void readAs({ encoding })}
        />
      )}
    </>
  );
}

/** The sheets of a workbook, each with its first rows. */
export function SheetChooser({ table }: { readonly table: TableSummary }) {
  const { readAs } = useServices();
  const onChoose = (sheet: string) => void readAs({ sheet, headerRow: null });
  return (
    <Field control="sheet">
      <RadioGroup.Root
        aria-label="Sheet"
        value={table.sheet}
        onValueChange={onChoose}
        className="flex flex-col gap-1.5"
      >
        {table.sheets.map((sheet) => {
          const size = `${counted(sheet.rowCount, 'row')} × ${counted(sheet.columnCount, 'column')}`;
          return (
            <RadioGroup.Item
              key={sheet.name}
              value={sheet.name}
              disabled={sheet.rowCount === 0}
              className="rounded-md border border-line bg-card p-2 text-left hover:border-ink disabled:opacity-50 aria-checked:border-2 aria-checked:border-spruce"
            >
              <span className="flex justify-between gap-2 text-[13px]">
                <strong className="truncate">{sheet.name}</strong>
                <span className="shrink-0 text-[11px] text-quiet">{sheet.rowCount === 0 ? 'empty' : size}</span>
              </span>
              <span className="mt-1 block overflow-hidden font-mono text-[10px] leading-[1.45] text-quiet">
                {sheet.rows.slice(0, 5).map((row, i) => (
                  // biome-ignore lint/suspicious/noArrayIndexKey: rows of a preview never move
                  <span key={i} className="block truncate">
                    {row.filter(Boolean).join(' · ') || ' '}
                  </span>
                ))}
              </span>
            </RadioGroup.Item>
          );
        })}
      </RadioGroup.Root>
    </Field>
  );
}
