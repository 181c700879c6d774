import { Plus, X } from 'lucide-react';
import type { ReactNode } from 'react';
import {
  ALTITUDE,
  BURNER_KINDS,
  freeId,
  INSTRUMENTS,
  likelyRange,
  MATERIALS,
  WATERS,
  type Material,
  type WaterFrom,
  type Audience,
  type Kitchen,
  type Vessel,
} from '@steepsis/core';
import { useHouse, useSaveHouse, type House } from '@/shared/api/queries';
import { AUDIENCE_CHOICES, audienceShort } from '@/shared/plan/audienceWords';
import { useEdited } from '@/shared/api/useEdited';
import { Button, LinkButton } from '@/shared/ui/Button';
import { ChangedMeanwhile } from '@/shared/ui/ChangedMeanwhile';
import { VesselDrawing } from '@/shared/vessels/VesselDrawing';
import { useFiguresFirst } from '@/shared/format/figuresFirst';
import { figure, Tick } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { KitchenRoom, Rings } from '@/shared/plan/KitchenRoom';
import { InlineTicks } from '@/shared/ui/InlineTicks';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { LanPanel } from './LanPanel';

export function Component(): ReactNode {
  const house = useHouse();
  if (house.isPending) return <Loading what="the kitchen" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return <KitchenForm kept={house.data.kitchen} />;
}

const INSTRUMENT_WORDS = {
  scale: 'kitchen scale',
  thermometer: 'thermometer',
  refractometer: 'refractometer',
  'ph-meter': 'pH meter',
  'ph-strips': 'pH strips',
  hydrometer: 'hydrometer',
} as const;
const BURNER_WORDS = {
  gas: 'gas burners',
  'electric-coil': 'electric coils',
  radiant: 'glass-ceramic rings',
  induction: 'induction rings',
  kettle: 'a kettle',
} as const;
const WATER_WORDS: Record<WaterFrom, string> = {
  tap: 'from the tap, fit to drink',
  well_tested: 'from a well that was tested',
  well_untested: 'from a well that was never tested',
  spring: 'from a spring',
  rain: 'from the rain',
  stream: 'from a stream',
};
const MATERIAL_WORDS: Record<Material, string> = {
  steel: 'stainless steel',
  enamel: 'sound enamel',
  glass: 'glass',
  'heatproof-glass': 'glass made for the ring',
  stoneware: 'stoneware, glaze made for food',
  aluminium: 'bare aluminium',
  plastic: 'plastic',
  'hot-plastic': 'plastic made for hot drinks',
  'cast-iron': 'cast iron',
  copper: 'copper or brass without a lining',
  'chipped-enamel': 'chipped enamel',
  'unknown-glaze': 'a glaze nobody knows',
};
const KIND_WORDS = { pot: 'Pots', jar: 'Jars', jug: 'Jugs', bottle: 'Bottles', glass: 'Glasses' } as const;
type OwnKind = keyof typeof KIND_WORDS;

/** The kitchen that every plan is worked out for. */
function KitchenForm({ kept }: { kept: House['kitchen'] }): ReactNode {
  const edited = useEdited<Kitchen>(kept);
  const { value: kitchen, changed } = edited;
  const save = useSaveHouse();
  const change = (part: Partial<Kitchen>): void => edited.change({ ...kitchen, ...part });
  const setVessel = (v: Vessel): void => change({ vessels: kitchen.vessels.map((o) => (o.id === v.id ? v : o)) });
  const add = (kind: OwnKind): void => {
    const id = freeId(
      `${kind}-own`,
      kitchen.vessels.map((v) => v.id),
    );
    const like = {
      pot: [2000, 18, 1100, 'steel'],
      jar: [1000, 9, 480, 'glass'],
      jug: [1500, 11, 700, 'glass'],
      bottle: [500, 7, 380, 'glass'],
      glass: [300, 7.5, 260, 'glass'],
    } as const;
    const [capacityMl, diameterCm, emptyG, material] = like[kind];
    change({
      vessels: [...kitchen.vessels, { id, name: `my ${kind}`, kind, capacityMl, diameterCm, emptyG, material }],
    });
  };
  return (
    <Page
      title="Kitchen"
      note="What is here decides how fast a pot heats and cools, how large a brew can be, and how a plan is written."
      actions={<>{changed && <Button onClick={edited.reset}>Undo my changes</Button>}</>}
      next={
        <Button
          kind="main"
          disabled={!changed || edited.behind || save.isPending}
          onClick={() =>
            save.mutate({ kind: 'kitchen', version: edited.base, body: kitchen }, { onSuccess: edited.reset })
          }
        >
          {save.isPending ? 'Keeping…' : 'Keep the kitchen'}
        </Button>
      }
    >
      <Refusal error={save.error} />
      {edited.behind && changed && <ChangedMeanwhile onTop={edited.onTop} onReset={edited.reset} />}
      <Panel>
        <InWords kitchen={kitchen} change={change} />
        <InstrumentTicks kitchen={kitchen} change={change} />
        <div className="flex flex-wrap gap-x-6">
          <LinkButton kind="quiet" to="/kitchen/instruments">
            Instruments that speak to Steepsis
          </LinkButton>
          <LinkButton kind="quiet" to="/kitchen/notebook">
            The notebook as a file, and its copies
          </LinkButton>
        </div>
      </Panel>
      <LanPanel />
      <div className="mt-3 grid gap-3 lg:grid-cols-2">
        {(Object.keys(KIND_WORDS) as OwnKind[]).map((kind) => (
          <Panel key={kind} title={KIND_WORDS[kind]}>
            <ul className="divide-y divide-line border-y border-line" aria-label={KIND_WORDS[kind]}>
              {kitchen.vessels
                .filter((v) => v.kind === kind)
                .map((v) => (
                  <VesselRow
                    key={v.id}
                    vessel={v}
                    onChange={setVessel}
                    onRemove={
                      kitchen.vessels.length > 1
                        ? () => change({ vessels: kitchen.vessels.filter((o) => o.id !== v.id) })
                        : undefined
                    }
                  />
                ))}
            </ul>
            <Button className="mt-3" onClick={() => add(kind)}>
              <Plus size={17} aria-hidden /> Add a {kind}
            </Button>
          </Panel>
        ))}
      </div>
    </Page>
  );
}

type Part = { kitchen: Kitchen; change: (part: Partial<Kitchen>) => void };

/** The kitchen as a sentence whose figures and choices are set in place. */
function InWords({ kitchen, change }: Part): ReactNode {
  const { figuresFirst, set: setFiguresFirst } = useFiguresFirst();
  return (
    <p className="text-[1.1rem] leading-[2.1]">
      This kitchen lies at{' '}
      {figure('Altitude', kitchen.altitudeM, { ...ALTITUDE, step: 50, shown: true }, (altitudeM) =>
        change({ altitudeM }),
      )}
      , is at{' '}
      {figure('Room', kitchen.roomC, { unit: '°C', min: 5, max: 45, step: 1, shown: true }, (roomC) =>
        change({ roomC }),
      )}{' '}
      with water at{' '}
      {figure('Tap water', kitchen.tapC, { unit: '°C', min: 1, max: 35, step: 1, shown: true }, (tapC) =>
        change({ tapC }),
      )}{' '}
      <InlineChoice
        label="Where the water is from"
        value={kitchen.waterFrom ?? 'tap'}
        choices={WATERS.map((value) => ({ value, label: WATER_WORDS[value] }))}
        onValue={(waterFrom) => change({ waterFrom })}
      />
      , a fridge at{' '}
      {figure('Fridge', kitchen.fridgeC, { unit: '°C', min: 0, max: 12, step: 1, digits: 1, shown: true }, (fridgeC) =>
        change({ fridgeC }),
      )}{' '}
      and a freezer at{' '}
      {figure('Freezer', kitchen.freezerC, { unit: '°C', min: -40, max: -2, step: 1, shown: true }, (freezerC) =>
        change({ freezerC }),
      )}
      . It has <Rings kitchen={kitchen} change={change} />,{' '}
      <InlineChoice
        label="Kind of burner"
        value={kitchen.burner.kind}
        choices={BURNER_KINDS.map((value) => ({ value, label: BURNER_WORDS[value] }))}
        onValue={(kind) => change({ burner: { ...kitchen.burner, kind } })}
      />
      , and glasses of{' '}
      {figure('Glass mass', kitchen.glassG, { unit: 'g', min: 20, max: 2000, step: 10, shown: true }, (glassG) =>
        change({ glassG }),
      )}
      . <KitchenRoom kitchen={kitchen} change={change} /> Its measures are{' '}
      <InlineChoice
        label="Units"
        value={kitchen.units ?? 'metric'}
        choices={[
          { value: 'metric', label: 'metric' },
          { value: 'us', label: 'US cups and spoons' },
          { value: 'imperial', label: 'imperial' },
        ]}
        onValue={(units) => change({ units })}
      />
      , its prices are in{' '}
      <input
        aria-label="Currency"
        value={kitchen.currency ?? ''}
        placeholder="€, kr, …"
        maxLength={8}
        onChange={(e) => change({ currency: e.target.value.trim() })}
        className="min-h-11 w-16 border-b-2 border-action bg-transparent font-semibold placeholder:text-muted sm:min-h-0"
      />
      , this device says{' '}
      <InlineChoice
        label="Words or figures"
        value={figuresFirst ? 'figures' : 'words'}
        choices={[
          { value: 'words', label: 'words first' },
          { value: 'figures', label: 'figures first' },
        ]}
        onValue={(v) => setFiguresFirst(v === 'figures')}
      />
      , and at its table are mostly{' '}
      <InlineTicks
        label="At the table"
        summary={kitchen.audience?.length ? kitchen.audience.map(audienceShort).join(', ') : 'healthy adults'}
        choices={AUDIENCE_CHOICES}
        ticked={kitchen.audience ?? []}
        onTicked={(audience: Audience) => change({ audience })}
        note="A plan starts from this; an occasion can say otherwise."
      />
      .
    </p>
  );
}

function InstrumentTicks({ kitchen, change }: Part): ReactNode {
  return (
    <fieldset className="mt-2">
      <legend className="text-sm text-muted">Instruments at hand</legend>
      <div className="flex flex-wrap gap-x-6">
        {INSTRUMENTS.map((i) => (
          <Tick
            key={i}
            checked={kitchen.instruments?.includes(i) ?? false}
            onChange={(on) =>
              change({
                instruments: on
                  ? [...(kitchen.instruments ?? []), i]
                  : (kitchen.instruments ?? []).filter((x) => x !== i),
              })
            }
          >
            {INSTRUMENT_WORDS[i]}
          </Tick>
        ))}
      </div>
    </fieldset>
  );
}

/** Everything of the kitchen to one scale, px a centimetre. */
const KITCHEN_SCALE = 3.4;

function VesselRow({
  vessel: v,
  onChange,
  onRemove,
}: {
  vessel: Vessel;
  onChange: (v: Vessel) => void;
  onRemove: (() => void) | undefined;
}): ReactNode {
  return (
    <li className="flex items-start justify-between gap-2 py-2">
      <div className="flex w-28 shrink-0 justify-center self-center max-sm:hidden">
        <VesselDrawing vessel={v} scale={KITCHEN_SCALE} layers={[]} description={`${v.name}, to scale`} />
      </div>
      <div className="min-w-0 flex-1">
        <input
          aria-label={`Name of the ${v.name}`}
          value={v.name}
          maxLength={60}
          onChange={(e) => onChange({ ...v, name: e.target.value })}
          className="min-h-11 w-full max-w-60 border-b-2 border-action bg-transparent font-semibold"
        />
        <p className="leading-8 text-[0.95rem]">
          holds{' '}
          {figure(
            `${v.name}, holds`,
            v.capacityMl,
            { unit: 'ml', min: 50, max: 100_000, step: 50, shown: true },
            (capacityMl) => onChange({ ...v, capacityMl }),
          )}
          ,{' '}
          {figure(
            `${v.name}, across`,
            v.diameterCm,
            { unit: 'cm', min: 3, max: 80, step: 0.5, digits: 1, shown: true },
            (diameterCm) => onChange({ ...v, diameterCm }),
          )}{' '}
          across, empty{' '}
          {figure(`${v.name}, empty`, v.emptyG, { unit: 'g', min: 1, max: 30_000, step: 10, shown: true }, (emptyG) =>
            onChange({ ...v, emptyG }),
          )}
          ,{' '}
          <InlineChoice
            label={`${v.name}, made of`}
            value={v.material}
            choices={MATERIALS.map((value) => ({ value, label: MATERIAL_WORDS[value] }))}
            onValue={(material) => onChange({ ...v, material })}
          />
          {v.kind === 'bottle' && (
            <>
              ,{' '}
              <InlineChoice
                label={`${v.name}, made for pressure`}
                value={v.pressure ? 'yes' : 'no'}
                choices={[
                  { value: 'no', label: 'not for pressure' },
                  { value: 'yes', label: 'made to hold pressure' },
                ]}
                onValue={(yes) => {
                  const { pressure: _was, ...plain } = v;
                  onChange(yes === 'yes' ? { ...plain, pressure: true } : plain);
                }}
              />
            </>
          )}
        </p>
        {v.timed && (
          <p className="text-sm text-muted">
            {timedWords(v.timed)}{' '}
            <Button
              kind="quiet"
              className="text-sm"
              onClick={() => {
                const { timed: _forgotten, ...untimed } = v;
                onChange(untimed);
              }}
            >
              Forget that
            </Button>
          </p>
        )}
        {(v.kind === 'pot' || v.kind === 'jar') && (
          <a
            className="inline-flex min-h-11 items-center text-sm text-action underline underline-offset-4"
            href={`/api/print/dipstick/${encodeURIComponent(v.id)}.pdf`}
            target="_blank"
            rel="noreferrer"
          >
            Print a dipstick for the {v.name}
          </a>
        )}
      </div>
      {onRemove && (
        <button
          type="button"
          aria-label={`Remove the ${v.name}`}
          onClick={onRemove}
          className="grid size-11 shrink-0 place-items-center text-muted hover:text-ink"
        >
          <X size={18} aria-hidden />
        </button>
      )}
    </li>
  );
}

/** How a pot cools, as a probe has seen it. */
function timedWords({ lossScale, sigmaLn, coolings }: NonNullable<Vessel['timed']>): string {
  const { low, high } = likelyRange(lossScale, sigmaLn);
  const percent = Math.round(Math.abs(lossScale - 1) * 100);
  const how =
    percent < 2 ? 'as the reference has it' : `${percent} % ${lossScale > 1 ? 'faster' : 'slower'} than the reference`;
  return `Cools ${how} (×${low.toFixed(2)} to ×${high.toFixed(2)}), timed by a probe ${coolings === 1 ? 'once' : `${coolings} times`}.`;
}
