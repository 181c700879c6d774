import { useMemo, useState, type ReactNode } from 'react';
import { useNavigate, useParams } from 'react-router';
import {
  colourIn,
  concentrateOf,
  figuresOf,
  mixJug,
  plannedSyrup,
  roundTo,
  shortFall,
  standardOf,
  vesselOf,
  volumeMl,
  type Batch,
  type Jug,
  type JugWanted,
  type OnHand,
  type ShortFall,
} from '@steepsis/core';
import { useBatch, useSay } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button, LinkButton } from '@/shared/ui/Button';
import { InlineNumber, type FieldFault } from '@/shared/ui/InlineNumber';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { Tube } from '@/shared/vessels/Bracket';
import { VesselDrawing } from '@/shared/vessels/VesselDrawing';

export function Component(): ReactNode {
  const { batchId = '' } = useParams();
  const batch = useBatch(batchId);
  if (batch.isPending) return <Loading what="the mix" />;
  if (batch.isError) return <Failed error={batch.error} retry={() => void batch.refetch()} />;
  if (batch.data.phase !== 'measured') return <NotNow batch={batch.data} />;
  return <MixPage key={batchId} batch={batch.data} />;
}

function NotNow({ batch }: { batch: Batch }): ReactNode {
  const done = batch.phase === 'put-away';
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

function MixPage({ batch }: { batch: Batch }): ReactNode {
  const { plan } = batch;
  const say = useSay(batch.id);
  const navigate = useNavigate();
  const [litres, setLitres] = useState(plan.target.litres);
  const [syrupMl, setSyrupMl] = useState(plan.promised.syrup.volumeMl);
  const [addSugar, setAddSugar] = useState(false);
  const [fault, setFault] = useState<Readonly<Record<string, FieldFault | undefined>>>({});
  const concentrate = useMemo(() => concentrateOf(batch), [batch]);
  const wanted = useMemo<JugWanted>(
    () => ({
      volumeMl: litres * 1000,
      strengthX: plan.promised.jugX,
      sugarGPerL: plan.promised.jugSugarGPerL,
      standard: standardOf(batch),
    }),
    [batch, litres, plan],
  );
  const onHand = useMemo<OnHand>(
    () => ({ concentrate, syrup: plannedSyrup(batch, syrupMl) }),
    [batch, concentrate, syrupMl],
  );
  const jug = useMemo(() => mixJug(onHand, wanted), [onHand, wanted]);
  const short = useMemo(() => shortFall(onHand, wanted), [onHand, wanted]);
  const jugVessel = vesselOf(plan, plan.jugVesselId);
  const faults = Object.values(fault).filter((x) => x !== undefined);
  const sugarAddedG = addSugar && short ? Math.round(short.sugarToAddG) : 0;
  const tooMuch = jug.figures.volumeMl > jugVessel.capacityMl + 5;
  const pour = (): void => {
    const mix = {
      concentrateMl: Math.min(volumeMl(concentrate), roundTo(jug.mix.concentrateMl, 5)),
      syrupMl: Math.min(syrupMl, roundTo(jug.mix.syrupMl, 5)),
      waterMl: roundTo(jug.mix.waterMl, 5),
    };
    say.mutate({ type: 'mixed', mix, syrupHadMl: syrupMl, sugarAddedG }, { onSuccess: () => void navigate('/keep') });
  };
  const bottle = (): void => say.mutate({ type: 'bottled' }, { onSuccess: () => void navigate('/keep') });
  return (
    <Page
      title={`Mix: ${plan.drink.name}`}
      note={`${f.volume(batch.measuredVolumeMl!)} of concentrate came out where ${f.volume(plan.promised.concentrateMl)} was expected; it is ${f.strength(figuresOf(concentrate, wanted.standard).strengthX)}.`}
      actions={
        <>
          <Button onClick={bottle} disabled={say.isPending}>
            Bottle the concentrate instead
          </Button>
          <Button kind="main" onClick={pour} disabled={say.isPending || faults.length > 0 || tooMuch}>
            {say.isPending ? 'Logging…' : 'Pour it and log'}
          </Button>
        </>
      }
    >
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
        {plan.target.iced ? ', a little strong because ice will thin it' : ''}. I have{' '}
        <InlineNumber
          label="Syrup on hand"
          value={syrupMl}
          range={{ unit: 'ml', min: 0, max: 20_000 }}
          step={5}
          unit="ml"
          onValue={setSyrupMl}
          onFault={(x) => setFault((was) => ({ ...was, syrup: x }))}
        />{' '}
        of syrup.
      </p>
      {faults.map((x) => (
        <p key={x.field} role="alert" className="mt-1 border-l-4 border-stop bg-stop-wash px-3 py-1.5">
          {x.message}
        </p>
      ))}
      <Refusal error={say.error} />
      {tooMuch && (
        <p role="alert" className="mt-1 border-l-4 border-stop bg-stop-wash px-3 py-1.5">
          The {jugVessel.name} holds {f.volume(jugVessel.capacityMl)}. Make less, or fill two.
        </p>
      )}
      <div className="mt-3 grid gap-3 lg:grid-cols-[1fr_1.5fr]">
        <Panel title="Pour in">
          <Pours jug={jug} onHand={onHand} />
          {short && (
            <Short short={short} litres={litres} onLitres={setLitres} addSugar={addSugar} onAddSugar={setAddSugar} />
          )}
        </Panel>
        <Panel
          title="The jug"
          aside={`${f.volume(jug.figures.volumeMl)}, ${glassesIn(jug.figures.volumeMl, plan.target.glassMl)} of ${plan.target.glassMl} ml`}
        >
          <JugPicture batch={batch} jug={jug} onHand={onHand} wanted={wanted} sugarAddedG={sugarAddedG} />
        </Panel>
      </div>
    </Page>
  );
}

function Pours({ jug, onHand }: { jug: Jug; onHand: OnHand }): ReactNode {
  const rows: [string, number, string][] = [
    ['Concentrate', jug.mix.concentrateMl, `of ${f.exactMl(volumeMl(onHand.concentrate))}`],
    ['Syrup', jug.mix.syrupMl, `of ${f.exactMl(volumeMl(onHand.syrup))}`],
    ['Cold water', jug.mix.waterMl, 'from the tap or the fridge'],
  ];
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

/** What runs out, what that does, and the ways on. */
function Short({
  short,
  litres,
  onLitres,
  addSugar,
  onAddSugar,
}: {
  short: ShortFall;
  litres: number;
  onLitres: (l: number) => void;
  addSugar: boolean;
  onAddSugar: (on: boolean) => void;
}): ReactNode {
  const { sameVolume, smallerJug, sugarToAddG } = short;
  // A liquid is only short if its wish is missed: one that is poured to the last drop may just fit.
  const lacking = sameVolume.missed.map((m) => (m === 'strength' ? 'concentrate' : 'syrup'));
  const smaller = smallerJug && Math.floor(smallerJug.figures.volumeMl / 50) / 20;
  return (
    <div className="mt-3 border-l-4 border-caution-line bg-caution-wash px-3 py-2" role="status">
      <p>
        <strong>{outText(lacking)}</strong> {f.volume(litres * 1000)} then comes to{' '}
        {f.strength(sameVolume.figures.strengthX)} and {f.gPerL(sameVolume.figures.sugarGPerL)} of sugar.
      </p>
      <div className="mt-2 flex flex-wrap gap-2">
        {smaller !== undefined && smaller > 0.1 && (
          <Button onClick={() => onLitres(smaller)}>Make {f.volume(smaller * 1000)} at full strength</Button>
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

const outText = (out: readonly string[]): string =>
  out.length === 2 ? 'Concentrate and syrup run out.' : `The ${out[0]} runs out.`;

function JugPicture({
  batch,
  jug,
  onHand,
  wanted,
  sugarAddedG,
}: {
  batch: Batch;
  jug: Jug;
  onHand: OnHand;
  wanted: JugWanted;
  sugarAddedG: number;
}): ReactNode {
  const vessel = vesselOf(batch.plan, batch.plan.jugVesselId);
  const colour = colourIn(jug.liquid, vessel);
  const { figures, mix } = jug;
  const sugar = figures.sugarGPerL + (1000 * sugarAddedG) / figures.volumeMl;
  return (
    <div className="flex flex-wrap items-end gap-6">
      <VesselDrawing
        vessel={vessel}
        scale={13}
        layers={[
          {
            ml: mix.concentrateMl,
            colour: colourIn(onHand.concentrate, vessel),
            label: `concentrate ${roundTo(mix.concentrateMl, 5)}`,
          },
          ...(mix.syrupMl > 0
            ? [{ ml: mix.syrupMl, colour: mixShade(colour), label: `syrup ${roundTo(mix.syrupMl, 5)}` }]
            : []),
          { ml: mix.waterMl, colour, label: `water ${roundTo(mix.waterMl, 5)}` },
        ]}
        description={`Jug of ${f.volume(figures.volumeMl)}: ${roundTo(mix.concentrateMl, 5)} ml concentrate, ${roundTo(mix.syrupMl, 5)} ml syrup, ${roundTo(mix.waterMl, 5)} ml water`}
      />
      <div className="flex flex-1 flex-wrap gap-x-6 gap-y-4">
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

/** Syrup is clear: in the jug it shows as a lighter band of the drink. */
const mixShade = (colour: string): string => `color-mix(in srgb, ${colour} 72%, white)`;
