import { useMemo, useState, type CSSProperties, type ReactNode } from 'react';
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
import { usePlan } from './planSetup';
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
  const own = usePlan(view, house).target;
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
      <Panel className="no-print mt-3" title="What to compare" aside={`${shown.length} of ${MOST_COLUMNS}`}>
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
/** What is told of a way: its words, what makes two of them the same, and its size where it has one. */
type Row = {
  name: string;
  of: (c: WorkedOut) => ReactNode;
  words: (c: WorkedOut) => string;
  size?: (c: WorkedOut) => number;
};

/** Colours that an eye does not tell apart side by side are one: channels of #rrggbb to a twentieth. */
const toTheEye = (colour: string): string =>
  colour.replace(/[0-9a-f]{2}/gi, (channel) => `${Math.round(parseInt(channel, 16) / 13)} `);

const cautions = (c: WorkedOut): string =>
  c.findings.length === 0
    ? 'none'
    : c.findings.map((x) => `${x.level === 'block' ? 'Stop' : 'Mind'}: ${x.message}`).join(' ');
const heat = (c: WorkedOut): string => (c.energyKWh < 0.005 ? 'none' : `${c.energyKWh.toFixed(2)} kWh`);
const row = (
  name: string,
  words: (c: WorkedOut) => string,
  size?: (c: WorkedOut) => number,
  figure?: (c: WorkedOut) => FigureId | undefined,
): Row => ({
  name,
  words,
  of: (c) => {
    const id = figure?.(c);
    return id === undefined ? words(c) : opened(c, id, words(c));
  },
  ...(size ? { size } : {}),
});
const ROWS: readonly Row[] = [
  row(
    'Strength',
    (c) => f.strength(c.strengthX),
    (c) => c.strengthX,
    () => 'glass-strength',
  ),
  row(
    'Harshness',
    (c) => `${Math.round(c.harsh * 100)} % of the limit`,
    (c) => c.harsh,
    () => 'harsh',
  ),
  row('Aroma', (c) => c.aroma),
  {
    name: 'Colour',
    words: (c) => toTheEye(c.colour),
    of: (c) => (
      <span className="inline-block h-6 w-16 rounded border border-ink/40" style={{ background: c.colour }}>
        <span className="sr-only">{c.colour}</span>
      </span>
    ),
  },
  row(
    'Comes out',
    (c) => f.volume(c.yieldMl),
    (c) => c.yieldMl,
    () => 'yield',
  ),
  row(
    'Plants',
    (c) => f.grams(c.leafG),
    (c) => c.leafG,
    (c) => `leaf:${c.plan.brews[0].leaf[0]?.ingredientId ?? ''}`,
  ),
  row(
    'Heat',
    heat,
    (c) => c.energyKWh,
    (c) => (c.energyKWh < 0.005 ? undefined : 'heat'),
  ),
  row(
    'With the hands',
    (c) => f.duration(c.handsOnMin),
    (c) => c.handsOnMin,
    () => 'time',
  ),
  row(
    'Until it can be poured',
    (c) => f.duration(c.totalMin),
    (c) => c.totalMin,
    () => 'time',
  ),
  row('Cautions', cautions),
];

/** Columns of what differs, each figure as long as it is large; what is the same in all of them stands in one line. */
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
  const made = columns.filter((c) => c.kind === 'way');
  const differs = ({ words }: Row): boolean => made.length < 2 || new Set(made.map(words)).size > 1;
  const [shown, same] = [ROWS.filter(differs), ROWS.filter((r) => !differs(r))];
  const [first] = made;
  // On a phone each name stands over its figures, so that two columns have the whole width.
  const grid = {
    '--columns': `repeat(${columns.length}, minmax(${columns.length > 2 ? '9rem' : '0'}, 1fr))`,
  } as CSSProperties;
  const line = 'grid grid-cols-(--columns) gap-x-3 border-t border-line py-1.5 sm:grid-cols-[8.5rem_var(--columns)]';
  return (
    <div className="overflow-x-auto" role="region" aria-label="Methods side by side" tabIndex={0} style={grid}>
      <div role="table" aria-label="What differs" className="text-[0.95rem]">
        <div role="row" className={`${line} items-end border-t-0`}>
          <span role="columnheader" className="hidden sm:block" />
          {columns.map((c) => (
            <div key={c.id} role="columnheader" className="pb-1">
              <span className="font-display text-lg font-bold">{c.name}</span>
              <span className="block text-sm text-muted">
                {choices.find((o) => o.candidate.id === c.id && o.candidate.name === c.name)?.why}
              </span>
              {c.kind !== 'way' && <span className="mt-1 block border-l-4 border-stop pl-2">{c.message}</span>}
            </div>
          ))}
        </div>
        {shown.map((r) => {
          const most = Math.max(...made.map((c) => r.size?.(c) ?? 0));
          return (
            <div key={r.name} role="row" className={line}>
              <span role="rowheader" className="col-span-full text-muted sm:col-span-1">
                {r.name}
              </span>
              {columns.map((c) => (
                <div key={c.id} role="cell" className="min-w-0">
                  {c.kind === 'way' && r.of(c)}
                  {c.kind === 'way' && r.size && most > 0 && r.size(c) >= most / 1000 && (
                    <span
                      aria-hidden
                      className="mt-1 block h-1.5 rounded-r-full bg-ink/70"
                      style={{ width: `${Math.max(1, (100 * r.size(c)) / most)}%` }}
                    />
                  )}
                </div>
              ))}
            </div>
          );
        })}
        <div role="row" className={`${line} pt-3`}>
          <span role="rowheader" className="hidden sm:block" />
          {columns.map((c) => (
            <div key={c.id} role="cell">
              {c.kind === 'way' && (
                <Button kind="main" disabled={pending} onClick={() => onPick(c)} aria-label={`Pick: ${c.name}`}>
                  {c.target.wayId === current && c.id === current ? 'Keep this one' : 'Pick this one'}
                </Button>
              )}
            </div>
          ))}
        </div>
      </div>
      {same.length > 0 && first && (
        <p className="mt-3 text-[0.95rem] text-muted">
          The same in {made.length === 2 ? 'both' : 'all'}:{' '}
          {same.map((r, i) => (
            <span key={r.name}>
              {i > 0 && ', '}
              {r.name.toLowerCase()}{' '}
              {r.name === 'Colour' ? (
                <span
                  aria-hidden
                  className="inline-block size-4 rounded-sm border border-ink/40 align-[-2px]"
                  style={{ background: first.colour }}
                />
              ) : (
                r.words(first)
              )}
            </span>
          ))}
          .
        </p>
      )}
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
