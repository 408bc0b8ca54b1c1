import type { Step } from '@/state/session';

/** A control that can be found by name and opened from elsewhere. */
export interface ControlEntry {
  readonly id: string;
  readonly label: string;
  readonly step: Step;
  /** Other words that people look for it with. */
  readonly words: string;
}

/** Every control of the bench. A control that is not listed here cannot be drawn, so the search finds them all. */
export const controls = [
  { id: 'open-file', label: 'Choose a file', step: 'gather', words: 'csv import data table drop open' },
  { id: 'add-file', label: 'Add another file', step: 'gather', words: 'append merge join more rows columns' },
  { id: 'refresh', label: 'Read the file again', step: 'gather', words: 'refresh reload update changed' },
  { id: 'sheet', label: 'Sheet', step: 'gather', words: 'workbook xlsx ods tab' },
  { id: 'header-row', label: 'Line with the names', step: 'gather', words: 'header row title' },
  { id: 'delimiter', label: 'Between cells', step: 'gather', words: 'comma semicolon tab delimiter separator' },
  { id: 'encoding', label: 'Encoding', step: 'gather', words: 'utf-8 windows characters umlauts' },
  { id: 'paste-table', label: 'Paste a table', step: 'gather', words: 'clipboard copy spreadsheet' },
  { id: 'empty-grid', label: 'Type a table', step: 'gather', words: 'new empty blank grid by hand' },
  {
    id: 'catalogue',
    label: 'Open-data catalogue',
    step: 'gather',
    words: 'statistics service download measures areas',
  },
  { id: 'samples', label: 'Sample tables', step: 'gather', words: 'example demo saltmere' },
  { id: 'problems', label: 'Problems in the table', step: 'gather', words: 'errors issues unreadable cells' },
  { id: 'shape', label: 'Layout of the table', step: 'shape', words: 'long wide rows columns' },
  { id: 'period', label: 'Period', step: 'shape', words: 'year date time column' },
  { id: 'category', label: 'Category', step: 'shape', words: 'name label column' },
  { id: 'value', label: 'Value', step: 'shape', words: 'number amount column' },
  { id: 'periods-as', label: 'Periods are written as', step: 'shape', words: 'dates day month order serial' },
  { id: 'decimal', label: 'Decimal mark', step: 'shape', words: 'comma point numbers thousands' },
  { id: 'group', label: 'One chart for each', step: 'shape', words: 'group set series split' },
  { id: 'colour-column', label: 'Colour from', step: 'shape', words: 'colour column group' },
  { id: 'steps', label: 'Steps', step: 'shape', words: 'preparation filter combine roll up measure coarser recode' },
  { id: 'suggestions', label: 'Suggested', step: 'shape', words: 'total row blank repeated spelling' },
  { id: 'steps-file', label: 'Steps in a file', step: 'shape', words: 'save load json preparation' },
  { id: 'shaped-file', label: 'Shaped table as a file', step: 'shape', words: 'export csv xlsx json data' },
  { id: 'title', label: 'Title', step: 'dress', words: 'heading text headline' },
  { id: 'subtitle', label: 'Subtitle', step: 'dress', words: 'text second line' },
  { id: 'source', label: 'Source note', step: 'dress', words: 'footnote credit text' },
  { id: 'places', label: 'Places on stage', step: 'dress', words: 'number of bars top ranks' },
  { id: 'order', label: 'In front', step: 'dress', words: 'largest smallest first sort order ascending descending' },
  { id: 'palette', label: 'Palette', step: 'dress', words: 'colours scheme' },
  { id: 'colours', label: 'Colours of categories', step: 'dress', words: 'bar colour own' },
  { id: 'decimals', label: 'Decimals', step: 'dress', words: 'number format digits round' },
  { id: 'prefix', label: 'Before the number', step: 'dress', words: 'prefix currency unit' },
  { id: 'suffix', label: 'After the number', step: 'dress', words: 'suffix unit percent' },
  { id: 'compact', label: 'Shorten large numbers', step: 'dress', words: 'compact thousands millions K M B' },
  { id: 'ratio', label: 'Stage', step: 'dress', words: 'size ratio 16:9 9:16 1:1 square vertical portrait' },
  { id: 'background', label: 'Background', step: 'dress', words: 'colour backdrop' },
  { id: 'length', label: 'Whole film', step: 'pace', words: 'length duration seconds' },
  { id: 'period-sec', label: 'Each period', step: 'pace', words: 'speed seconds per year' },
  { id: 'fps', label: 'Frames a second', step: 'pace', words: 'frame rate fps' },
  { id: 'hold-start', label: 'Hold at the start', step: 'pace', words: 'pause wait beginning' },
  { id: 'hold-end', label: 'Hold at the end', step: 'pace', words: 'pause wait' },
  { id: 'swap', label: 'Changing places takes', step: 'pace', words: 'swap overtake transition' },
  { id: 'beat', label: 'Beat at the playhead', step: 'pace', words: 'slow down hurry uneven' },
  { id: 'between', label: 'Between periods', step: 'pace', words: 'interpolation linear smooth step' },
  { id: 'gaps', label: 'Missing values', step: 'shape', words: 'gaps bridge carry zero absent' },
  { id: 'film-format', label: 'Format', step: 'output', words: 'mp4 webm codec video' },
  { id: 'film-size', label: 'Size', step: 'output', words: 'resolution pixels 1080 4k' },
  { id: 'film-quality', label: 'Quality', step: 'output', words: 'bit rate' },
  { id: 'film-export', label: 'Export the film', step: 'output', words: 'render save video download' },
  { id: 'save-project', label: 'Save project file', step: 'output', words: 'download keep share' },
  { id: 'open-project', label: 'Open project file', step: 'output', words: 'load' },
] as const satisfies readonly ControlEntry[];

export type ControlId = (typeof controls)[number]['id'];

/** The entry of a control. */
export function controlEntry(id: ControlId): ControlEntry {
  return controls.find((control) => control.id === id) as ControlEntry;
}

/** Controls whose label or words hold all the words looked for. */
export function findControls(query: string): ControlEntry[] {
  const wanted = query.toLowerCase().split(/\s+/).filter(Boolean);
  if (wanted.length === 0) return [];
  return controls.filter(({ label, words, step }) => {
    const text = `${label} ${words} ${step}`.toLowerCase();
    return wanted.every((word) => text.includes(word));
  });
}
