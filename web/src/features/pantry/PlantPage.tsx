import { format as formatDate, parseISO } from 'date-fns';
import { Plus, X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import {
  knownPlant,
  doseLadder,
  entryOf,
  freeId,
  hasLadder,
  measureByWeighing,
  pickingOf,
  substitutesFor,
  SWEETENERS,
  type Botanical,
  type Lot,
  type OwnMeasures,
  type PantryEntry,
  type Ranged,
} from '@steepsis/core';
import type { Kept } from '@steepsis/contract';
import { serverNow } from '@/shared/api/clock';
import { useHouse, useLotsSoFar, useSaveHouse, type House } from '@/shared/api/queries';
import { useEdited } from '@/shared/api/useEdited';
import * as f from '@/shared/format/format';
import { DoseLadder } from '@/shared/plan/DoseLadder';
import { Button } from '@/shared/ui/Button';
import { ChangedMeanwhile } from '@/shared/ui/ChangedMeanwhile';
import { figure, TextField } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { DayField } from '@/shared/ui/MomentField';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { PlainError, reasonOf } from '@/shared/ui/reasonOf';
import { FaultCard } from '@/shared/ui/Alone';
import { Panel } from '@/shared/ui/Panel';
import { OwnPlantForm } from './OwnPlantForm';

export function Component(): ReactNode {
  const { plant = '' } = useParams();
  const house = useHouse();
  if (house.isPending) return <Loading what="the pantry" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  const known = find(plant, house.data);
  if (!known) return <Failed error={new PlainError('There is no such plant in the pantry.')} />;
  return <Plant key={plant} plant={plant} known={known} house={house.data} />;
}

type Known = { name: string; botanical: Botanical | undefined };

function find(plant: string, { ownPlants, plants }: House): Known | undefined {
  const sweet = (SWEETENERS as Readonly<Record<string, { name: string }>>)[plant];
  if (sweet) return { name: sweet.name, botanical: undefined };
  const botanical = knownPlant(ownPlants, plant);
  if (botanical) return { name: botanical.name, botanical };
  // One of the house's own that cannot be worked out is still there, to be put right.
  const own = plants.find((p) => p.body.id === plant)?.body;
  return own && { name: own.name, botanical: undefined };
}

function Plant({ plant, known, house }: { plant: string; known: Known; house: House }): ReactNode {
  const kept: Kept<PantryEntry> = house.pantry.find((p) => p.body.plant === plant) ?? {
    version: 0,
    body: { v: 1, plant, lots: [] },
  };
  const edited = useEdited(kept);
  const { value: entry, change } = edited;
  const save = useSaveHouse();
  const navigate = useNavigate();
  const [changing, setChanging] = useState(false);
  const own = house.plants.find((p) => p.body.id === plant)?.body;
  const b = known.botanical;
  const fault = house.plantFaults[plant];
  return (
    <Page
      title={known.name}
      note={b ? `${b.latinName}, ${b.part}` : fault ? 'A plant of your own' : 'A sweetener'}
      actions={
        <>
          {own && <Button onClick={() => setChanging(true)}>Change what it is</Button>}
          {edited.changed && <Button onClick={edited.reset}>Undo my changes</Button>}
          <Button
            kind="main"
            disabled={!edited.changed || edited.behind || save.isPending}
            onClick={() =>
              save.mutate({ kind: 'pantry', version: edited.base, body: entry }, { onSuccess: edited.reset })
            }
          >
            {save.isPending ? 'Keeping…' : 'Keep'}
          </Button>
        </>
      }
    >
      <p className="mb-3">
        <Link to="/pantry" className="inline-flex min-h-11 items-center text-action underline underline-offset-4">
          Back to the pantry
        </Link>
      </p>
      <Refusal error={save.error} />
      {fault && !changing && (
        <FaultCard
          of="Its figures"
          reason={reasonOf(fault)}
          ways={<Button onClick={() => setChanging(true)}>Change what it is</Button>}
        />
      )}
      {edited.behind && edited.changed && <ChangedMeanwhile onTop={edited.onTop} onReset={edited.reset} />}
      {changing && own && (
        <OwnPlantForm
          house={house}
          was={own}
          onDone={(id) => {
            setChanging(false);
            if (id) void navigate(`/pantry/${id}`, { replace: true });
          }}
        />
      )}
      <div className="grid gap-3 lg:grid-cols-[minmax(0,1fr)_minmax(0,1fr)]">
        <div className="space-y-3">
          <LotsPanel entry={entry} onChange={change} />
          <Panel title="In the shop">
            <p className="leading-8">
              It costs{' '}
              {figure(
                'Price',
                entry.pricePerKg ?? 0,
                { unit: 'a kilo', min: 0, max: 100_000, step: 1, digits: 2, shown: true },
                (pricePerKg) => change({ ...entry, pricePerKg }),
              )}{' '}
              in packets of{' '}
              {figure(
                'Packet',
                entry.packG ?? 0,
                { unit: 'g', min: 0, max: 25_000, step: 25, shown: true },
                (packG) => {
                  const { packG: _was, ...rest } = entry;
                  change(packG > 0 ? { ...rest, packG } : rest);
                },
              )}
              . <span className="text-muted">0 stands for not known.</span>
            </p>
          </Panel>
          {b && <MeasuresPanel b={b} entry={entry} onChange={change} />}
        </div>
        {b && (
          <div className="space-y-3">
            <ReferencePanel b={b} own={own !== undefined} />
            {hasLadder(b) && (
              <Panel title="How much of it">
                <DoseLadder rungs={doseLadder(b)} />
              </Panel>
            )}
            <SubstitutesPanel b={b} house={house} />
          </div>
        )}
      </div>
    </Page>
  );
}

const today = (): string => new Date(serverNow()).toISOString().slice(0, 10);

/** What tasting and measuring have said of a lot so far, against what plans reckon with. */
function PotencySoFar({
  lot,
  n,
  ranged,
  onTake,
}: {
  lot: Lot;
  n: number;
  ranged: Ranged | undefined;
  onTake: (lot: Lot) => void;
}): ReactNode {
  if (!ranged) return null;
  const figure = Math.round(100 * Math.min(3, Math.max(0.2, ranged.x))) / 100;
  return (
    <p className="text-[0.95rem]">
      So far it gives <strong className="font-semibold">{f.strength(ranged.x)}</strong> by what was tasted and measured{' '}
      <span className="text-muted">
        ({f.strength(ranged.low)} to {f.strength(ranged.high)}, four times in five)
      </span>
      {Math.abs(Math.log(figure / lot.potency)) >= 0.04 && (
        <>
          .{' '}
          <Button
            kind="quiet"
            aria-label={`Let plans reckon with what lot ${n} gives so far`}
            onClick={() => onTake({ ...lot, potency: figure })}
          >
            Let plans reckon with it
          </Button>
        </>
      )}
    </p>
  );
}

function LotsPanel({ entry, onChange }: { entry: PantryEntry; onChange: (e: PantryEntry) => void }): ReactNode {
  const soFar = useLotsSoFar().data?.lots ?? {};
  const setLot = (lot: Lot): void => onChange({ ...entry, lots: entry.lots.map((l) => (l.id === lot.id ? lot : l)) });
  const add = (): void =>
    onChange({
      ...entry,
      lots: [
        ...entry.lots,
        {
          id: freeId(
            'lot',
            entry.lots.map((l) => l.id),
          ),
          got: today(),
          from: '',
          leftG: 100,
          potency: 1,
        },
      ],
    });
  return (
    <Panel title="What is there" aside="The oldest is used first">
      {entry.lots.length === 0 && (
        <p className="text-muted">Nothing is noted. A lot is what was bought or picked at one time.</p>
      )}
      <ul aria-label="Lots" className="divide-y divide-line">
        {entry.lots.map((lot, i) => (
          <li key={lot.id} className="py-3">
            <div className="flex flex-wrap items-end gap-2 sm:flex-nowrap">
              <span className="mr-2 flex min-h-11 flex-col items-start justify-between text-sm text-muted">
                Got on
                <span className="text-base text-ink">
                  <DayField
                    label={`Lot ${i + 1}, got on`}
                    day={parseISO(lot.got.slice(0, 10))}
                    onDay={(day) => setLot({ ...lot, got: formatDate(day, 'yyyy-MM-dd') })}
                  />
                </span>
              </span>
              <TextField
                label="Where from"
                value={lot.from}
                placeholder="in your own words"
                onChange={(from) => setLot({ ...lot, from })}
                className="order-last w-full sm:order-none sm:w-auto sm:min-w-0 sm:flex-1"
              />
              <button
                type="button"
                aria-label={`Remove lot ${i + 1}`}
                className="grid size-11 shrink-0 place-items-center text-muted hover:text-ink"
                onClick={() => onChange({ ...entry, lots: entry.lots.filter((l) => l.id !== lot.id) })}
              >
                <X size={18} aria-hidden />
              </button>
            </div>
            <p className="mt-1 leading-8">
              {figure(
                `Lot ${i + 1} left`,
                lot.leftG,
                { unit: 'g', min: 0, max: 100_000, step: 10, digits: 1, shown: true },
                (leftG) => setLot({ ...lot, leftG }),
              )}{' '}
              left; gives ×
              {figure(
                `Lot ${i + 1} gives`,
                lot.potency,
                { unit: '×', min: 0.2, max: 3, step: 0.05, digits: 2 },
                (potency) => setLot({ ...lot, potency }),
              )}{' '}
              of the reference;{' '}
              <InlineChoice
                label={`Lot ${i + 1} ripeness`}
                value={lot.ripeness ?? 'unsaid'}
                choices={[
                  { value: 'unsaid', label: 'ripeness not noted' },
                  { value: 'under-ripe', label: 'under-ripe' },
                  { value: 'ripe', label: 'ripe' },
                  { value: 'very ripe', label: 'very ripe' },
                ]}
                onValue={(v) => {
                  const { ripeness: _was, ...rest } = lot;
                  setLot(v === 'unsaid' ? rest : { ...rest, ripeness: v });
                }}
              />
            </p>
            <p className="text-[0.95rem]">
              <Link
                to={`/taste?lot=${encodeURIComponent(`${entry.plant}/${lot.id}`)}`}
                className="inline-flex min-h-11 items-center text-action underline underline-offset-4 sm:min-h-0"
              >
                What was made of it
              </Link>
            </p>
            <PotencySoFar lot={lot} n={i + 1} ranged={soFar[`${entry.plant}/${lot.id}`]} onTake={setLot} />
          </li>
        ))}
      </ul>
      <Button className="mt-2" onClick={add}>
        <Plus size={17} aria-hidden /> Add a lot
      </Button>
    </Panel>
  );
}

const MEASURE_WORDS: Record<keyof OwnMeasures, string> = {
  cupG: 'cup',
  tbspG: 'tablespoon',
  tspG: 'teaspoon',
  pieceG: 'piece',
};

/** What this house's own measures weigh: weigh some once, and every plan is written with them. */
function MeasuresPanel({
  b,
  entry,
  onChange,
}: {
  b: Botanical;
  entry: PantryEntry;
  onChange: (e: PantryEntry) => void;
}): ReactNode {
  const [measure, setMeasure] = useState<keyof OwnMeasures>('cupG');
  const [count, setCount] = useState(1);
  const [grams, setGrams] = useState(b.cupG ?? 30);
  const rows = (Object.keys(MEASURE_WORDS) as (keyof OwnMeasures)[]).filter(
    (m) => b[m] !== null || entry.measures?.[m],
  );
  return (
    <Panel title="Measures">
      <table className="w-full text-[0.95rem]">
        <thead>
          <tr className="text-left text-sm text-muted">
            <th className="font-normal">One level</th>
            <th className="text-right font-normal">by the table</th>
            <th className="text-right font-normal">in this house</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((m) => (
            <tr key={m} className="border-t border-line">
              <th scope="row" className="py-1.5 text-left font-normal">
                {m === 'pieceG' ? (b.pieceName ?? 'piece') : MEASURE_WORDS[m]}
              </th>
              <td className="text-right">{b[m] === null ? 'none' : f.grams(b[m])}</td>
              <td className="text-right font-semibold">
                {entry.measures?.[m] ? f.grams(entry.measures[m]) : 'as the table'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-3 leading-8">
        I weighed{' '}
        {figure('How many measures', count, { unit: 'measures', min: 0.25, max: 100, step: 1, digits: 2 }, setCount)}{' '}
        <InlineChoice
          label="Measure"
          value={measure}
          choices={(Object.keys(MEASURE_WORDS) as (keyof OwnMeasures)[]).map((value) => ({
            value,
            label: MEASURE_WORDS[value],
          }))}
          onValue={setMeasure}
        />{' '}
        at {figure('Weighed', grams, { unit: 'g', min: 0.05, max: 5000, step: 1, digits: 1, shown: true }, setGrams)}.{' '}
        <Button
          onClick={() =>
            onChange({ ...entry, measures: { ...entry.measures, ...measureByWeighing(measure, count, grams) } })
          }
        >
          Use it
        </Button>
      </p>
    </Panel>
  );
}

const CONFIDENCE = {
  low: 'an estimate, off by half or double',
  medium: 'fair, within a third',
  high: 'good, within a tenth',
} as const;

function ReferencePanel({ b, own }: { b: Botanical; own: boolean }): ReactNode {
  const rows: [string, string][] = [
    ['Usual dose, as served', `${f.gPerL(b.dose.typical)} (${b.dose.low} to ${b.dose.high})`],
    ['Hot', `${b.hotC.min} to ${b.hotC.max} °C, ${b.hotMin.min} to ${b.hotMin.max} min`],
    ['Cold', `${b.coldHours.min} to ${b.coldHours.max} h`],
    [
      'Gives at most',
      `${Math.round(b.bodyMax * 100)} % of its mass, and ${Math.round(b.harshMax * 1000) / 10} % that is ${b.harshNote === 'none' ? 'harsh' : b.harshNote}`,
    ],
    [
      'Holds when drained',
      `${b.absorbGPerG} g of liquor a gram, ${Math.round(b.pressRecovery * 100)} % of it won by pressing`,
    ],
    ['Acid and sugar of its own', `${Math.round(b.citricEq * 1000) / 10} % and ${Math.round(b.sugar * 1000) / 10} %`],
    ['Caffeine', b.caffeineMgPerG > 0 ? `${b.caffeineMgPerG} mg a gram` : 'none'],
    ['Fresh to dried', `${b.freshToDry} g for 1 g`],
  ];
  const picking = pickingOf(b.slug);
  return (
    <Panel title="Reference figures" aside={`${b.confidence} confidence`}>
      <dl className="text-[0.95rem]">
        {rows.map(([name, value]) => (
          <div key={name} className="flex justify-between gap-4 border-b border-line py-1.5">
            <dt className="text-muted">{name}</dt>
            <dd className="text-right">{value}</dd>
          </div>
        ))}
      </dl>
      {b.note && <p className="mt-2">{b.note}.</p>}
      {picking && (
        <p className="mt-2">
          <strong className="font-semibold">Picking:</strong> {picking.months}; {picking.how}.
        </p>
      )}
      <p className="mt-2 text-sm text-muted">
        {own
          ? 'Source: the parts it is made of, weighted by mass.'
          : `Source: the botanical table of Steepsis, from published ranges where there are any and house estimates where not. How sure: ${CONFIDENCE[b.confidence]}.`}
      </p>
    </Panel>
  );
}

/** What can stand in for it when it is missing. */
function SubstitutesPanel({ b, house }: { b: Botanical; house: House }): ReactNode {
  const [grams, setGrams] = useState(10);
  return (
    <Panel title="None of it there: what instead">
      <p className="leading-8">
        In the place of{' '}
        {figure(
          'In the place of',
          grams,
          { unit: 'g', min: 0.1, max: 5000, step: 1, digits: 1, shown: true },
          setGrams,
        )}
        :
      </p>
      <ul className="mt-1 divide-y divide-line">
        {substitutesFor(b, grams).map((s) => (
          <li key={s.plant} className="py-2">
            <strong className="font-semibold">{f.grams(s.grams)}</strong> {s.name}
            {entryOf(house.entries, s.plant)?.lots.some((l) => l.leftG > 0) && ' (there)'}
            <span className="block text-sm text-muted">
              {s.changes.length > 0 ? s.changes.join('; ') : 'much the same'}
            </span>
          </li>
        ))}
      </ul>
      <p className="mt-2 text-sm text-muted">Weighed by their usual doses, a house estimate: taste decides.</p>
    </Panel>
  );
}
