// node scripts/mutants.mjs FOLDER [--count 40] [--seed 1]: changes one operator or number of a folder's code at a time, and
// tells which changes no test of the core notices. Works on a copy of the project, so that nothing here is touched.
import { spawn } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { parseArgs } from 'node:util';
import ts from 'typescript';
import { random } from './lib/random.mjs';
import { root } from './lib/set-up.mjs';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { count: { type: 'string', default: '40' }, seed: { type: 'string', default: '1' } },
});
const [folder] = positionals;
if (!folder) {
  console.error('Say which folder: node scripts/mutants.mjs src/core/motion');
  process.exit(2);
}

/** What each operator is changed to. */
const swaps = {
  '<': ['<=', '>='],
  '<=': ['<', '>'],
  '>': ['>=', '<='],
  '>=': ['>', '<'],
  '===': ['!=='],
  '!==': ['==='],
  '+': ['-'],
  '-': ['+'],
  '*': ['/'],
  '/': ['*'],
  '%': ['*'],
  '&&': ['||'],
  '||': ['&&'],
  '+=': ['-='],
  '-=': ['+='],
  '++': ['--'],
};

/** Every change that can be made to a file: where, how long, and what stands there then. */
function changesOf(file) {
  const text = readFileSync(file, 'utf8');
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true);
  const found = [];
  const add = (node, instead) => {
    const from = node.getStart(source);
    const { line } = source.getLineAndCharacterOfPosition(from);
    for (const put of instead)
      found.push({ file, from, to: node.getEnd(), put, line: line + 1, was: text.slice(from, node.getEnd()) });
  };
  const visit = (node) => {
    // Types and what is only read out say nothing that a test of behaviour could hold.
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return;
    if (ts.isBinaryExpression(node)) add(node.operatorToken, swaps[node.operatorToken.getText(source)] ?? []);
    if (
      ts.isPostfixUnaryExpression(node) &&
      text.slice(node.getEnd() - 2, node.getEnd()) === '++' &&
      !ts.isForStatement(node.parent)
    ) {
      found.push({
        file,
        from: node.getEnd() - 2,
        to: node.getEnd(),
        put: '--',
        line: source.getLineAndCharacterOfPosition(node.getStart(source)).line + 1,
        was: '++',
      });
    }
    if (ts.isNumericLiteral(node))
      add(node, [node.text === '0' ? '1' : node.text === '1' ? '0' : `(${node.text} + 1)`]);
    if (node.kind === ts.SyntaxKind.TrueKeyword) add(node, ['false']);
    if (node.kind === ts.SyntaxKind.FalseKeyword) add(node, ['true']);
    ts.forEachChild(node, visit);
  };
  visit(source);
  // `x ?? 0` stands for a hole that the code never leaves; its number is never read.
  return found.filter(({ from }) => !/\?\?\s*$/.test(text.slice(0, from)));
}

const copy = mkdtempSync(path.join(os.tmpdir(), 'tempo-mutants-'));
try {
  for (const name of ['src', 'scripts', 'tests', 'public', 'docs', 'package.json', 'tsconfig.json', 'vitest.config.ts'])
    cpSync(path.join(root, name), path.join(copy, name), { recursive: true });
  symlinkSync(path.join(root, 'node_modules'), path.join(copy, 'node_modules'));
  const files = readdirSync(path.join(copy, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.includes('.test.'))
    .map((name) => path.join(copy, folder, name));
  const all = files.flatMap(changesOf);
  const next = random(Number(values.seed));
  const picked = new Map();
  while (picked.size < Math.min(Number(values.count), all.length)) {
    const place = Math.floor(next() * all.length);
    picked.set(place, all[place]);
  }
  /** Ends the tests that run, with all of their processes. */
  let stop = () => undefined;
  for (const signal of ['SIGINT', 'SIGTERM'])
    process.once(signal, () => {
      try {
        stop();
      } finally {
        // Also where they have just ended by themselves.
        rmSync(copy, { recursive: true, force: true });
        process.exit(1);
      }
    });
  /** Do all tests of a folder pass within so many milliseconds? A folder without tests notices nothing. */
  const passes = (of, mostMs = Number.POSITIVE_INFINITY) =>
    new Promise((resolve, reject) => {
      const args = ['--no-install', 'vitest', 'run', of, '--bail', '1', '--testTimeout', '60000', '--passWithNoTests'];
      const child = spawn('npx', args, { cwd: copy, stdio: 'ignore', detached: true });
      // The whole group: a process that never ends does not see that the others have.
      stop = () => process.kill(-child.pid, 'SIGKILL');
      const clock = Number.isFinite(mostMs) ? setTimeout(stop, mostMs) : undefined;
      child.on('error', reject).on('close', (code) => {
        clearTimeout(clock);
        stop = () => undefined;
        resolve(code === 0);
      });
    });
  /** A change that never ends is noticed as well; a machine that gets slow, or busy, is not taken for one. */
  const mostMs = new Map();
  for (const of of [folder, 'src/core']) {
    const startedMs = Date.now();
    if (!(await passes(of))) throw new Error(`The tests of ${of} fail without any change.`);
    mostMs.set(of, 10_000 + 5 * (Date.now() - startedMs));
  }
  const stillPass = (of) => passes(of, mostMs.get(of));
  let killed = 0;
  for (const { file, from, to, put, line, was } of picked.values()) {
    const text = readFileSync(file, 'utf8');
    writeFileSync(file, text.slice(0, from) + put + text.slice(to));
    // Most are noticed by the tests beside them, which take seconds.
    const lives = (await stillPass(folder)) && (await stillPass('src/core'));
    writeFileSync(file, text);
    if (!lives) killed++;
    else console.log(`lives: ${path.relative(copy, file)}:${line}  ${was} → ${put}`);
  }
  console.log(
    `${killed} of ${picked.size} are noticed (${Math.round((100 * killed) / picked.size)} %), of ${all.length} possible changes.`,
  );
} finally {
  rmSync(copy, { recursive: true, force: true });
}
