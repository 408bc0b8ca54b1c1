import type { Project } from '../project/project';
import type { Cube } from '../shaping/cube';
import type { CubeParts } from '../shaping/parts';
import type { Cubes } from './prepare-film';

/** A cube as JSON can hold it: missing values are null. */
export type PlainCube = Omit<Cube, 'values' | 'parts' | 'further' | 'panes'> & {
  readonly values: readonly (number | null)[];
  readonly parts?: Omit<CubeParts, 'values'> & { readonly values: readonly (number | null)[] };
  readonly further?: PlainFurther;
  readonly panes?: readonly { readonly name: string; readonly cube: PlainCube }[];
};

interface PlainFurther {
  readonly first: string;
  readonly second?: PlainValues;
  readonly third?: PlainValues;
}

interface PlainValues {
  readonly name: string;
  readonly values: readonly (number | null)[];
}

const plainValues = (values: Float64Array) => Array.from(values, (value) => (Number.isNaN(value) ? null : value));
const valuesOf = (plain: readonly (number | null)[]) => Float64Array.from(plain, (value) => value ?? Number.NaN);

/** Further values in another form. */
function changed<A, B>(
  {
    first,
    second,
    third,
  }: { first: string; second?: { name: string; values: A }; third?: { name: string; values: A } },
  change: (values: A) => B,
) {
  const to = ({ name, values }: { name: string; values: A }) => ({ name, values: change(values) });
  return { first, ...(second ? { second: to(second) } : {}), ...(third ? { third: to(third) } : {}) };
}

/** Cubes as JSON can hold them. */
export function plainCubes(cubes: Cubes): Record<string, PlainCube> {
  const plain = ({ values, parts, further, panes, ...cube }: Cube): PlainCube => ({
    ...cube,
    values: plainValues(values),
    ...(parts ? { parts: { ...parts, values: plainValues(parts.values) } } : {}),
    ...(further ? { further: changed(further, plainValues) } : {}),
    ...(panes ? { panes: panes.map((pane) => ({ ...pane, cube: plain(pane.cube) })) } : {}),
  });
  return Object.fromEntries(Array.from(cubes, ([id, cube]) => [id, plain(cube)]));
}

/** Plain cubes, as the core takes them. */
export function cubesOf(plain: Readonly<Record<string, PlainCube>>): Cubes {
  return new Map(Object.entries(plain).map(([id, cube]) => [id, cubeOf(cube)]));
}

function cubeOf({ values, parts, further, panes, ...cube }: PlainCube): Cube {
  return {
    ...cube,
    values: valuesOf(values),
    ...(parts ? { parts: { ...parts, values: valuesOf(parts.values) } } : {}),
    ...(further ? { further: changed(further, valuesOf) } : {}),
    ...(panes ? { panes: panes.map((pane) => ({ ...pane, cube: cubeOf(pane.cube) })) } : {}),
  };
}

/** What a web page carries: the film's document, its values, its pictures. */
export interface FilmData {
  readonly project: Project;
  /** Each chart's values, by its id. */
  readonly cubes: Readonly<Record<string, PlainCube>>;
  /** Data addresses by image id. */
  readonly images: Readonly<Record<string, string>>;
}

/** A document without what only the editor needs: the tables’ files and their names, added files, steps. */
export function withoutSources(project: Project): Project {
  const tables = project.tables.map((table) => ({
    ...table,
    source: { ...table.source, fileName: '' },
    added: [],
    steps: [],
  }));
  return { ...project, tables };
}

/** The film as JSON that can stand inside a page: no text in it can end the element that holds it. */
export function filmJson(project: Project, cubes: Cubes, images: ReadonlyMap<string, string>): string {
  const data: FilmData = {
    project: withoutSources(project),
    cubes: plainCubes(cubes),
    images: Object.fromEntries(images),
  };
  return JSON.stringify(data)
    .replaceAll('<', '\\u003c')
    .replaceAll('\u2028', '\\u2028')
    .replaceAll('\u2029', '\\u2029');
}
