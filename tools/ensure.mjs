// Makes sure that what a command needs is installed. Imports only Node's own modules, so it runs on a fresh clone.
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, realpathSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

export const ROOT = dirname(dirname(fileURLToPath(import.meta.url)));
const STAMP = join(ROOT, 'node_modules', '.steepsis-installed');

/** Runs a command with its output shown; ends this process with the same code if it fails. */
export function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (result.error) fail(`${command} could not be started: ${result.error.message}`);
  if (result.status !== 0) process.exit(result.status ?? 1);
}

export function fail(message) {
  console.error(message);
  process.exit(1);
}

/** Path of a package's command, run by node itself: works the same under every shell. */
export const bin = (path) => join(ROOT, 'node_modules', path);

const stampText = () =>
  createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .update(process.version)
    .digest('hex');

/** Installs the packages if the lock file or Node has changed since the last time. */
export function ensureDependencies() {
  const [major] = process.versions.node.split('.').map(Number);
  if (major < 20) fail(`Node 20 or newer is needed; this is ${process.version}.`);
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === stampText()) return;
  sayMissingCompiler();
  console.log(
    'Installing packages. The first time this takes some minutes, because the database engine is compiled for this machine.',
  );
  const env = { ...process.env, ...headersBesideNode() };
  run('npm', ['ci', '--include=dev', '--ignore-scripts=false', '--no-audit', '--no-fund', '--loglevel=error'], { env });
  if (!sqliteLoads()) {
    console.log('Compiling the database engine.');
    spawnSync('npm', ['rebuild', 'sqlite3', '--ignore-scripts=false', '--foreground-scripts'], {
      cwd: ROOT,
      stdio: 'inherit',
      env,
    });
    if (!sqliteLoads())
      fail(
        `The database engine could not be compiled. ${missingTools().length > 0 ? missingWords() : 'The lines above say why.'}`,
      );
  }
  mkdirSync(dirname(STAMP), { recursive: true });
  writeFileSync(STAMP, stampText());
}

/**
 * Where Node's headers lie beside it, as packages of systems put them, the database engine is compiled with those: they need not be
 * fetched, and they are of this very Node.
 */
export function headersBesideNode(execPath = process.execPath) {
  const folder = dirname(dirname(realpathSync(execPath)));
  return existsSync(join(folder, 'include', 'node', 'node_api.h')) ? { npm_config_nodedir: folder } : {};
}

const runs = (command, ...args) => spawnSync(command, args, { stdio: 'ignore' }).status === 0;

/** What compiling needs and this machine has not. */
function missingTools() {
  const compiler = process.env.CXX ?? 'g++';
  return [
    ['python3', runs(process.env.PYTHON ?? 'python3', '--version')],
    ['make', runs('make', '--version')],
    [compiler, runs(compiler, '--version') || (compiler === 'g++' && runs('c++', '--version'))],
  ].flatMap(([name, there]) => (there ? [] : [name]));
}

const missingWords = () =>
  `This machine has no ${missingTools().join(' and no ')}. On Debian: apt-get install python3 make g++`;

/** Said before the compiler's own lines of error, not after them. A machine that gets the engine ready made goes on. */
function sayMissingCompiler() {
  if (process.platform !== 'win32' && missingTools().length > 0)
    console.warn(`The database engine may have to be compiled here. ${missingWords()}`);
}

const sqliteLoads = () => spawnSync(process.execPath, ['-e', "require('sqlite3')"], { cwd: ROOT }).status === 0;

const HEADLESS = '/usr/bin/chromium-headless-shell';

/**
 * Path of a Chromium, installed from Debian's packages if there is none. The one that is only headless needs a third less of the
 * machine: it is taken before a whole one, and fetched where packages can be installed.
 */
export function ensureChromium() {
  const whole = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
  const found = (paths) => paths.find((path) => path && existsSync(path));
  const ready = found([process.env.CHROMIUM, HEADLESS]);
  if (ready) return ready;
  console.log("Installing Debian's headless Chromium, to drive the interface in tests.");
  const sudo = process.getuid?.() === 0 ? [] : ['sudo', '-n'];
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args];
    return spawnSync(command, rest, { stdio: ['ignore', 'ignore', 'inherit'] }).status === 0;
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', 'chromium-headless-shell');
  const installed = found([HEADLESS, ...whole]);
  if (installed) return installed;
  apt('install', '-y', '-qq', '--no-install-recommends', 'chromium');
  return found(whole) ?? fail('Chromium could not be installed. Set CHROMIUM to the path of one.');
}
