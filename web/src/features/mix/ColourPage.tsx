import { useMemo, useRef, useState, type KeyboardEvent, type ReactNode } from 'react';
import {
  bookOf,
  InputError,
  liquorColourOf,
  readPhoto,
  type Drink,
  type Liquid,
  type PhotoReading,
  type Rgb,
} from '@steepsis/core';
import { useDrinks } from '@/shared/api/queries';
import { Button } from '@/shared/ui/Button';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Failed, Loading, Page } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { MixPlaces } from './MixPlaces';
import { usePourables, type Standing } from './usePourables';

export function Component(): ReactNode {
  const drinks = useDrinks();
  const pourables = usePourables();
  if (drinks.isError) return <Failed error={drinks.error} retry={() => void drinks.refetch()} />;
  if (pourables.error) return <Failed error={pourables.error} />;
  if (drinks.isPending || pourables.pending) return <Loading what="what there is to look at" />;
  return (
    <ColourPage
      drinks={drinks.data.drinks.filter((d) => !d.archived).map((d) => d.drink)}
      standing={pourables.standing}
    />
  );
}

type Spot = { x: number; y: number };
type Picking = 'white' | 'drink';

/** How the drink looks on a photograph, against how the model draws it. The picture never leaves this machine. */
function ColourPage({ drinks, standing }: { drinks: readonly Drink[]; standing: readonly Standing[] }): ReactNode {
  const choices = useMemo(() => choicesOf(drinks, standing), [drinks, standing]);
  const [id, setId] = useState('');
  const [depthCm, setDepth] = useState(7);
  const [picked, setPicked] = useState<Partial<Record<Picking, Rgb>>>({});
  const chosen = choices.find((c) => c.value === id) ?? choices[0];
  const reading =
    chosen && picked.white && picked.drink ? read(picked.drink, picked.white, chosen.liquid, depthCm) : undefined;
  return (
    <Page
      title="Colour check"
      note="Hold the glass beside something white, in daylight, and take a picture of both. It stays on this machine."
    >
      <MixPlaces />
      <div className="grid items-start gap-3 lg:grid-cols-[1.4fr_1fr]">
        <Panel title="The photograph">
          <Photo
            picked={picked}
            onPick={(what, rgb) => setPicked((was) => ({ ...was, [what]: rgb }))}
            onNew={() => setPicked({})}
          />
        </Panel>
        <Panel title="Against the model">
          {chosen ? (
            <>
              <p className="leading-9">
                It should be <InlineChoice label="Drink" value={chosen.value} choices={choices} onValue={setId} />, in a
                glass{' '}
                {figure(
                  'Thickness',
                  depthCm,
                  { unit: 'cm', min: 1, max: 30, step: 0.5, digits: 1, shown: true },
                  setDepth,
                )}{' '}
                across.
              </p>
              <div className="mt-2 flex flex-wrap gap-6">
                <Swatch name="By the model" rgb={liquorColourOf(chosen.liquid, depthCm)} />
                {picked.drink && <Swatch name="As picked" rgb={picked.drink} />}
                {reading && 'corrected' in reading && <Swatch name="Beside a true white" rgb={reading.corrected} />}
              </div>
              <div className="mt-4" aria-live="polite">
                {!reading && <p className="text-muted">Pick something white and then the drink.</p>}
                {reading && 'fault' in reading && (
                  <p role="alert" className="border-l-4 border-stop bg-stop-wash px-3 py-2">
                    {reading.fault}
                  </p>
                )}
                {reading && 'times' in reading && <Words reading={reading} />}
              </div>
            </>
          ) : (
            <p>There is no drink to compare with yet.</p>
          )}
        </Panel>
      </div>
    </Page>
  );
}

function choicesOf(
  drinks: readonly Drink[],
  standing: readonly Standing[],
): { value: string; label: string; liquid: Liquid }[] {
  return [
    ...standing.map((s) => ({ value: JSON.stringify(s.from), label: s.name, liquid: s.liquid })),
    ...drinks.flatMap((d) => {
      try {
        return [{ value: `drink ${d.id}`, label: `${d.name}, a glass as written`, liquid: bookOf(d).glass }];
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        return [];
      }
    }),
  ];
}

function read(drink: Rgb, white: Rgb, liquid: Liquid, depthCm: number): PhotoReading | { fault: string } {
  try {
    return readPhoto(drink, white, (times) => liquorColourOf(liquid, depthCm, times));
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { fault: `That is no white to measure against: pick ${error.accepted}.` };
  }
}

function Words({ reading: { times, sameHue } }: { reading: PhotoReading }): ReactNode {
  if (!sameHue)
    return (
      <p className="text-lg">
        It is another colour, not only another strength: look at its acidity, its age, or what is in it. No figure is
        read from this.
      </p>
    );
  const near = times > 0.9 && times < 1.1;
  return (
    <p className="text-lg" data-testid="photo-words">
      {near ? (
        'It looks as strong as the model says.'
      ) : (
        <>
          It looks{' '}
          <strong>
            {times < 1 ? `${times.toFixed(2)} times as strong: thinner` : `${times.toFixed(1)} times as strong: deeper`}
          </strong>{' '}
          than the model draws it.
        </>
      )}{' '}
      <span className="block text-sm text-muted">
        A camera and a lamp leave about a fifth either way (house estimate); colour is not taste: let the tongue decide.
      </span>
    </p>
  );
}

const Swatch = ({ name, rgb }: { name: string; rgb: Rgb }): ReactNode => (
  <figure>
    <div className="size-20 rounded-md border border-ink/40" style={{ background: css(rgb) }} />
    <figcaption className="mt-1 max-w-24 text-sm text-muted">{name}</figcaption>
  </figure>
);

const css = ({ r, g, b }: Rgb): string => `rgb(${r} ${g} ${b})`;

const STEP = 6;
const HALF = 4;
const WIDEST = 900;

/** The picture with its crosshair: picked by touch, by the mouse, or by the arrow keys and Enter. */
function Photo({
  picked,
  onPick,
  onNew,
}: {
  picked: Partial<Record<Picking, Rgb>>;
  onPick: (what: Picking, rgb: Rgb) => void;
  onNew: () => void;
}): ReactNode {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [shown, setShown] = useState(false);
  const [fault, setFault] = useState<string | undefined>(undefined);
  const [at, setAt] = useState<Spot>({ x: 0.5, y: 0.5 });
  const [picking, setPicking] = useState<Picking>('white');
  const load = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    try {
      const bitmap = await createImageBitmap(file);
      const scale = Math.min(1, WIDEST / bitmap.width);
      const c = canvas.current!;
      c.width = Math.max(1, Math.round(bitmap.width * scale));
      c.height = Math.max(1, Math.round(bitmap.height * scale));
      c.getContext('2d', { willReadFrequently: true })!.drawImage(bitmap, 0, 0, c.width, c.height);
      bitmap.close();
      onNew();
      setFault(undefined);
      setPicking('white');
      setShown(true);
    } catch {
      setFault('This file is no picture that the browser can read. A JPEG, PNG or WebP is accepted.');
    }
  };
  const pick = (spot: Spot): void => {
    const c = canvas.current!;
    const [x, y] = [Math.round(spot.x * c.width), Math.round(spot.y * c.height)];
    const left = Math.max(0, Math.min(c.width - 1, x - HALF));
    const top = Math.max(0, Math.min(c.height - 1, y - HALF));
    const { data } = c
      .getContext('2d', { willReadFrequently: true })!
      .getImageData(left, top, Math.min(2 * HALF + 1, c.width - left), Math.min(2 * HALF + 1, c.height - top));
    onPick(picking, meanOf(data));
    if (picking === 'white') setPicking('drink');
  };
  const onKeyDown = (e: KeyboardEvent): void => {
    const by = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[e.key];
    const c = canvas.current!;
    if (by) {
      e.preventDefault();
      const keep = (v: number): number => Math.min(1, Math.max(0, v));
      setAt((was) => ({ x: keep(was.x + (by[0]! * STEP) / c.width), y: keep(was.y + (by[1]! * STEP) / c.height) }));
    }
    if (e.key === 'Enter' || e.key === ' ') {
      e.preventDefault();
      pick(at);
    }
  };
  return (
    <>
      <label className="block">
        <span className="text-sm text-muted">A picture with the drink and something white</span>
        <input
          type="file"
          accept="image/*"
          onChange={(e) => void load(e.target.files?.[0])}
          className="mt-1 block min-h-11 w-full rounded-md border border-ink/35 bg-surface p-2"
        />
      </label>
      {fault && (
        <p role="alert" className="mt-2 border-l-4 border-stop bg-stop-wash px-3 py-2">
          {fault}
        </p>
      )}
      <div className={shown ? 'mt-3' : 'hidden'}>
        <p className="mb-2 flex flex-wrap items-center gap-3">
          <Button
            aria-pressed={picking === 'white'}
            kind={picking === 'white' ? 'main' : 'plain'}
            onClick={() => setPicking('white')}
          >
            Pick the white {picked.white && '(picked)'}
          </Button>
          <Button
            aria-pressed={picking === 'drink'}
            kind={picking === 'drink' ? 'main' : 'plain'}
            onClick={() => setPicking('drink')}
          >
            Pick the drink {picked.drink && '(picked)'}
          </Button>
        </p>
        <div
          className="relative cursor-crosshair touch-none"
          role="application"
          tabIndex={0}
          aria-label={`Photograph: arrow keys move the cross, Enter picks the ${picking === 'white' ? 'white' : 'drink'}`}
          onKeyDown={onKeyDown}
          onPointerDown={(e) => {
            const box = canvas.current!.getBoundingClientRect();
            const spot = { x: (e.clientX - box.left) / box.width, y: (e.clientY - box.top) / box.height };
            setAt(spot);
            pick(spot);
          }}
        >
          <canvas ref={canvas} className="w-full rounded-md border border-line" />
          <svg
            aria-hidden
            className="pointer-events-none absolute size-9 -translate-x-1/2 -translate-y-1/2"
            style={{ left: `${at.x * 100}%`, top: `${at.y * 100}%` }}
            viewBox="0 0 36 36"
          >
            <circle cx={18} cy={18} r={11} fill="none" stroke="#fff" strokeWidth={4} />
            <circle cx={18} cy={18} r={11} fill="none" stroke="#10231d" strokeWidth={2} />
          </svg>
        </div>
      </div>
    </>
  );
}

function meanOf(data: Uint8ClampedArray): Rgb {
  const n = data.length / 4;
  const sum = [0, 0, 0];
  for (let i = 0; i < data.length; i += 4) for (let c = 0; c < 3; c++) sum[c]! += data[i + c]!;
  const [r, g, b] = sum.map((s) => Math.round(s / n));
  return { r: r!, g: g!, b: b! };
}
