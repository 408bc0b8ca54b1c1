import type { ObjectSchema } from 'joi';
import type { BuildKind } from '../pace/pace';
import type { Cube } from '../shaping/cube';
import type { Chart, PlayKind } from './chart';
import type { ControlSpec } from './control-spec';

/** What schemas are put together from: `schema/parts.ts`. */
export type SchemaParts = typeof import('./schema/parts');

/** Turns a family's own part of version `n` into one of version `n + 1`. */
export type OwnMigration = (own: Record<string, unknown>) => Record<string, unknown>;

/** A family's own part of the document. */
export interface FamilyDocument<Own = unknown> {
  /** The version that is written; a new one comes with a migration. */
  readonly version: number;
  /**
   * Checks `own`. Each key has a description, and its unit where it has one.
   *
   * @param parts What schemas are put together from. They are handed in, so that who only draws carries none of them.
   */
  schema(parts: SchemaParts): ObjectSchema;
  /** What a new chart of this family starts with. @param cube Its values; null while they are not known. */
  defaults(cube: Cube | null): Own;
  /** `migrations[n]` reads version `n`. */
  readonly migrations: Readonly<Record<number, OwnMigration>>;
  /** What can be kept of a chart of another family. */
  from?(chart: Chart): Partial<Own>;
}

/** What of the shared parts a family makes use of; the bench shows only controls that do something. */
export type Use =
  | 'value-axis'
  | 'pictures'
  | 'legend'
  | 'bars'
  | 'leader'
  | 'total'
  | 'moments'
  | 'places'
  | 'parts'
  | 'past'
  | 'further';

/** What a film can be about; charts are chosen by it. */
export const stories = [
  'who-leads',
  'how-it-went',
  'who-has-which-share',
  'how-far-along',
  'what-goes-with-what',
  'what-stands-out',
] as const;
export type Story = (typeof stories)[number];

/** How marks of a family can come and go, the most usual way first. */
export interface FamilyBuilds {
  /** While the chart moves through the periods by itself. */
  readonly moving: readonly BuildKind[];
  /** While it shows one moment. */
  readonly still: readonly BuildKind[];
  /** In which order a first one comes: as they stand, or one stand along the periods after the other. */
  readonly order: 'place' | 'stands';
  /** Do several marks stand at one place along the chart, so that one stand can come after the other? */
  readonly stands: boolean;
}

/** A value of the table, by the name of its category and the key of its period. */
export interface PressedPoint {
  readonly name: string;
  readonly period: string;
}

/**
 * What reading, checking and editing a document has to know of a family: all but how it is drawn. The list of families is
 * handed in, since families know the document.
 */
export interface KnownFamily<Own = unknown> {
  readonly id: string;
  readonly name: string;
  /** What its marks are called in the bench. */
  readonly marks: string;
  readonly tells: Story;
  readonly plays: readonly PlayKind[];
  readonly uses: ReadonlySet<Use>;
  readonly builds: FamilyBuilds;
  readonly document: FamilyDocument<Own>;
  /** What becomes of its own part when a point of a passed period is pressed; null where it marks none. */
  pressPoint?(own: Own, point: PressedPoint): Own | null;
  /** Its controls in Dress and Pace, in the order of the bench. */
  readonly controls: readonly ControlSpec[];
}
