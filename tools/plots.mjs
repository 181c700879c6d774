// npm run plots: the pictures of docs/model.md, drawn from the core itself.
import { mkdirSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { build } from './build.mjs';
import { ROOT } from './ensure.mjs';

build();
const core = createRequire(import.meta.url)(join(ROOT, 'core/dist/index.js'));
const folder = join(ROOT, 'docs', 'plots');
mkdirSync(folder, { recursive: true });

const [W, H, LEFT, RIGHT, TOP, BOTTOM] = [560, 300, 56, 130, 16, 44];
const INK = '#10231d';
const STYLES = [
  { colour: '#a8123a', dash: '' },
  { colour: '#0d6a5c', dash: '7 4' },
  { colour: '#8a5a00', dash: '2 3' },
  { colour: INK, dash: '10 3 2 3' },
];

/** Lines over one axis each way, each line named at its end. */
function draw(name, { x, y, lines }) {
  const px = (v) => LEFT + ((v - x.from) / (x.to - x.from)) * (W - LEFT - RIGHT);
  const py = (v) => H - BOTTOM - ((v - y.from) / (y.to - y.from)) * (H - TOP - BOTTOM);
  const tick = (axis, at) =>
    Array.from({ length: 6 }, (_, i) => axis.from + ((axis.to - axis.from) * i) / 5)
      .map(at)
      .join('');
  const text = (tx, ty, words, more = '') => `<text x="${tx.toFixed(1)}" y="${ty.toFixed(1)}" ${more}>${words}</text>`;
  const short = (v) => String(Math.round(v * 100) / 100);
  // Names at the ends of lines stand at least a line of text apart.
  const ends = lines.map(({ points }, i) => ({ i, y: py(points[points.length - 1][1]) + 4 })).sort((a, b) => a.y - b.y);
  ends.forEach((e, k) => {
    if (k > 0) e.y = Math.max(e.y, ends[k - 1].y + 14);
  });
  const labelY = (i) => ends.find((e) => e.i === i).y;
  const body = lines
    .map(({ label, points }, i) => {
      const { colour, dash } = STYLES[i];
      const path = points.map(([a, b], k) => `${k ? 'L' : 'M'}${px(a).toFixed(1)} ${py(b).toFixed(1)}`).join('');
      const [lx] = points[points.length - 1];
      return `<path d="${path}" fill="none" stroke="${colour}" stroke-width="2" stroke-dasharray="${dash}"/>${text(px(lx) + 6, labelY(i), label, `fill="${colour}"`)}`;
    })
    .join('');
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${W}" height="${H}" viewBox="0 0 ${W} ${H}" font-family="sans-serif" font-size="12" fill="${INK}">
<rect width="${W}" height="${H}" fill="#ffffff"/>
<path d="M${LEFT} ${TOP}V${H - BOTTOM}H${W - RIGHT}" fill="none" stroke="${INK}"/>
${tick(x, (v) => text(px(v), H - BOTTOM + 16, short(v), 'text-anchor="middle"'))}
${tick(y, (v) => text(LEFT - 6, py(v) + 4, short(v), 'text-anchor="end"'))}
${text((LEFT + W - RIGHT) / 2, H - 8, x.label, 'text-anchor="middle"')}
${text(14, (TOP + H - BOTTOM) / 2, y.label, `text-anchor="middle" transform="rotate(-90 14 ${(TOP + H - BOTTOM) / 2})"`)}
${body}
</svg>
`;
  writeFileSync(join(folder, `${name}.svg`), svg);
}

const range = (from, to, n) => Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n);
const drink = core.ROSELLE_COOLER;
const planned = (change) =>
  core.planDrink(drink, { ...drink.defaults, sugarGPerL: 40, ...change }, core.DEFAULT_KITCHEN).plan;
const hot = planned({});
const cold = planned({ wayId: 'fridge-overnight', steepMin: 600 });

draw('steep-hot', {
  x: { label: 'minutes off the heat', from: 0, to: 30 },
  y: { label: '× of the house, or of the harsh limit', from: 0, to: 1.25 },
  lines: [
    { label: 'strength', points: hot.brews[0].curve.points.map((p) => [p.steepMin, p.strengthX]) },
    { label: 'harshness', points: hot.brews[0].curve.points.map((p) => [p.steepMin, p.harsh]) },
  ],
});
draw('steep-fridge', {
  x: { label: 'hours in the fridge', from: 0, to: 20 },
  y: { label: '× of the house, or of the harsh limit', from: 0, to: 1.25 },
  lines: [
    { label: 'strength', points: cold.brews[0].curve.points.map((p) => [p.steepMin / 60, p.strengthX]) },
    { label: 'harshness', points: cold.brews[0].curve.points.map((p) => [p.steepMin / 60, p.harsh]) },
  ],
});
draw('pot-temperature', {
  x: { label: 'minutes from a cold start', from: 0, to: 40 },
  y: { label: '°C', from: 0, to: 100 },
  lines: ['pot-2', 'pot-10'].map((id) => {
    const vessel = core.DEFAULT_KITCHEN.vessels.find((v) => v.id === id);
    const { history } = planned({ litres: id === 'pot-2' ? 2.4 : 5, steepMin: 60 }).brews[0].run;
    return {
      label: id === 'pot-2' ? 'a 2.4 L plan' : 'a 5 L plan',
      points: range(0, 40, 120).map((t) => [t, core.tempAt(history, t)]),
      vessel,
    };
  }),
});
draw('syrup-thickness', {
  x: { label: '°Bx', from: 30, to: 70 },
  y: { label: 'mPa s, power of ten (water 0)', from: -0.25, to: 3.5 },
  lines: [
    { label: 'fridge, 5 °C', temp: 5 },
    { label: 'room, 20 °C', temp: 20 },
    { label: 'in the pan, 95 °C', temp: 95 },
  ].map(({ label, temp }) => ({
    label,
    points: range(30, 70, 60).map((brix) => [brix, Math.log10(core.thickness(brix, temp).mPaS)]),
  })),
});
draw('ice-in-a-glass', {
  x: { label: 'minutes in the glass', from: 0, to: 30 },
  y: { label: '× of the jug', from: 0.6, to: 1 },
  lines: [
    { label: 'from the fridge', drinkC: 4 },
    { label: 'at room warmth', drinkC: 22 },
    { label: 'at 45 °C', drinkC: 45 },
  ].map(({ label, drinkC }) => {
    const glass = core.glassOverIce({ drinkG: 300, drinkC, iceG: 110, iceC: -18, glassG: 180, glassC: 22 }, 24);
    return { label, points: range(0, 30, 60).map((t) => [t, 300 / (300 + glass.meltedG(t))]) };
  }),
});
// Every colourant pale, ordinary, strong and very strong, and every drink of the book from the pot to the glass.
{
  const names = Object.keys(core.COLOURANTS);
  const [cell, row, columns] = [30, 34, 3];
  const rows = Math.ceil(names.length / columns);
  const swatch = (x, y, fill) => `<rect x="${x}" y="${y}" width="${cell}" height="${row - 8}" fill="${fill}"/>`;
  const word = (x, y, words) => `<text x="${x}" y="${y}">${words.replaceAll('_', ' ')}</text>`;
  const ofColourant = names.map((name, i) => {
    const [x, y] = [20 + Math.floor(i / rows) * 300, 20 + (i % rows) * row];
    const ph = core.COLOURANTS[name].redAtPh ?? 7;
    const at = (times) => core.toHex(core.liquorColour([{ colourant: name, times }], 7, ph));
    return (
      [0.1, 0.25, 1, 2.5, 6].map((t, k) => swatch(x + k * (cell + 2), y, at(t))).join('') + word(x + 168, y + 17, name)
    );
  });
  const top = 40 + rows * row;
  const ofDrink = core.BOOK.map((d, i) => {
    const { plan } = core.planDrink(d, d.defaults, core.DEFAULT_KITCHEN);
    const [x, y] = [20 + (i % 2) * 450, top + Math.floor(i / 2) * row];
    const seen = [
      core.colourIn(plan.brews[0].concentrate, { diameterCm: 10 }),
      core.colourIn(plan.jug.liquid, plan.jug.vessel),
      core.colourIn(plan.glass.liquid, { diameterCm: 7 }),
    ];
    return seen.map((fill, k) => swatch(x + k * (cell + 2), y, fill)).join('') + word(x + 104, y + 17, d.name);
  });
  const height = top + Math.ceil(core.BOOK.length / 2) * row + 10;
  writeFileSync(
    join(folder, 'colours.svg'),
    `<svg xmlns="http://www.w3.org/2000/svg" width="920" height="${height}" viewBox="0 0 920 ${height}" font-family="sans-serif" font-size="12" fill="${INK}"><rect width="920" height="${height}" fill="#fbfaf7"/>${ofColourant.join('')}${ofDrink.join('')}</svg>\n`,
  );
}
console.log(`Plots are in ${folder}.`);
