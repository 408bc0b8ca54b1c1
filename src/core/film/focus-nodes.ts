import { focusStrength, type PlacedFocus } from '../chart/focus';
import type { ChartPicture } from '../families/family';
import type { SceneNode, TextNode } from '../scene/scene';
import type { PreparedChart } from './prepare-chart';

/** What remains of marks that step back. */
const BACK = 0.2;
/** How much larger labels get. */
const LARGER = 0.28;

/** A focus that is on stage, and how far it has come. */
export interface ActiveFocus {
  readonly focus: PlacedFocus;
  /** In (0, 1]. */
  readonly strength: number;
}

/** The focuses of a moment. */
export function activeFocuses({ focuses }: Pick<PreparedChart, 'focuses'>, timeSec: number): ActiveFocus[] {
  return focuses.flatMap((focus) => {
    const strength = focusStrength(focus, timeSec);
    return strength > 0 ? [{ focus, strength }] : [];
  });
}

/** How strongly a category shows, and how much larger its labels are. */
interface Weight {
  readonly opacity: number;
  readonly label: number;
}

/** Parts of the picture that belong to marks. */
const ofMarks: ReadonlySet<string> = new Set(['mark', 'name', 'value', 'picture']);

/** Moments of a focus at which it is looked at whether its marks are on stage. */
const LOOKS = 5;
/** Found once for each focus of a chart, so that nothing depends on the very moment. */
const seen = new WeakMap<PreparedChart, Map<string, boolean>>();

/** Is one of the marks of a focus ever on stage while it lasts? For nobody the others need not step back. */
function hasMark(chart: PreparedChart, { id, names, fromSec, toSec }: PlacedFocus): boolean {
  const known = seen.get(chart) ?? new Map<string, boolean>();
  seen.set(chart, known);
  const before = known.get(id);
  if (before !== undefined) return before;
  const places = names.map((name) => chart.cube.categories.indexOf(name));
  const found = Array.from({ length: LOOKS }, (_, i) => fromSec + ((toSec - fromSec) * (i + 0.5)) / LOOKS).some(
    (timeSec) => {
      const marks = chart.family.pictureAt(chart.plan, timeSec).marks();
      return places.some((place) => (marks.get(place)?.opacity ?? 0) > 0);
    },
  );
  known.set(id, found);
  return found;
}

function weightsOf(chart: PreparedChart, active: readonly ActiveFocus[]): (name: string) => Weight {
  const backs = active.map(({ focus, strength }) => (focus.othersBack && hasMark(chart, focus) ? strength : 0));
  return (name) => {
    let [kept, back, label] = [0, 0, 0];
    active.forEach(({ focus, strength }, i) => {
      if (!focus.names.includes(name)) back = Math.max(back, backs[i] ?? 0);
      else {
        kept = Math.max(kept, strength);
        if (focus.enlarge) label = Math.max(label, strength);
      }
    });
    // What one focus is on stays, whatever another one is on.
    return { opacity: 1 - (1 - BACK) * Math.max(0, back - kept), label: 1 + LARGER * label };
  };
}

/** The chart's nodes while something is looked at: other marks step back, labels grow, and all else stays as it is. */
export function focusedNodes(chart: PreparedChart, picture: ChartPicture, active: readonly ActiveFocus[]): SceneNode[] {
  const { categories } = chart.cube;
  const weightOf = weightsOf(chart, active);
  const known = new Map<number, Weight>();
  const weigh = (category: number): Weight => {
    const weight = known.get(category) ?? weightOf(categories[category] ?? '');
    known.set(category, weight);
    return weight;
  };
  const rest = weightOf('');
  const anchors = anchorsOf(picture.nodes, (category) => weigh(category).label > 1);
  const changed = (node: SceneNode): SceneNode => {
    const { subject } = node;
    if (subject?.category !== undefined) return weighed(node, weigh(subject.category), anchors.get(subject.category));
    if (subject && ofMarks.has(subject.part)) return weighed(node, rest);
    return node.kind === 'group' ? { ...node, children: node.children.map(changed) } : node;
  };
  return picture.nodes.map(changed);
}

/** The labels of a category that grow together: the first of them stays where it begins. */
type Anchors = ReadonlyMap<number, readonly TextNode[]>;

const isLabel = (node: SceneNode): node is TextNode =>
  node.kind === 'text' && (node.subject?.part === 'name' || node.subject?.part === 'value');

function anchorsOf(nodes: readonly SceneNode[], grows: (category: number) => boolean): Anchors {
  const found = new Map<number, TextNode[]>();
  const visit = (node: SceneNode): void => {
    if (node.kind === 'group') node.children.forEach(visit);
    const category = node.subject?.category;
    if (category === undefined || !isLabel(node) || !grows(category)) return;
    const list = found.get(category) ?? [];
    list.push(node);
    found.set(category, list);
  };
  nodes.forEach(visit);
  return found;
}

function weighed(node: SceneNode, { opacity, label }: Weight, labels: readonly TextNode[] = []): SceneNode {
  const faded = opacity < 1 ? { ...node, opacity: (node.opacity ?? 1) * opacity } : node;
  if (label <= 1 || !isLabel(faded)) return faded;
  const { font, x, y, align } = faded;
  // What stands on one row, or close below, moves on as the words before it grow.
  const near = labels.filter((each) => Math.abs(each.y - y) < font.sizePx * 2.2 && each.align === align);
  const row = near.filter((each) => Math.abs(each.y - y) < font.sizePx * 0.5);
  const firstY = Math.min(y, ...near.map((each) => each.y));
  const firstX =
    align === 'end' ? Math.max(x, ...row.map((each) => each.x)) : Math.min(x, ...row.map((each) => each.x));
  const moved = align === 'middle' ? x : firstX + (x - firstX) * label;
  return { ...faded, x: moved, y: firstY + (y - firstY) * label, font: { ...font, sizePx: font.sizePx * label } };
}
