// What a change that is not committed yet touches, for `npm test -- --changed`.
import { execFileSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './ensure.mjs';

const git = (...args) => execFileSync('git', args, { cwd: ROOT, encoding: 'utf8' }).split('\n').filter(Boolean);

/** Files that differ from the last commit, new ones among them, as paths from the root. */
export const changedFiles = () =>
  [...git('diff', '--name-only', 'HEAD'), ...git('ls-files', '--others', '--exclude-standard')].filter((path) =>
    existsSync(join(ROOT, path)),
  );

/** Whether a change touches such files; without a change to look at everything is touched. */
export const touches = (changed, pattern) => changed === undefined || changed.some((path) => pattern.test(path));

const SPECS = readdirSync(join(ROOT, 'e2e', 'specs')).map((name) => `specs/${name}`);

/** Which place of the interface is driven by which specs; what every place rests on touches all. */
const PLACES = [
  [
    /^web\/src\/features\/(plan|recipe|drinks|pantry|kitchen|rules|usual)\//,
    /cautions|any-drink|from-plan|every-page|axe/,
  ],
  [/^web\/src\/features\/(steep|alarm|bench)\//, /steep|from-plan|faults|every-page|axe/],
  [/^web\/src\/features\/(mix|keep|taste)\//, /mix|from-plan|faults|every-page|axe/],
];

/** The specs of the browser that a change touches. */
export function specsFor(changed) {
  if (changed === undefined) return SPECS;
  const code = changed.filter(
    (path) => /^(core|contract|server|web|e2e)\//.test(path) && !/\.test\.tsx?$|^server\/test\//.test(path),
  );
  const wanted = code.flatMap((path) => {
    if (path.startsWith('e2e/specs/')) return [path.slice('e2e/'.length)];
    const place = PLACES.find(([at]) => at.test(path));
    return place ? SPECS.filter((spec) => place[1].test(spec)) : SPECS;
  });
  return [...new Set(wanted)];
}
