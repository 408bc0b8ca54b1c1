/** Who may import what: the table of docs/architecture.md, and no cycles anywhere. */
const inside = (folder) => `^src/${folder}/`;
const tests = '\\.test\\.tsx?$|^src/[a-z]+/testing/';
/** What the page itself loads of the workers. */
const workerOutside = '^src/workers/((export-|sound-)?protocol|client)\\.ts$';
const packages = (names) => `node_modules/(${names.join('|')})/`;

/** Files of a folder may import the listed places under src, and nothing else there. */
const only = (name, from, to, fromNot = []) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: [tests, ...fromNot] },
  to: { path: '^src/', pathNot: to },
});

const core = (folder, to) =>
  only(
    `core-${folder}`,
    inside(`core/${folder}`),
    [folder, ...to].map((each) => inside(`core/${each}`)),
  );

module.exports = {
  forbidden: [
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'resolves', severity: 'error', from: {}, to: { couldNotResolve: true } },
    core('table', []),
    core('shaping', ['table']),
    core('scene', []),
    core('pace', ['shaping', 'table']),
    core('scale', ['shaping', 'table']),
    core('motion', ['pace', 'shaping', 'table']),
    core('project', ['motion', 'pace', 'scale', 'shaping', 'table']),
    core('chart', ['project', 'motion', 'pace', 'scale', 'scene', 'shaping', 'table']),
    core('families', ['chart', 'project', 'motion', 'pace', 'scale', 'scene', 'shaping', 'table']),
    core('sound', ['project', 'motion', 'pace', 'scale', 'shaping', 'table']),
    core('card', ['families', 'chart', 'project', 'motion', 'pace', 'scale', 'scene', 'shaping']),
    core('script', [
      'film',
      'sound',
      'card',
      'families',
      'chart',
      'project',
      'motion',
      'pace',
      'scale',
      'scene',
      'shaping',
      'table',
    ]),
    core('film', [
      'sound',
      'card',
      'families',
      'chart',
      'project',
      'motion',
      'pace',
      'scale',
      'scene',
      'shaping',
      'table',
    ]),
    {
      // What two families need is shared; neither knows the other.
      name: 'family-apart',
      severity: 'error',
      from: { path: '^src/core/families/([^/]+)/', pathNot: tests },
      to: { path: '^src/core/families/[^/]+/', pathNot: '^src/core/families/($1|shared)/' },
    },
    {
      // One line in the registry brings a family in; nobody else asks for one by name.
      name: 'families-by-registry',
      severity: 'error',
      from: { path: '^src/', pathNot: `${tests}|^src/core/families/(registry|known)\\.ts$|^src/core/families/[^/]+/` },
      to: { path: '^src/core/families/(?!shared/)[^/]+/' },
    },
    {
      name: 'registry-by-index',
      severity: 'error',
      from: { path: '^src/core/families/registry\\.ts$' },
      to: { path: '^src/core/families/[^/]+/', pathNot: '^src/core/families/[^/]+/index\\.ts$' },
    },
    {
      name: 'core-packages',
      severity: 'error',
      from: { path: inside('core'), pathNot: tests },
      to: {
        path: 'node_modules',
        pathNot: packages([
          'd3-[a-z]+',
          '@types/d3-[a-z]+',
          'joi',
          'papaparse',
          '@types/papaparse',
          '@e965/xlsx',
          'chardet',
          'fflate',
          'hyparquet',
          'apache-arrow',
          'sql.js',
          'jsonstat-toolkit',
          'culori',
          'fastest-levenshtein',
          '@types/culori',
          'i18n-iso-countries',
          'yaml',
          'image-size',
          'fft.js',
          '@tonejs/midi',
        ]),
      },
    },
    only('render', inside('render'), ['core', 'render'].map(inside)),
    only('player', inside('player'), ['core', 'render', 'player'].map(inside)),
    only('export', inside('export'), ['core', 'render', 'export'].map(inside)),
    only('farm', inside('farm'), ['core', 'export', 'farm'].map(inside)),
    only('worker-inside', inside('workers'), ['core', 'render', 'export', 'workers'].map(inside), [workerOutside]),
    only('worker-outside', workerOutside, ['core', 'workers'].map(inside)),
    only('state', inside('state'), [inside('core'), inside('state'), '^src/workers/(export-|sound-)?protocol\\.ts$']),
    only('ui', inside('ui'), [
      inside('core'),
      inside('state'),
      inside('ui'),
      '^src/workers/(export-|sound-)?protocol\\.ts$',
    ]),
    {
      name: 'tests-stay-outside',
      severity: 'error',
      from: { pathNot: tests },
      to: { path: tests },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.css$' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'types'],
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
    },
  },
};
