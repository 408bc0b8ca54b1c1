import { fieldsOf } from '../shaping/fields';
import { type Issue, type Outcome, refuse } from '../table/issue';
import { noReadingChoice } from '../table/reader';
import { defaultChart } from './defaults';
import { defaultDress } from './dress';
import { PROJECT_VERSION, type Project } from './project';
import { projectSchema } from './schema';

/** Turns a document of version `n` into one of version `n + 1`. */
type Migration = (document: Record<string, unknown>) => Record<string, unknown>;

interface Version1Table {
  readonly source: object;
}

interface Version1Chart {
  readonly fields: object;
}

/** Version 2 keeps how a file is read, what was added to it, the steps of its preparation, and groups. */
const from1: Migration = (document) => ({
  ...document,
  version: 2,
  tables: listOf<Version1Table>(document.tables).map((table) => ({
    ...table,
    source: { ...table.source, reading: noReadingChoice },
    added: [],
    steps: [],
  })),
  charts: listOf<Version1Chart>(document.charts).map((chart) => ({
    ...chart,
    fields: { ...fieldsOf({ shape: 'long' }), ...chart.fields },
    group: '',
  })),
});

interface Version2Chart {
  readonly text: object;
  readonly palette: string;
  readonly numbers: object;
  readonly pace: object;
  readonly fields: { readonly colour?: unknown };
}

/** Version 3 keeps how everything looks, captions, extras, pictures and fonts. */
const from2: Migration = (document) => {
  const film = (document.film ?? {}) as { readonly stage?: { readonly background?: unknown } };
  const fresh = defaultChart('c', 't', fieldsOf({ shape: 'long' }));
  return {
    ...document,
    version: 3,
    charts: listOf<Version2Chart>(document.charts).map(({ palette, ...chart }) => ({
      ...chart,
      fields: { ...chart.fields, picture: '' },
      text: { ...fresh.text, ...chart.text },
      highlights: [],
      pictures: [],
      numbers: { ...fresh.numbers, ...chart.numbers },
      datePattern: '',
      axis: fresh.axis,
      momentWords: fresh.momentWords,
      dress: {
        ...defaultDress,
        colour: { ...defaultDress.colour, palette, by: chart.fields?.colour ? 'group' : 'category' },
      },
      pace: { ...fresh.pace, ...chart.pace },
    })),
    film: {
      ...film,
      stage: {
        ...film.stage,
        background: { kind: 'plain', colour: film.stage?.background },
        margins: { top: 5, right: 5, bottom: 4, left: 5 },
        box: null,
      },
    },
    pictures: [],
    fonts: [],
  };
};

/** A damaged document may hold anything; the schema says so afterwards. */
function listOf<T>(value: unknown): T[] {
  return Array.isArray(value) ? value.filter((each) => typeof each === 'object' && each !== null) : [];
}

/** `migrations[n]` reads version `n`. */
const migrations: Readonly<Record<number, Migration>> = { 1: from1, 2: from2 };

/**
 * Reads a document that comes from outside: a project file or what the browser kept. Older versions are brought up
 * to date first.
 *
 * @param data Anything that JSON can hold.
 * @returns The project, or every fault with its path.
 */
export function readProject(data: unknown): Outcome<Project> {
  if (typeof data !== 'object' || data === null || (data as { format?: unknown }).format !== 'plucky-tempo-project') {
    return refuse(
      'not-a-project',
      'This is not a Plucky Tempo project. Choose a file that was saved with Save project.',
    );
  }
  let document = data as Record<string, unknown>;
  const version = Number(document.version);
  if (version > PROJECT_VERSION) {
    const message = `This project was saved by a newer Plucky Tempo (version ${version} of the file, this one reads up to ${PROJECT_VERSION}). Update and open it again.`;
    return refuse('newer-version', message);
  }
  for (let from = version; from < PROJECT_VERSION; from++) {
    const migrate = migrations[from];
    if (!migrate) return refuse('unknown-version', `Version ${document.version} of the project file is not known.`);
    document = migrate(document);
  }
  const { error } = projectSchema.validate(document, { abortEarly: false, convert: false });
  if (error) {
    const issues: Issue[] = error.details.map((detail) => ({
      code: 'damaged-project',
      severity: 'error',
      raw: detail.path.join('.'),
      message: `The project file is damaged at ${detail.path.join('.') || 'its top'}: ${detail.message}.`,
    }));
    return { ok: false, issues };
  }
  const project = document as unknown as Project;
  return linksHold(project);
}

/** Every chart needs its table, and the film its charts. */
function linksHold(project: Project): Outcome<Project> {
  const tables = new Set(project.tables.map((table) => table.id));
  const charts = new Set(project.charts.map((chart) => chart.id));
  const lost = project.charts.filter((chart) => !tables.has(chart.tableId)).map((chart) => `chart ${chart.id}`);
  const missing = project.film.sequence.filter((id) => !charts.has(id)).map((id) => `film entry ${id}`);
  if (lost.length + missing.length === 0) return { ok: true, value: project, issues: [] };
  const names = [...lost, ...missing].join(', ');
  return refuse('damaged-project', `The project file is damaged: ${names} points to something that is not in it.`);
}
