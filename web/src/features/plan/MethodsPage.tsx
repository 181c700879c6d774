import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import {
  asPlanned,
  compareWays,
  doseLadder,
  explain,
  hasLadder,
  plantOf,
  methodsOf,
  SCHOOL_GROUPS,
  SCHOOLS,
  type Candidate,
  type FigureId,
  type PlanTarget,
  type WayColumn,
} from '@steepsis/core';
import type { DrinkView } from '@steepsis/contract';
import { useSaveDrink, useVersions, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { DoseLadder } from '@/shared/plan/DoseLadder';
import { DrinkPage } from '@/shared/plan/DrinkPage';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Explained } from '@/shared/ui/Explained';
import { Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { useTarget } from './planSetup';
import { useTargets } from './targetStore';

export function Component(): ReactNode {
  const { drinkId = '' } = useParams();
  return (
    <DrinkPage key={drinkId} id={drinkId} what="the methods" page="plan">
      {(view, house) => <Methods view={view} house={house} />}
    </DrinkPage>
  );
}

const MOST_COLUMNS = 4;

/** Methods, schools and versions of a drink side by side, at the same target. */
function Methods({ view, house }: { view: DrinkView; house: House }): ReactNode {
  const { drink } = view;
  const own = useTarget(view, house).target;
  // On equal terms: each way is planned for the same amount.
  const target = useMemo(() => asPlanned(view.drink, own), [view.drink, own]);
  const versions = useVersions(drink.id);
  const choices = useMemo(() => choicesOf(view, target, versions.data?.versions ?? []), [view, target, versions.data]);
  const [picked, setPicked] = useState<readonly string[] | undefined>(undefined);
  const shown = picked ?? choices.slice(0, 2).map((c) => c.key);
  const columns = useMemo(
    () =>
      compareWays(
        shown.flatMap((key) => choices.filter((c) => c.key === key).map((c) => c.candidate)),
        house.forPlans,
        view.learned,
      ),
    [shown, choices, house.forPlans, view.learned],
  );
  const save = useSaveDrink();
  const navigate = useNavigate();
  const pick = (column: WayColumn): void => {
    const { audience: _audience, potency: _potency, ...rest } = column.target;
    const done = (): void => {
      useTargets.getState().change(drink.id, rest);
      void navigate(`/plan/${drink.id}`);
    };
    if (column.drink === drink) return done();
    const { version } = drink;
    save.mutate({ ...column.drink, id: drink.id, version: version + 1 }, { onSuccess: done });
  };
  const toggle = (key: string): void =>
    setPicked(shown.includes(key) ? shown.filter((k) => k !== key) : [...shown, key].slice(-MOST_COLUMNS));
  return (
    <Page
      title={`Ways of making ${drink.name}`}
      note={`Side by side for ${f.volume(target.litres * 1000)}${f.atStrength(target.strengthX)}. Up to four at once; one you pick becomes a way of this drink.`}
      actions={<LinkButton to={`/plan/${drink.id}`}>Back to the plan</LinkButton>}
    >
      <Refusal error={save.error} />
      {columns.length === 0 ? (
        <p className="text-muted">Choose two or more to see them side by side.</p>
      ) : (
        <Panel>
          <Table columns={columns} choices={choices} current={target.wayId} onPick={pick} pending={save.isPending} />
        </Panel>
      )}
      <Panel className="mt-3" title="What to compare" aside={`${shown.length} of ${MOST_COLUMNS}`}>
        <div className="grid gap-x-8 lg:grid-cols-2">
          {groupsOf(choices).map(([group, items]) => (
            <fieldset key={group} className="mb-2">
              <legend className="text-sm text-muted">{group}</legend>
              <div className="flex flex-wrap gap-1.5">
                {items.map((c) => (
                  <button
                    key={c.key}
                    type="button"
                    aria-pressed={shown.includes(c.key)}
                    title={c.why}
                    onClick={() => toggle(c.key)}
                    className="min-h-11 rounded-full border border-ink/35 px-3.5 text-[0.92rem] aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:font-semibold aria-pressed:text-surface"
                  >
                    {c.candidate.name}
                  </button>
                ))}
              </div>
            </fieldset>
          ))}
        </div>
      </Panel>
      <Ladders columns={columns} />
    </Page>
  );
}

type Choice = { key: string; group: string; why: string; candidate: Candidate };

function choicesOf(
  view: DrinkView,
  target: PlanTarget,
  versions: readonly { version: number; drink: DrinkView['drink'] }[],
): Choice[] {
  const { drink } = view;
  const own = methodsOf(drink, target).map((candidate) => ({
    key: `way:${candidate.id}`,
    group: 'Written in the recipe',
    why: candidate.drink.brews[0].ways.find((w) => w.id === candidate.id)?.name ?? '',
    candidate,
  }));
  const schools = SCHOOLS.flatMap((s) => {
    const made = s.apply(drink, target);
    return made
      ? [
          {
            key: `school:${s.id}`,
            group: SCHOOL_GROUPS[s.group],
            why: s.why,
            candidate: { id: s.id, name: s.name, ...made },
          },
        ]
      : [];
  });
  const before = versions
    .filter((v) => v.version !== drink.version)
    .map((v) => ({
      key: `version:${v.version}`,
      group: 'Earlier versions',
      why: 'The recipe as it was, by its own standard.',
      candidate: {
        id: `version-${v.version}`,
        name: `Version ${v.version}`,
        drink: v.drink,
        target: v.drink.brews[0].ways.some((w) => w.id === target.wayId)
          ? target
          : { ...target, wayId: v.drink.defaults.wayId, steepMin: v.drink.defaults.steepMin },
      },
    }));
  return [...own, ...schools, ...before];
}

function groupsOf(choices: readonly Choice[]): [string, Choice[]][] {
  const groups = new Map<string, Choice[]>();
  for (const c of choices) groups.set(c.group, [...(groups.get(c.group) ?? []), c]);
  return [...groups];
}

const opened = ({ plan }: WorkedOut, figure: FigureId, text: string): ReactNode => (
  <Explained what={() => explain(plan, figure)}>{text}</Explained>
);

type WorkedOut = Extract<WayColumn, { kind: 'way' }>;
type Row = { name: string; of: (c: WorkedOut) => ReactNode };
const ROWS: readonly Row[] = [
  { name: 'Strength', of: (c) => opened(c, 'glass-strength', f.strength(c.strengthX)) },
  { name: 'Harshness', of: (c) => opened(c, 'harsh', `${Math.round(c.harsh * 100)} % of the limit`) },
  { name: 'Aroma', of: (c) => c.aroma },
  {
    name: 'Colour',
    of: (c) => (
      <span className="inline-block h-6 w-16 rounded border border-ink/40" style={{ background: c.colour }}>
        <span className="sr-only">{c.colour}</span>
      </span>
    ),
  },
  { name: 'Comes out', of: (c) => opened(c, 'yield', f.volume(c.yieldMl)) },
  {
    name: 'Plants',
    of: (c) => opened(c, `leaf:${c.plan.brews[0].leaf[0]?.ingredientId ?? ''}`, f.grams(c.leafG)),
  },
  { name: 'Heat', of: (c) => (c.energyKWh < 0.005 ? 'none' : opened(c, 'heat', `${c.energyKWh.toFixed(2)} kWh`)) },
  { name: 'With the hands', of: (c) => opened(c, 'time', f.duration(c.handsOnMin)) },
  { name: 'In all', of: (c) => opened(c, 'time', f.duration(c.totalMin)) },
  {
    name: 'Cautions',
    of: (c) =>
      c.findings.length === 0
        ? 'none'
        : c.findings.map((x) => `${x.level === 'block' ? 'Stop' : 'Mind'}: ${x.message}`).join(' '),
  },
];

function Table({
  columns,
  choices,
  current,
  onPick,
  pending,
}: {
  columns: readonly WayColumn[];
  choices: readonly Choice[];
  current: string;
  onPick: (column: WayColumn) => void;
  pending: boolean;
}): ReactNode {
  return (
    <div className="overflow-x-auto" role="region" aria-label="Methods side by side" tabIndex={0}>
      <table className="w-full min-w-[34rem] table-fixed text-[0.95rem]">
        <thead>
          <tr className="align-bottom">
            <th className="w-28" />
            {columns.map((c) => (
              <th key={c.id} scope="col" className="px-2 pb-2 text-left">
                <span className="font-display text-lg">{c.name}</span>
                <span className="block text-sm font-normal text-muted">
                  {choices.find((o) => o.candidate.id === c.id && o.candidate.name === c.name)?.why}
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {ROWS.map((row) => (
            <tr key={row.name} className="border-t border-line align-top">
              <th scope="row" className="py-1.5 pr-3 text-left font-normal text-muted">
                {row.name}
              </th>
              {columns.map((c) => (
                <td key={c.id} className="px-2 py-1.5">
                  {c.kind === 'way' ? row.of(c) : row.name === 'Strength' ? c.message : ''}
                </td>
              ))}
            </tr>
          ))}
          <tr className="border-t border-line">
            <th scope="row" className="sr-only">
              Pick
            </th>
            {columns.map((c) => (
              <td key={c.id} className="px-2 pt-3">
                {c.kind === 'way' && (
                  <Button kind="main" disabled={pending} onClick={() => onPick(c)} aria-label={`Pick: ${c.name}`}>
                    {c.target.wayId === current && c.id === current ? 'Keep this one' : 'Pick this one'}
                  </Button>
                )}
              </td>
            ))}
            {columns.length === 0 && <td />}
          </tr>
        </tbody>
      </table>
    </div>
  );
}

/** Flowers and spices of the first column on their ladders: where each stands, and where it turns. */
function Ladders({ columns }: { columns: readonly WayColumn[] }): ReactNode {
  const first = columns.find((c) => c.kind === 'way');
  if (!first) return null;
  const { plan, target } = first;
  const leaf = plan.brews.flatMap((b) => {
    const poured = plan.drink.mix.reduce(
      (sum, l) => sum + (l.from.kind === 'brew' && l.from.brewId === b.brewId ? (plan.jug.mix[l.id] ?? 0) : 0),
      0,
    );
    // What is poured of a brew carries that share of its plants.
    const share = Math.min(1, poured / b.figures.volumeMl);
    return b.leaf
      .filter((l) => hasLadder(plantOf(plan.drink, l.plant)))
      .map((l) => ({ ...l, gPerL: (l.grams * share) / target.litres }));
  });
  if (leaf.length === 0) return null;
  return (
    <div className="mt-3 grid gap-3 lg:grid-cols-2">
      {leaf.map((l) => (
        <Panel key={l.ingredientId} title={l.name}>
          <DoseLadder rungs={doseLadder(plantOf(plan.drink, l.plant))} now={l.gPerL} />
        </Panel>
      ))}
    </div>
  );
}
