// Builds every package, unless nothing has changed since the last build.
import { createHash } from 'node:crypto';
import { cpSync, existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { bin, ensureDependencies, ROOT, run } from './ensure.mjs';

const STAMP = join(ROOT, 'node_modules', '.steepsis-built');
const INPUTS = [
  'core/src',
  'contract/src',
  'server/src',
  'web/src',
  'web/public',
  'web/index.html',
  'web/vite.config.ts',
  'package-lock.json',
  '.swcrc',
];

function filesUnder(path) {
  if (!existsSync(path)) return [];
  if (!statSync(path).isDirectory()) return [path];
  return readdirSync(path)
    .sort()
    .flatMap((name) => filesUnder(join(path, name)));
}

function fingerprint() {
  const hash = createHash('sha256');
  for (const input of INPUTS)
    for (const file of filesUnder(join(ROOT, input))) hash.update(file).update(readFileSync(file));
  return hash.digest('hex');
}

export function build() {
  ensureDependencies();
  const now = fingerprint();
  const outputs = ['core/dist/index.js', 'contract/dist/index.js', 'server/dist/main.js', 'web/dist/index.html'];
  const fresh =
    existsSync(STAMP) && readFileSync(STAMP, 'utf8') === now && outputs.every((o) => existsSync(join(ROOT, o)));
  if (fresh) return;
  console.log('Building Steepsis.');
  for (const name of ['core', 'contract', 'server']) {
    const folder = join(ROOT, name);
    rmSync(join(folder, 'dist'), { recursive: true, force: true });
    run(
      process.execPath,
      [
        bin('@swc/cli/bin/swc.js'),
        'src',
        '-d',
        'dist',
        '--strip-leading-paths',
        '--config-file',
        '../.swcrc',
        '--ignore',
        '**/*.test.ts,**/test/**',
        '-q',
      ],
      { cwd: folder },
    );
  }
  // What is no code and is read by it.
  cpSync(join(ROOT, 'server/src/formats/answers.json'), join(ROOT, 'server/dist/formats/answers.json'));
  run(process.execPath, [bin('vite/bin/vite.js'), 'build', '--logLevel', 'warn'], { cwd: join(ROOT, 'web') });
  writeFileSync(STAMP, now);
}

if (process.argv[1] === join(ROOT, 'tools', 'build.mjs')) build();
