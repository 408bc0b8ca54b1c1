import { knownFamilies } from '@/core/families/known';
import type { ControlSpec } from '@/core/project/control-spec';
import { cardControls } from '@/core/project/controls/card-controls';
import { extraControls } from '@/core/project/controls/extra-controls';
import { pictureControls } from '@/core/project/controls/picture-controls';
import { gapControl } from '@/core/project/controls/shape-controls';
import { guideControl, stageControls } from '@/core/project/controls/stage-controls';
import { typeControls } from '@/core/project/controls/type-controls';
import { valueAt } from '@/core/project/document-value';
import { dressControls } from '@/core/project/dress-controls';
import { beatControl, paceControls } from '@/core/project/pace-controls';
import type { ControlEntry } from './control-entry';
import { found } from './find';
import { outputControls, qualityControl } from './output/output-controls';
import { soundEntries } from './sound/sound-entries';

export type { ControlEntry } from './control-entry';

/** Controls that are more than a value of the chart: they are drawn by hand. */
const madeByHand: readonly ControlEntry[] = [
  { id: 'open-file', label: 'Choose a file', step: 'gather', words: 'csv import data table drop open' },
  { id: 'add-file', label: 'Add another file', step: 'gather', words: 'append merge join more rows columns' },
  { id: 'refresh', label: 'Read the file again', step: 'gather', words: 'refresh reload update changed' },
  { id: 'follow-file', label: 'Follow the file', step: 'gather', words: 'watch live update changed by itself' },
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
  { id: 'join-file', label: 'Join a second table', step: 'gather', words: 'second value merge by name period bubbles' },
  { id: 'problems', label: 'Problems in the table', step: 'gather', words: 'errors issues unreadable cells' },
  { id: 'shape', label: 'Layout of the table', step: 'shape', words: 'long wide rows columns' },
  { id: 'period', label: 'Period', step: 'shape', words: 'year date time column' },
  { id: 'category', label: 'Category', step: 'shape', words: 'name label column' },
  { id: 'value', label: 'Value', step: 'shape', words: 'number amount column' },
  { id: 'periods-as', label: 'Periods are written as', step: 'shape', words: 'dates day month order serial' },
  { id: 'decimal', label: 'Decimal mark', step: 'shape', words: 'comma point numbers thousands' },
  { id: 'measure', label: 'Values of', step: 'shape', words: 'measure wide prefix several columns' },
  { id: 'second', label: 'Second value', step: 'shape', words: 'bubbles up y axis column further joined' },
  { id: 'third', label: 'Third value', step: 'shape', words: 'bubbles size area column further joined' },
  { id: 'parts-column', label: 'Parts from', step: 'shape', words: 'parts stacked divided breakdown column' },
  { id: 'group', label: 'One chart for each', step: 'shape', words: 'group set series split' },
  { id: 'panes', label: 'Side by side', step: 'shape', words: 'small multiples facets grid panels groups at once' },
  { id: 'colour-column', label: 'Colour from', step: 'shape', words: 'colour column group' },
  { id: 'steps', label: 'Steps', step: 'shape', words: 'preparation filter combine roll up measure coarser recode' },
  {
    id: 'family',
    label: 'What should the film tell?',
    step: 'dress',
    words: 'chart type kind family bars lines race switch',
  },
  { id: 'suggestions', label: 'Suggested', step: 'shape', words: 'total row blank repeated spelling' },
  { id: 'steps-file', label: 'Steps in a file', step: 'shape', words: 'save load json preparation' },
  { id: 'shaped-file', label: 'Shaped table as a file', step: 'shape', words: 'export csv xlsx json data' },
  { id: 'own-look', label: 'This piece keeps a look of its own', step: 'dress', words: 'theme style one all pieces' },
  { id: 'looks', label: 'Looks', step: 'dress', words: 'theme style template shelf' },
  {
    id: 'card-design',
    label: 'Design of the card',
    step: 'dress',
    words: 'layout template arrangement opening closing',
  },
  { id: 'card-logo', label: 'Logo', step: 'dress', words: 'picture emblem mark brand card' },
  { id: 'card-back', label: 'A background of its own', step: 'dress', words: 'picture gradient behind card' },
  { id: 'own-looks', label: 'Looks of your own', step: 'dress', words: 'save theme template import export' },
  { id: 'type-part', label: 'Type of', step: 'dress', words: 'font typography text style' },
  { id: 'type-family', label: 'Family', step: 'dress', words: 'font typeface' },
  { id: 'type-own', label: 'Font of your own', step: 'dress', words: 'woff2 ttf otf upload' },
  { id: 'type-size', label: 'Size of the type', step: 'dress', words: 'font size' },
  { id: 'palette', label: 'Palette', step: 'dress', words: 'colours scheme' },
  { id: 'colours', label: 'Colours of categories', step: 'dress', words: 'bar colour own highlight' },
  { id: 'colour-check', label: 'Colour check', step: 'dress', words: 'blind vision contrast accessibility deficiency' },
  { id: 'colour-list', label: 'Colour list', step: 'dress', words: 'json csv import export' },
  { id: 'add-pictures', label: 'Add pictures', step: 'dress', words: 'images upload drop' },
  { id: 'picture-matches', label: 'Who has which picture', step: 'dress', words: 'match correct' },
  { id: 'axis-ends', label: 'Ends of the axis', step: 'dress', words: 'minimum maximum domain' },
  { id: 'axis-parts', label: 'Parts of the axis', step: 'dress', words: 'number of ticks' },
  { id: 'axis-interval', label: 'A tick every', step: 'dress', words: 'grid interval step' },
  { id: 'value-bands', label: 'Bands between values', step: 'dress', words: 'range shaded normal zone corridor' },
  { id: 'targets', label: 'Target lines', step: 'dress', words: 'goal threshold reference' },
  { id: 'decimals', label: 'Decimals', step: 'dress', words: 'number format digits round' },
  { id: 'date-pattern', label: 'Dates are written', step: 'dress', words: 'format' },
  { id: 'date-own', label: 'Own pattern of dates', step: 'dress', words: 'format' },
  { id: 'ratio', label: 'Stage', step: 'dress', words: 'size ratio 16:9 9:16 1:1 square vertical portrait' },
  { id: 'background', label: 'Background', step: 'dress', words: 'colour backdrop' },
  { id: 'background-kind', label: 'Background is', step: 'dress', words: 'gradient picture transparent alpha' },
  { id: 'background-picture', label: 'Picture behind', step: 'dress', words: 'image photo' },
  { id: 'chart-box', label: 'Box of the chart', step: 'dress', words: 'move resize position' },
  { id: 'extras', label: 'Extras', step: 'dress', words: 'logo image text line box arrow note annotation' },
  { id: 'extra-whole', label: 'Over the whole film', step: 'dress', words: 'overlay all pieces watermark bug' },
  { id: 'extra-font', label: 'Family of the extra', step: 'dress', words: 'font' },
  { id: 'extra-anchor', label: 'Held by', step: 'dress', words: 'corner bar anchor' },
  { id: 'extra-time', label: 'Time on stage', step: 'dress', words: 'from to' },
  {
    id: 'play',
    label: 'The film shows',
    step: 'pace',
    words: 'still one moment built steps build up run animate static',
  },
  { id: 'moment', label: 'Moment on show', step: 'pace', words: 'period year built still' },
  { id: 'steps-times', label: 'Steps', step: 'pace', words: 'build one after another reveal stagger narration' },
  { id: 'length', label: 'Whole film', step: 'pace', words: 'length duration seconds' },
  { id: 'period-sec', label: 'Each period', step: 'pace', words: 'speed seconds per year' },
  { id: 'fps', label: 'Frames a second', step: 'pace', words: 'frame rate fps' },
  { id: 'span-sec', label: 'Selected beats last', step: 'pace', words: 'seconds uneven' },
  { id: 'captions', label: 'Captions', step: 'pace', words: 'subtitle text narration srt vtt' },
  { id: 'caption-text', label: 'Text of the caption', step: 'pace', words: 'words' },
  {
    id: 'caption-share',
    label: 'Text for captions',
    step: 'pace',
    words: 'sentences script narration paste share cues',
  },
  { id: 'caption-time', label: 'Time of the caption', step: 'pace', words: 'from to' },
  { id: 'focuses', label: 'Focus', step: 'pace', words: 'highlight emphasis zoom spotlight closer look annotate' },
  { id: 'focus-names', label: 'Looks at', step: 'pace', words: 'highlight names marks' },
  { id: 'focus-back', label: 'Others step back', step: 'pace', words: 'fade dim grey' },
  { id: 'focus-ring', label: 'A ring around it', step: 'pace', words: 'circle outline highlight' },
  { id: 'focus-enlarge', label: 'Larger label', step: 'pace', words: 'bigger name value' },
  { id: 'focus-note', label: 'A note with a line to it', step: 'pace', words: 'annotation callout text' },
  { id: 'focus-range', label: 'The axis closes in', step: 'pace', words: 'zoom range scale domain' },
  { id: 'focus-up-range', label: 'The upright axis closes in', step: 'pace', words: 'zoom range scale domain' },
  { id: 'focus-periods', label: 'The time in view closes in', step: 'pace', words: 'zoom window periods' },
  { id: 'focus-ease', label: 'Comes and goes within', step: 'pace', words: 'ease seconds soft' },
  { id: 'focus-time', label: 'Time of the focus', step: 'pace', words: 'from to' },
  { id: 'caption-files', label: 'Captions in a file', step: 'pace', words: 'subrip webvtt srt vtt import export' },
  ...soundEntries,
  {
    id: 'moments',
    label: 'Moments',
    step: 'pace',
    words: 'lead changes records entries exits climbs falls reigns events',
  },
  { id: 'picture-column', label: 'Picture from', step: 'shape', words: 'image flag column country' },
  {
    id: 'output-kind',
    label: 'As',
    step: 'output',
    words: 'film gif picture png jpeg svg pdf web page html image sequence data csv',
  },
  { id: 'picture-moment', label: 'Moment', step: 'output', words: 'last frame playhead still' },
  { id: 'all-groups', label: 'A file for each group', step: 'output', words: 'queue batch many' },
  { id: 'more-sizes', label: 'Further sizes', step: 'output', words: 'queue batch ratio' },
  { id: 'more-forms', label: 'Further forms', step: 'output', words: 'queue batch gif film picture page numbers' },
  { id: 'name-pattern', label: 'Names of files', step: 'output', words: 'pattern' },
  { id: 'film-format', label: 'Format', step: 'output', words: 'mp4 webm codec video' },
  { id: 'film-free-size', label: 'Pixels of the shorter side', step: 'output', words: 'resolution custom any size' },
  { id: 'film-size', label: 'Size', step: 'output', words: 'resolution pixels 1080 4k' },
  { id: 'with-sound', label: 'With its sound', step: 'output', words: 'audio music silent mute' },
  { id: 'film-export', label: 'Export', step: 'output', words: 'render save video download' },
  { id: 'save-project', label: 'Save project file', step: 'output', words: 'download keep share' },
  {
    id: 'save-script',
    label: 'Film as a script',
    step: 'output',
    words: 'json yaml text export code program automate',
  },
  { id: 'open-project', label: 'Open project file', step: 'output', words: 'load' },
];

/** Controls that are drawn from their specifications: those that all knownFamilies share, and those of each. */
export const controlSpecs: readonly ControlSpec[] = [
  ...dressControls,
  gapControl,
  ...stageControls,
  guideControl,
  ...extraControls,
  ...cardControls,
  ...paceControls,
  beatControl,
  ...outputControls,
  qualityControl,
  // What several families have in common stands once.
  ...knownFamilies
    .flatMap((family) => family.controls)
    .filter((spec, i, all) => all.findIndex(({ id }) => id === spec.id) === i),
];

/** Every control of the bench. One that is not listed here cannot be drawn, so the search finds them all. */
export const controls: readonly ControlEntry[] = [...madeByHand, ...controlSpecs];

/** Names a control among all. */
export type ControlId = string;

/** The entry of a control. @throws RangeError for one that is not listed. */
export function controlEntry(id: ControlId): ControlEntry {
  const found = controls.find((control) => control.id === id);
  if (!found) throw new RangeError(`control: must be one of the list, received ${id}`);
  return found;
}

/**
 * The specification of a control. What several families have in common may apply otherwise in each.
 *
 * @param familyId Of the chart that is edited.
 * @throws RangeError for a control that has none.
 */
export function specOf(id: ControlId, familyId: string | null = null): ControlSpec {
  const family = knownFamilies.find((each) => each.id === familyId);
  const found = [...(family?.controls ?? []), ...controlSpecs].find((spec) => spec.id === id);
  if (!found) throw new RangeError(`control: must have a specification, received ${id}`);
  return found;
}

/** Does a control do anything for a chart, or whatever else it is a control of, as that is now? */
export function specApplies({ when = [] }: ControlSpec, of: unknown): boolean {
  return when.every(({ path, is }) => is.includes(valueAt(of, path)));
}

/** Controls of pictures, which only some families draw. */
const ofPictures = ['add-pictures', 'picture-matches', ...pictureControls.map(({ id }) => id)];

/** What stands in for a family while a card is edited. */
export const CARD = 'card';

/** The controls that do something for a family, or for `CARD`. @param familyId null for all that there are. */
export function controlsOf(familyId: string | null): readonly ControlEntry[] {
  if (familyId === CARD)
    return controls.filter(({ id, step }) => isOfCards(id) || sharedSteps.has(step) || shared.has(id));
  const idle = idleControls(familyId);
  return controls.filter(({ id }) => !idle.has(id) && (familyId === null || !isOfCards(id)));
}

const isOfCards = (id: string) => id.startsWith('card-');
const sharedSteps: ReadonlySet<ControlEntry['step']> = new Set(['gather', 'output']);
/** What cards share with charts in Dress and Pace. To which side words stand is the design's there. */
const shared: ReadonlySet<string> = new Set([
  ...[...stageControls, guideControl, ...extraControls].map(({ id }) => id),
  ...typeControls.map(({ id }) => id).filter((id) => id !== 'type-align'),
  ...madeByHand.map(({ id }) => id).filter((id) => /^(type|background|extra|caption|sound)s?(-|$)/.test(id)),
  ...['looks', 'own-look', 'own-looks', 'ratio', 'fps', 'caption-at', 'caption-panel'],
  ...[
    'tunes',
    'speak-along',
    'step-back',
    'mix-gain',
    'loudness',
    'find-tempo',
    'tempo',
    'tap-tempo',
    'beats-a-bar',
    'first-beat',
    'on-beat',
  ],
]);

/** Controls that do nothing for a family: those of other families, and those of what it does not draw. */
function idleControls(familyId: string | null): ReadonlySet<string> {
  const family = knownFamilies.find(({ id }) => id === familyId);
  if (!family) return new Set();
  const idle = new Set(knownFamilies.flatMap(({ controls: own }) => own.map(({ id }) => id)));
  for (const { id } of family.controls) idle.delete(id);
  // Only bars have room for pictures at more than one place.
  if (!family.uses.has('places') || !family.uses.has('bars')) idle.add('picture-at');
  if (!family.uses.has('pictures')) for (const id of ofPictures) idle.add(id);
  return idle;
}

/** All that a control can be looked for with beside its label. */
export const searchWords = ({ id, words, step }: ControlEntry) => `${words} ${step} ${id.replaceAll('-', ' ')}`;

/** The controls that a search finds, the best answers first. @param familyId Of the chart that is edited: controls that do nothing for it are left out. */
export function findControls(query: string, familyId: string | null = null): ControlEntry[] {
  if (query.trim() === '') return [];
  const named = controlsOf(familyId).map((entry) => ({
    name: entry.label,
    words: `${entry.words} ${entry.step}`,
    entry,
  }));
  return found(query, named).map(({ entry }) => entry);
}
