import { Copy } from 'lucide-react';
import { useMemo, useState, type ReactNode } from 'react';
import { useParams } from 'react-router';
import {
  benchFigures,
  colourIn,
  drunkState,
  JUG,
  roomMl,
  thinningOf,
  type FreeJug,
  type FreeJugEvent,
  dilutionLine,
} from '@steepsis/core';
import { useNow } from '@/shared/api/clock';
import { useHouse, useJug, useSayJug, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { SHELF_SAID } from '@/shared/keep/saidWords';
import { thingsOfJug, type Thing } from '@/shared/keep/things';
import { Alone } from '@/shared/ui/Alone';
import { Ask } from '@/shared/ui/Ask';
import { Button, LinkButton } from '@/shared/ui/Button';
import { Cautions } from '@/shared/ui/Cautions';
import { figure } from '@/shared/ui/Figure';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { LastDay } from '@/shared/ui/LastDay';
import { Panel } from '@/shared/ui/Panel';
import { VesselDrawing } from '@/shared/vessels/VesselDrawing';
import { mlWords } from './measures';
import { MixPlaces } from './MixPlaces';
import { TasteAndFix, type FixSubject } from './TasteAndFix';
import { usePourables } from './usePourables';

export function Component(): ReactNode {
  const { jugId = '' } = useParams();
  const [jug, house] = [useJug(jugId), useHouse()];
  if (jug.isError)
    return (
      <Failed
        error={jug.error}
        of="this jug"
        retry={() => void jug.refetch()}
        ways={
          <>
            <LinkButton to="/keep">The shelf</LinkButton>
            <LinkButton to="/mix/jug">Another jug</LinkButton>
          </>
        }
      />
    );
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  if (jug.isPending || house.isPending) return <Loading what="the jug" />;
  const { name, events } = jug.data;
  return (
    <Alone
      of={name}
      at={`${jugId} ${events.length}`}
      frame={(card) => <Page title={name}>{card}</Page>}
      ways={<JugWays jug={jug.data} />}
    >
      <KeptJugPage key={jugId} jug={jug.data} house={house.data} />
    </Alone>
  );
}

/** What can be done about any jug, whatever is in it. */
function JugWays({ jug }: { jug: FreeJug }): ReactNode {
  const say = useSayJug(jug.id);
  return (
    <>
      <LastUndo jug={jug} onUndo={(eventId) => say.mutate({ type: 'undone', eventId })} pending={say.isPending} />
      <ThrowAway say={say} all />
      <LinkButton to="/keep">The shelf</LinkButton>
      <Refusal error={say.error} />
    </>
  );
}

/** Throws away what is in the jug; of one that cannot be worked out, all that was filled from it too. */
const ThrowAway = ({ say, all = false }: { say: ReturnType<typeof useSayJug>; all?: boolean }): ReactNode => (
  <Ask
    trigger={<Button kind="quiet">Throw it away</Button>}
    title="Throw it away?"
    yes="Throw it away"
    onYes={() =>
      say.mutate(
        all ? { type: 'discarded', why: 'thrown away' } : { type: 'poured-away', vesselId: JUG, why: 'thrown away' },
      )
    }
  >
    <p>This empties the jug{all && ', and all that was filled from it'}. It can be undone here.</p>
  </Ask>
);

function KeptJugPage({ jug, house }: { jug: FreeJug; house: House }): ReactNode {
  const kitchen = house.forPlans;
  const now = useNow(60_000);
  const say = useSayJug(jug.id);
  const { standing } = usePourables();
  const thinning = useMemo(() => thinningOf(jug, kitchen), [jug, kitchen]);
  const subject = useMemo(
    (): FixSubject => ({
      jug: jug.liquid,
      roomMl: roomMl(jug),
      self: { kind: 'jug', jugId: jug.id },
      drunk: { state: drunkState(jug), thinning },
      standard: jug.standard,
      glassMl: jug.glassMl,
    }),
    [jug, thinning],
  );
  // The jug as the shelf has it: by how it has been kept since.
  const thing = useMemo(() => thingsOfJug(jug, kitchen, now).find((t) => t.item.vesselId === JUG), [jug, kitchen, now]);
  const why = thing?.placed.place === 'pour-away' ? thing.placed.why : undefined;
  return (
    <Page
      title={jug.name}
      note={`Poured together ${f.moment(jug.pouredAt)}; ×1 is ${jug.likeName}`}
      actions={
        <>
          <LastUndo jug={jug} onUndo={(eventId) => say.mutate({ type: 'undone', eventId })} pending={say.isPending} />
          <LinkButton to="/mix/jug">Another jug</LinkButton>
        </>
      }
    >
      <MixPlaces />
      {thing === undefined ? (
        <p>{jug.discarded ? 'This jug was emptied.' : 'Nothing is left in this jug.'}</p>
      ) : (
        <div className="space-y-3">
          {why !== undefined ? (
            <Panel>
              <LastDay item={thing.item} why={why} now={now} />
              <Refusal error={say.error} />
              <Button
                kind="main"
                className="mt-3"
                disabled={say.isPending}
                onClick={() => say.mutate({ type: 'poured-away', vesselId: JUG, why: why.slice(0, 300) })}
              >
                {say.isPending ? 'Pouring…' : 'Pour it away'}
              </Button>
            </Panel>
          ) : (
            <>
              <JugFacts jug={jug} thing={thing} thinning={thinning} say={say} />
              <TasteAndFix
                subject={subject}
                standing={standing}
                kitchen={kitchen}
                pending={say.isPending}
                error={say.error}
                onAdd={(parts, after, done) => say.mutate({ type: 'added', parts, after }, { onSuccess: done })}
                onNote={(taste, done) => say.mutate({ type: 'tasted', taste }, { onSuccess: done })}
              />
            </>
          )}
        </div>
      )}
      {thing === undefined && <Refusal error={say.error} />}
    </Page>
  );
}

/** Takes back what was said last; what a pour was poured from is given back with it. */
function LastUndo({
  jug,
  onUndo,
  pending,
}: {
  jug: FreeJug;
  onUndo: (eventId: string) => void;
  pending: boolean;
}): ReactNode {
  const undone = new Set(jug.events.flatMap((e) => (e.type === 'undone' ? [e.eventId] : [])));
  const last = jug.events.filter((e) => SAID[e.type] !== undefined && !undone.has(e.id)).at(-1);
  if (!last) return null;
  return (
    <Button disabled={pending} onClick={() => onUndo(last.id)}>
      Undo {SAID[last.type]}
    </Button>
  );
}

/** What is taken back here; a verdict and what was read stand. */
const SAID: Partial<Record<FreeJugEvent['type'], string>> = {
  ...SHELF_SAID,
  'poured-together': 'the pouring',
  added: 'the last fix',
  'poured-out': 'the last glass',
  discarded: 'the throwing away',
};

function JugFacts({
  jug,
  thing: { item, findings: said },
  thinning,
  say,
}: {
  jug: FreeJug;
  thing: Thing;
  thinning: number;
  say: ReturnType<typeof useSayJug>;
}): ReactNode {
  const [glassMl, setGlass] = useState(jug.glassMl);
  const figures = benchFigures(jug.liquid, jug.standard);
  const findings = said.filter((x) => x.places.includes('shelf') && x.level !== 'note');
  const stopped = findings.some((x) => x.level === 'block');
  const left = Math.floor(figures.volumeMl);
  const drawn = { kind: 'jug', capacityMl: jug.capacityMl, diameterCm: jug.capacityMl > 2500 ? 17 : 13 } as const;
  return (
    <Panel>
      <div className="flex flex-wrap items-end gap-x-8 gap-y-4">
        <VesselDrawing
          vessel={drawn}
          scale={9}
          layers={[{ ml: figures.volumeMl, colour: colourIn(jug.liquid, drawn) }]}
          main={f.volume(figures.volumeMl)}
          sub={f.strength(figures.strengthX)}
          description={`${f.volume(figures.volumeMl)} in the jug`}
        />
        <div className="min-w-64 flex-1">
          <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1">
            <dt className="text-muted">Holds</dt>
            <dd>
              {f.volume(figures.volumeMl)}
              {figures.strengthX > 0 && `, ${f.strengthSaid(figures.strengthX)}`}, {f.sweetSaid(figures.sweetGPerL)},{' '}
              {f.gPerL(figures.acidGPerL)} tart
            </dd>
            <dt className="text-muted">Made of</dt>
            <dd>{jug.parts.map((p) => `${mlWords(p.ml)} ${p.name}`).join(', ')}</dd>
            <dt className="text-muted">Use by</dt>
            <dd>
              <strong>{f.day(item.useBy)}</strong>, at the latest {f.day(item.discardAfter)}: {item.window.reason}
              {item.window.decides && `; ${item.window.decides}`}
            </dd>
            <dt className="text-muted">For its label</dt>
            <dd>
              <LabelLine
                line={dilutionLine({
                  strengthX: figures.strengthX,
                  // A jug that was wanted stronger than a glass is a base: its label lets it down to one.
                  wantedX: Math.min(jug.wantedX, 1),
                  thinning,
                  glassMl: jug.glassMl,
                  measures: f.measures(),
                })}
              />
            </dd>
          </dl>
          <Cautions findings={findings} />
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <Button
              disabled={say.isPending || stopped || left < 1}
              onClick={() => say.mutate({ type: 'poured', vesselId: JUG, ml: Math.min(left, glassMl) })}
            >
              Pour a glass
            </Button>
            {figure(
              'Pour from the jug',
              Math.min(glassMl, left),
              { unit: 'ml', min: 1, max: left, step: 10, shown: true },
              setGlass,
            )}
            <ThrowAway say={say} />
          </div>
        </div>
      </div>
    </Panel>
  );
}

export function LabelLine({ line }: { line: string }): ReactNode {
  const [copied, setCopied] = useState(false);
  return (
    <span className="flex flex-wrap items-center gap-3">
      <strong className="font-semibold" data-testid="label-line">
        {line}
      </strong>
      <Button onClick={() => void navigator.clipboard?.writeText(line).then(() => setCopied(true))}>
        <Copy size={17} aria-hidden /> {copied ? 'Copied' : 'Copy'}
      </Button>
    </span>
  );
}
