import { knownFamilies } from '@/core/families/known';
import type { ControlSpec } from '@/core/project/control-spec';
import { extraControls } from '@/core/project/controls/extra-controls';
import { pictureControls } from '@/core/project/controls/picture-controls';
import { CARD, controlEntry, controlSpecs, controlsOf } from './controls';

/** What has to be there first, for controls that stand beside something that the person adds. */
const needs: readonly (readonly [RegExp, string])[] = [
  [/^extra-/, 'It belongs to an extra: add one under Extras in Dress, or press one on the stage.'],
  [/^caption-/, 'It belongs to a caption: add one under Captions in Pace.'],
  [/^focus-/, 'It belongs to a focus: add one under Focus in Pace.'],
  [/^own-look$/, 'It belongs to films of several pieces: add one above the beats.'],
  [/^(sheet|delimiter|encoding|header-row)$/, 'It belongs to a file of that kind: choose one in Gather.'],
  [/^(follow-file|refresh)$/, 'It belongs to a table that was read from a file: choose one in Gather.'],
];

/** The choices of a control by their values, as people read them. */
function labelsOf(spec: ControlSpec, values: readonly unknown[]): string {
  const { input } = spec;
  if (input.kind === 'switch') return values.includes(true) ? 'on' : 'off';
  const choices = 'choices' in input ? (input.choices as readonly { value: unknown; label: string }[]) : [];
  const labels = choices.filter(({ value }) => values.includes(value)).map(({ label }) => `“${label}”`);
  return labels.join(' or ');
}

const knownTo = (kind: string, id: string) => controlsOf(kind).some((each) => each.id === id);

/** Why a control is not on the bench now, and how to get it. */
export function whyAbsent(id: string, familyId: string): string {
  const { label } = controlEntry(id);
  if (familyId === CARD && !id.startsWith('card-') && !knownTo(CARD, id))
    return 'It belongs to charts, and the piece under the playhead is a card: go to a chart first.';
  if (familyId !== CARD && id.startsWith('card-'))
    return 'It belongs to cards: add one above the beats with “Add a piece”, or go to one.';
  const family = knownFamilies.find((each) => each.id === familyId);
  const specs = [...(family?.controls ?? []), ...controlSpecs];
  const spec = specs.find((each) => each.id === id);
  const [condition] = spec?.when ?? [];
  const ruling = condition && specs.find(({ path, id: other }) => path === condition.path && other !== id);
  if (extraControls.some((each) => each.id === id)) return needs[0]?.[1] ?? '';
  const named = needs.find(([pattern]) => pattern.test(id));
  if (named) return named[1];
  if (pictureControls.some((each) => each.id === id))
    return 'It is there once “Show pictures” is on and there are pictures.';
  const labels = ruling ? labelsOf(ruling, condition.is) : '';
  if (ruling && labels !== '') return `It is there once “${ruling.label}” is ${labels}.`;
  return `“${label}” does nothing for this chart as it is now.`;
}
