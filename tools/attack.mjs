// npm run attack: Steepsis as an intruder, a bad disk and a careless client would use it. Writes docs/attacks.md; `npm run attack -- quick` is
// shorter and writes nothing. Ends with 1 where something did not hold.
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { foreign, fullDisk, killDuringBackup, scale } from './attack/others.mjs';
import { fuzz } from './attack/fuzz.mjs';
import { build } from './build.mjs';
import { fail, ROOT } from './ensure.mjs';

const quick = process.argv.includes('quick');
build();
const broken = [];
const hold = (held, what) => {
  if (!held) broken.push(what);
  return held ? 'held' : '**did not hold**';
};
const lines = [
  '# What was tried against it',
  '',
  'Written by `npm run attack`; seeded, so that the same run finds the same things.',
  '',
];

console.log('Requests that no page sends.');
const { mutated, legal, stopped } = await fuzz(
  quick ? { mutations: 2000, legal: 200 } : { mutations: 20_000, legal: 5000 },
);
const told = (t) =>
  `${t.sent.toLocaleString('en')} requests, ${t.faults} answers of 5xx or with words of the code, ${t.broken} without an answer, ${t.louder} answers larger than their question, ${t.over250} over 250 ms (the slowest ${Math.round(t.slowestMs)} ms): ${hold(t.faults + t.broken + t.louder === 0, 'the fuzz')}`;
lines.push(
  '## Requests',
  '',
  `- Changed at random: ${told(mutated)}`,
  `- Legal, anywhere in their ranges: ${told(legal)}`,
);
lines.push(
  `- As they are, all of them get past the door: ${hold(stopped.length === 0, `plain requests ${stopped.slice(0, 3).join(', ')}`)}.`,
);
lines.push(
  `- Answers: ${Object.entries(mutated.byStatus)
    .map(([s, n]) => `${s} ${n} times`)
    .join(', ')}.`,
  '',
);
for (const example of [...mutated.examples, ...legal.examples]) console.log(example);

console.log('Pages of other places.');
lines.push('## Foreign pages', '');
for (const { what, got, wanted } of await foreign()) lines.push(`- ${what}: ${got}, ${hold(got === wanted, what)}`);

console.log('Kills while a backup is made.');
const kills = await killDuringBackup(quick ? 5 : 40);
lines.push(
  '',
  '## Kills while a backup is made',
  '',
  `- ${kills.kills} kills: notebook and every named backup whole after ${kills.whole}, ${hold(kills.whole === kills.kills, 'kills during a backup')}; ${kills.backups} backups kept, ${kills.halvesLeftForTheNextStart} halves were swept away by the next start.`,
);

console.log('A full disk.');
const disk = await fullDisk();
lines.push('', '## A full disk', '');
if (disk.skipped) lines.push(`- Not tried: ${disk.skipped}.`);
else
  lines.push(
    `- Writes: ${disk.refusedWith.join('; ')} (${hold(disk.refusedWith.length > 0 && disk.refusedWith.every((r) => r.startsWith('507')), 'writes on a full disk')}). Reads go on: ${hold(disk.reads === 200, 'reads on a full disk')}.`,
    `- It starts on the full disk and says "${(disk.said ?? '').replace(/[^ -~]\[\d+m/g, '')}": ${hold(disk.restarted && disk.said, 'a start on a full disk')}. Of ${disk.answered} batches that were answered ${disk.stored} are there: ${hold(disk.stored >= disk.answered, 'what was answered before a full disk')}.`,
  );

console.log('Ten years of batches.');
const [few, many] = await scale();
lines.push(
  '',
  '## Scale',
  '',
  '200 things on the shelf, a median of nine.',
  '',
  `| | ${few.batches} batches | ${many.batches.toLocaleString('en')} batches | times |`,
  '| --- | --- | --- | --- |',
);
for (const page of ['shelf', 'drink', 'book', 'list']) {
  const times = many[page] / few[page];
  lines.push(
    `| ${page} | ${few[page].toFixed(1)} ms | ${many[page].toFixed(1)} ms | ${times.toFixed(2)}, ${hold(times <= 1.5 || many[page] < 10, `${page} at scale`)} |`,
  );
}

console.log(lines.join('\n'));
if (!quick) writeFileSync(join(ROOT, 'docs', 'attacks.md'), `${lines.join('\n')}\n`);
if (broken.length > 0) fail(`These did not hold: ${broken.join(', ')}.`);
process.exit(0);
