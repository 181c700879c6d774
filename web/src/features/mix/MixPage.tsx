import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import {
  jugToPourAway,
  jugWarmC,
  type CooledBy,
  brewLines,
  colourIn,
  addSweetener,
  sweetenerOf,
  sweetGPerL,
  concentrateOf,
  figuresOf,
  JUG,
  jugRoomMl,
  jugWantedOf,
  mixJug,
  mixTotalMl,
  nameOf,
  onHandOf,
  plannedMl,
  roundTo,
  shortFall,
  shelfItemsOf,
  standardOf,
  vesselOf,
  volumeMl,
  type Batch,
  type FilledVessel,
  type Jug,
  type JugWanted,
  type MixLine,
  type MixVolumes,
  type OnHand,
  type ShortFall,
  type Wish,
  howToDrink,
  fillBottles,
} from '@steepsis/core';
import { serverNow, useNow } from '@/shared/api/clock';
import { BatchPage } from '@/features/steep';
import { useAddToBatch, useHouse, useSay } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button, LinkButton } from '@/shared/ui/Button';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { LastDay } from '@/shared/ui/LastDay';
import { Panel } from '@/shared/ui/Panel';
import { Tube } from '@/shared/vessels/Bracket';
import { AgainstWhich } from '@/shared/verdict/AgainstWhich';
import { useTasteLater } from '@/shared/verdict/tasteLater';
import { VesselDrawing } from '@/shared/vessels/VesselDrawing';
import { useJugBench } from './jugStore';
import { LabelLine } from './KeptJugPage';
import { MixPlaces } from './MixPlaces';
import { TasteAndFix, type FixSubject } from './TasteAndFix';
import { usePourables } from './usePourables';

export function Component(): ReactNode {
  const { batchId = '' } = useParams();
  return (
    <BatchPage id={batchId} what="the mix" elsewhere={<LinkButton to="/keep">The shelf</LinkButton>}>
      {(batch) => (batch.phase === 'measured' ? <MixPage key={batchId} batch={batch} /> : <NotNow batch={batch} />)}
    </BatchPage>
  );
}

function NotNow({ batch }: { batch: Batch }): ReactNode {
  const done = batch.phase === 'put-away';
  if (batch.vessels.some((v) => v.id === JUG && volumeMl(v.liquid) >= 1)) return <PouredJug batch={batch} />;
  return (
    <Page title={batch.plan.drink.name}>
      <p>
        {done
          ? 'This batch has been mixed or bottled already.'
          : 'This batch is not measured yet: strain it and enter what came out first.'}
      </p>
      <LinkButton to={done ? '/keep' : `/steep/${batch.id}`} kind="main" className="mt-4">
        {done ? 'To the shelf' : 'To the pot'}
      </LinkButton>
    </Page>
  );
}

/** A recipe's jug that was poured: taste it, and put it right. */
function PouredJug({ batch }: { batch: Batch }): ReactNode {
  const house = useHouse();
  const add = useAddToBatch(batch.id);
  const say = useSay(batch.id);
  const { standing } = usePourables();
  const now = useNow(60_000);
  const jug = batch.vessels.find((v) => v.id === JUG)!;
  const { target, promised } = batch.plan;
  const subject = useMemo(
    (): FixSubject => ({
      jug: jug.liquid,
      roomMl: jugRoomMl(batch),
      self: { kind: 'shelf', batchId: batch.id, vesselId: JUG },
      drunk: {
        state: target.iced ? 'iced' : target.hot ? 'warm' : 'chilled',
        thinning: target.iced ? Math.max(1, promised.jugX / target.strengthX) : 1,
      },
      standard: standardOf(batch),
      glassMl: target.glassMl,
    }),
    [batch, jug, target, promised],
  );
  if (house.isPending) return <Loading what="the kitchen" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  const away = jugToPourAway(batch, now);
  const figures = figuresOf(jug.liquid, standardOf(batch));
  const stands = shelfItemsOf(batch, now).find((i) => i.vesselId === JUG);
  const undone = new Set(batch.events.flatMap((e) => (e.type === 'undone' ? [e.eventId] : [])));
  const last = batch.events.filter((e) => e.type === 'added' && !undone.has(e.id)).at(-1);
  return (
    <Page
      title={batch.plan.drink.name}
      note={`In the jug: ${f.volume(figures.volumeMl)}, ${figures.strengthX > 0 ? `${f.strengthSaid(figures.strengthX)}, ` : ''}${f.sweetSaid(figures.sugarGPerL)}`}
      actions={
        <>
          {last && (
            <Button disabled={say.isPending} onClick={() => say.mutate({ type: 'undone', eventId: last.id })}>
              Undo the last fix
            </Button>
          )}
          <LinkButton to="/keep">To the shelf</LinkButton>
        </>
      }
    >
      <MixPlaces />
      <AgainstWhich batch={batch} />
      <p className="mb-3 flex flex-wrap items-center gap-x-3">
        For its label: {stands && <LabelLine line={howToDrink(stands, f.measures())} />}
      </p>
      <Refusal error={say.error} />
      {away ? (
        <Panel>
          <LastDay {...away} now={now} />
          <LinkButton to="/keep" kind="main" className="mt-3">
            To the shelf, to pour it away
          </LinkButton>
        </Panel>
      ) : (
        <TasteAndFix
          subject={subject}
          standing={standing}
          kitchen={house.data.forPlans}
          pending={add.isPending}
          error={add.error}
          onAdd={(parts, _taste, done) => add.mutate({ vesselId: JUG, parts }, { onSuccess: done })}
          onNote={({ state, strength, harsh, sweet, tart, who }, done) =>
            say.mutate(
              { type: 'tasted', state, verdict: { strength, harsh, sweet, tart, ...(who ? { who } : {}) } },
              { onSuccess: done },
            )
          }
        />
      )}
    </Page>
  );
}

/** A jug that is no warmer than this goes into the fridge as it is, °C. */
const COOL_ENOUGH_C = 21;

function MixPage({ batch }: { batch: Batch }): ReactNode {
  const { plan } = batch;
  const say = useSay(batch.id);
  const navigate = useNavigate();
  const [litres, setLitres] = useState(plan.target.litres);
  const [hadMl, setHadMl] = useState<MixVolumes>(() => asPlanned(batch));
  const [addSugar, setAddSugar] = useState(false);
  const [fault, setFault] = useState<Readonly<Record<string, FieldFault | undefined>>>({});
  const wanted = useMemo<JugWanted>(() => jugWantedOf(batch, jugShare(batch) * litres * 1000), [batch, litres]);
  const onHand = useMemo<OnHand>(() => onHandOf(batch, hadMl), [batch, hadMl]);
  const jug = useMemo(() => mixJug(onHand, wanted), [onHand, wanted]);
  const short = useMemo(() => shortFall(onHand, wanted, sweetenerOf(batch.plan)), [onHand, wanted, batch]);
  const jugVessel = vesselOf(plan, plan.jugVesselId);
  const faults = Object.values(fault).filter((x) => x !== undefined);
  const sugarAddedG = addSugar && short ? Math.round(short.sugarToAddG) : 0;
  const jugs = Math.max(1, Math.ceil((jug.figures.volumeMl - 5) / jugVessel.capacityMl));
  const now = useNow(60_000);
  const warmC = plan.target.hot ? undefined : jugWarmC(batch, jug.mix, now);
  const isWarm = warmC !== undefined && warmC > COOL_ENOUGH_C;
  const [coolsBy, setCoolsBy] = useState<Exclude<CooledBy, 'counter'>>(
    plan.promised.bathMin > 0 ? 'ice-bath' : 'fridge',
  );
  const pour = (): void => {
    const mix = Object.fromEntries(
      onHand.map((p) => {
        const ml = roundTo(jug.mix[p.id] ?? 0, 5);
        return [p.id, p.endless ? ml : Math.min(volumeMl(p.liquid), ml)];
      }),
    );
    // Once it is kept this page shows the jug instead: the way on must not hang on what is shown here.
    void say
      .mutateAsync({ type: 'mixed', mix, hadMl, sugarAddedG })
      .then((mixed) => {
        const { id, plan: made } = mixed;
        useTasteLater.getState().mixed({ kind: 'batch', id, name: made.drink.name, mixedMs: serverNow() });
        return fillItsBottles(mixed);
      })
      // A warm jug is not logged in silence: how it goes on cooling is told with it.
      .then(() => (isWarm ? say.mutateAsync({ type: 'cooled-by', how: coolsBy }).catch(ignored) : undefined))
      .then(() => navigate('/keep'), ignored);
  };
  /** A drink that is kept in bottles stands in them: each is a thing of its own, what is over stays in the jug. */
  const fillItsBottles = (mixed: Batch): Promise<unknown> | undefined => {
    const { bottles } = plan.drink;
    const stored = mixed.vessels.find((v) => v.id === JUG);
    if (!bottles || !stored) return undefined;
    const { count, eachMl } = fillBottles(bottles, volumeMl(stored.liquid));
    if (count === 0) return undefined;
    const eachHas = Math.min(eachMl, volumeMl(stored.liquid) / count);
    const into = Array.from({ length: count }, (_, i): FilledVessel => ({
      id: crypto.randomUUID(),
      name: count === 1 ? 'bottle' : `bottle ${i + 1} of ${count}`,
      shape: { kind: 'bottle', capacityMl: eachMl },
      ml: Math.floor(eachHas * 10) / 10,
      where: 'fridge',
      keptIn: { container: 'sound', closure: 'tight', full: false },
    }));
    return say.mutateAsync({ type: 'filled', vesselId: JUG, into }).catch(ignored);
  };
  /** Its brews beside a jug of anything, where every amount can be set. */
  const freely = (): void => {
    const { lines, add } = useJugBench.getState();
    for (const { brewId } of brewLines(plan)) {
      const from = { kind: 'brew', batchId: batch.id, brewId } as const;
      if (!lines.some((l) => JSON.stringify(l.from) === JSON.stringify(from)))
        add({ name: `${plan.drink.name}: ${nameOf(plan, brewId).toLowerCase()}`, from });
    }
    useJugBench.setState({ likeDrinkId: plan.drink.id });
    void navigate('/mix/jug');
  };
  const bottle = (): void => void say.mutateAsync({ type: 'bottled' }).then(() => navigate('/keep'), ignored);
  return (
    <Page
      title={`Mix: ${plan.drink.name}`}
      note={cameOut(batch, wanted.standard)}
      actions={
        <>
          <Button onClick={freely}>Mix it with anything</Button>
          <Button onClick={bottle} disabled={say.isPending}>
            Bottle the concentrate instead
          </Button>
        </>
      }
      next={
        <Button kind="main" onClick={pour} disabled={say.isPending || faults.length > 0}>
          {say.isPending ? 'Logging…' : plan.drink.bottles ? 'Fill the bottles and log' : 'Pour it and log'}
        </Button>
      }
    >
      <MixPlaces />
      <p className="text-[1.15rem] leading-[1.9]">
        Towards{' '}
        <InlineNumber
          label="Litres"
          value={litres}
          range={{ unit: 'L', min: 0.1, max: 20 }}
          step={0.1}
          digits={2}
          unit="L"
          onValue={setLitres}
          onFault={(x) => setFault((was) => ({ ...was, litres: x }))}
        />{' '}
        of drink
        {plan.target.iced ? ', a little strong because ice will thin it' : ''}.
        {Object.entries(hadMl).map(([id, ml]) => (
          <span key={id}>
            {' '}
            I have{' '}
            <InlineNumber
              label={`${lineOf(batch, id).name} on hand`}
              value={ml}
              range={{ unit: 'ml', min: 0, max: 20_000 }}
              step={5}
              unit="ml"
              onValue={(have) => setHadMl((was) => ({ ...was, [id]: have }))}
              onFault={(x) => setFault((was) => ({ ...was, [id]: x }))}
            />{' '}
            of {lineOf(batch, id).name.toLowerCase()}.
          </span>
        ))}
      </p>
      {faults.map((x) => (
        <p key={x.field} role="alert" className="mt-1 border-l-4 border-stop bg-stop-wash px-3 py-1.5">
          {x.message}
        </p>
      ))}
      <Refusal error={say.error} />
      {isWarm && (
        <p className="mt-1 border-l-4 border-caution-line bg-caution-wash px-3 py-1.5 leading-8">
          The jug would be about <strong>{f.celsius(warmC)}</strong>. Cool the concentrate first, or pour it warm and
          cool the jug{' '}
          <InlineChoice
            label="How the jug cools"
            value={coolsBy}
            choices={[
              { value: 'ice-bath', label: 'in an ice bath' },
              { value: 'fridge', label: 'in the fridge' },
            ]}
            onValue={setCoolsBy}
          />
          : below 21 °C within two hours of the strain.
        </p>
      )}
      {jugs > 1 && (
        <p className="mt-1">
          It fills <strong>{jugs} jugs</strong> like the {jugVessel.name}, {f.volume(jug.figures.volumeMl / jugs)} each.
        </p>
      )}
      <div className="mt-3 grid gap-3 lg:grid-cols-[1fr_1.5fr]">
        <Panel title="Pour in">
          {short && (
            <Short
              short={short}
              batch={batch}
              litres={litres}
              onLitres={setLitres}
              addSugar={addSugar}
              onAddSugar={setAddSugar}
            />
          )}
          <Pours batch={batch} jug={jug} onHand={onHand} />
        </Panel>
        <Panel
          title="The jug"
          aside={`${f.volume(jug.figures.volumeMl)}, ${glassesIn(jug.figures.volumeMl, plan.target.glassMl)} of ${plan.target.glassMl} ml`}
        >
          <JugPicture batch={batch} jug={jug} jugs={jugs} onHand={onHand} wanted={wanted} sugarAddedG={sugarAddedG} />
        </Panel>
      </div>
    </Page>
  );
}

/** A part of the mix by its id. */
const lineOf = (batch: Batch, id: string): MixLine => batch.plan.drink.mix.find((l) => l.id === id)!;

/** Share of the drink that the jug holds: the rest is poured at the glass. */
const jugShare = ({ plan }: Batch): number => mixTotalMl(plan.promised.mix) / (plan.target.litres * 1000);

/** Parts that are neither brewed nor endless, as much as the plan asked for. */
const asPlanned = ({ plan }: Batch): MixVolumes =>
  Object.fromEntries(
    plan.drink.mix
      .filter((l) => l.at === 'jug' && l.from.kind !== 'brew' && l.from.kind !== 'water')
      .map((l) => [l.id, roundTo(plannedMl(plan, l.id), 5)]),
  );

/** What came out of each brew against what was expected. */
const cameOut = (batch: Batch, standard: number): string =>
  batch.plan.brews
    .map((b) => {
      const made = concentrateOf(batch, b.brewId);
      const what = batch.plan.brews.length === 1 ? 'concentrate' : b.name.toLowerCase();
      return `${f.volume(volumeMl(made))} of ${what} came out where ${f.volume(b.promised.volumeMl)} was expected; it is ${f.strength(figuresOf(made, standard).strengthX)}.`;
    })
    .join(' ');

function Pours({ batch, jug, onHand }: { batch: Batch; jug: Jug; onHand: OnHand }): ReactNode {
  const rows = onHand.map((p): [string, number, string] => [
    lineOf(batch, p.id).name,
    jug.mix[p.id] ?? 0,
    p.endless ? waterWords(batch) : `of ${f.exactMl(volumeMl(p.liquid))}`,
  ]);
  return (
    <table className="w-full">
      <tbody>
        {rows.map(([name, ml, of]) => (
          <tr key={name} className="border-b border-line">
            <th scope="row" className="py-2 text-left font-medium">
              {name}
              <span className="block text-sm font-normal text-muted">{of}</span>
            </th>
            <td className="text-right font-display text-3xl font-bold">
              {roundTo(ml, 5)} <span className="text-base font-normal">ml</span>
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Where the water is from, and how much of it was planned as ice. */
const waterWords = ({ plan: { promised } }: Batch): string =>
  promised.coolingIceG >= 20
    ? `from the tap or the fridge, ${f.grams(promised.coolingIceG)} of it as ice, as planned`
    : 'from the tap or the fridge';

/** What runs out, what that does, and the ways on. */
function Short({
  short,
  batch,
  litres,
  onLitres,
  addSugar,
  onAddSugar,
}: {
  short: ShortFall;
  batch: Batch;
  litres: number;
  onLitres: (l: number) => void;
  addSugar: boolean;
  onAddSugar: (on: boolean) => void;
}): ReactNode {
  const { sameVolume, smallerJug, sugarToAddG } = short;
  // A liquid is only short if its wish is missed: one that is poured to the last drop may just fit.
  const lacking = sameVolume.missed.map((m) => shortPart(batch, m));
  const smaller = smallerJug && Math.floor(smallerJug.figures.volumeMl / 50) / 20;
  return (
    <div className="mb-2 border-l-4 border-caution-line bg-caution-wash px-3 py-2" role="status">
      <p>
        <strong>{outText(lacking)}</strong> {f.volume(litres * 1000)} then comes to{' '}
        {f.strength(sameVolume.figures.strengthX)} and {f.gPerL(sameVolume.figures.sugarGPerL)} of sugar.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        {smaller !== undefined && smaller > 0.1 && (
          <Button kind="main" onClick={() => onLitres(smaller)}>
            Make {f.volume(smaller * 1000)} at full strength
          </Button>
        )}
        {sameVolume.missed.includes('sugar') && sugarToAddG >= 1 && (
          <Button aria-pressed={addSugar} onClick={() => onAddSugar(!addSugar)}>
            {addSugar ? `With ${f.grams(sugarToAddG)} of sugar stirred in` : `Stir in ${f.grams(sugarToAddG)} of sugar`}
          </Button>
        )}
      </div>
    </div>
  );
}

/** What a missed wish is short of. */
function shortPart({ plan }: Batch, wish: Wish): string {
  const sweet = plan.drink.mix.find((l) => l.from.kind === 'syrup');
  if (wish === 'sugar') return (sweet?.name ?? 'what sweetens it').toLowerCase();
  if (wish === 'acid') return 'juice';
  return plan.brews.length === 1 ? 'concentrate' : 'brews';
}

const outText = (out: readonly string[]): string =>
  out.length > 1 ? `${capital(out.join(' and '))} run out.` : `The ${out[0]} runs out.`;

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

function JugPicture({
  batch,
  jug,
  jugs,
  onHand,
  wanted,
  sugarAddedG,
}: {
  batch: Batch;
  jug: Jug;
  /** so many like it share what is poured */
  jugs: number;
  onHand: OnHand;
  wanted: JugWanted;
  sugarAddedG: number;
}): ReactNode {
  const vessel = vesselOf(batch.plan, batch.plan.jugVesselId);
  const colour = colourIn(jug.liquid, vessel);
  const { figures, mix } = jug;
  const sugar = sweetGPerL(addSweetener(jug.liquid, sugarAddedG, sweetenerOf(batch.plan)));
  return (
    <div className="flex flex-wrap items-end gap-6">
      <VesselDrawing
        vessel={vessel}
        scale={13}
        layers={onHand
          .filter((p) => (mix[p.id] ?? 0) > 0)
          .map((p) => ({
            ml: mix[p.id]! / jugs,
            colour: layerColour(batch, p, colour, vessel),
            label: `${lineOf(batch, p.id).name.toLowerCase()} ${roundTo(mix[p.id]! / jugs, 5)}`,
          }))}
        description={`Jug of ${f.volume(figures.volumeMl)}: ${onHand
          .map((p) => `${roundTo(mix[p.id] ?? 0, 5)} ml ${lineOf(batch, p.id).name.toLowerCase()}`)
          .join(', ')}`}
      />
      <div className="flex flex-1 flex-wrap gap-x-6 gap-y-4">
        {wanted.strengthX > 0 && (
          <Tube
            label="Strength"
            value={figures.strengthX}
            text={f.strength(figures.strengthX)}
            wanted={{ low: wanted.strengthX * 0.93, high: wanted.strengthX * 1.07 }}
            wantedText={f.strength(wanted.strengthX)}
            max={wanted.strengthX * 1.7}
            colour={colour}
            note={
              batch.plan.target.iced
                ? `×${(batch.plan.target.strengthX * (figures.strengthX / wanted.strengthX)).toFixed(2)} once the ice has thinned it`
                : 'in the glass too'
            }
          />
        )}
        <Tube
          label="Sugar"
          value={sugar}
          text={f.gPerL(sugar)}
          wanted={{ low: wanted.sugarGPerL * 0.94, high: wanted.sugarGPerL * 1.06 }}
          wantedText={f.gPerL(wanted.sugarGPerL)}
          max={Math.max(20, wanted.sugarGPerL * 1.7)}
          colour="var(--caution-line)"
          note={`${(sugar / Math.max(0.1, figures.acidGPerL)).toFixed(0)} to 1 against its acid`}
        />
        <div className="min-w-[8rem]">
          <p className="text-sm text-muted">Acid</p>
          <p className="font-display text-xl font-bold">{f.gPerL(figures.acidGPerL)}</p>
          <p className="text-sm text-muted">as citric, by the model</p>
        </div>
      </div>
    </div>
  );
}

/** Whole glasses; a jug that is a few millilitres short still fills its last one. */
function glassesIn(jugMl: number, glassMl: number): string {
  const n = Math.floor((jugMl + 0.02 * glassMl) / glassMl);
  return n === 1 ? '1 glass' : `${n} glasses`;
}

/** Brews are drawn in their own colour, syrup lighter than the drink, water as the drink becomes. */
function layerColour(batch: Batch, part: OnHand[number], drink: string, vessel: { diameterCm: number }): string {
  const { kind } = lineOf(batch, part.id).from;
  if (kind === 'brew') return colourIn(part.liquid, vessel);
  return kind === 'water' ? drink : mixShade(drink);
}

/** Syrup is clear: in the jug it shows as a lighter band of the drink. */
const mixShade = (colour: string): string => `color-mix(in srgb, ${colour} 72%, white)`;

/** The page shows a refusal beside the thing that was tried. */
const ignored = (): void => undefined;
