// npm run lint: every package, two at a time, each in a process of its own, so that none holds the types of all. `-- --all` adds the
// rules that are slow to hold; `--only` and paths look at those files alone.
import { bin, ensureDependencies } from './ensure.mjs';
import { sideBySide } from './sideBySide.mjs';

ensureDependencies();
const args = process.argv.slice(2);
const all = args.includes('--all');
const at = args.indexOf('--only');
const only = at < 0 ? undefined : args.slice(at + 1).filter((path) => /\.(ts|tsx|mjs)$/.test(path));
const filesOf = (name) => {
  const own = name === 'tools' ? ['tools', 'eslint.config.mjs'] : [name];
  return only?.filter((path) => own.some((o) => path === o || path.startsWith(`${o}/`))) ?? own;
};
// The largest first: two lanes end together.
const packages = ['web', 'e2e', 'server', 'core', 'contract', 'tools'].filter((name) => filesOf(name).length > 0);
const ok = await sideBySide(
  packages.map((name) => ({
    args: [
      bin('eslint/bin/eslint.js'),
      ...filesOf(name),
      '--cache',
      '--cache-location',
      `node_modules/.cache/eslint/${name}${all ? '-all' : ''}/`,
      '--max-warnings',
      '0',
    ],
    env: all ? { STEEPSIS_LINT: 'all' } : {},
  })),
);
process.exit(ok ? 0 : 1);
