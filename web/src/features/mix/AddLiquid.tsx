import { Plus } from 'lucide-react';
import { Dialog } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import {
  botanicalBySlug,
  botanicals,
  juicePerFruit,
  POURABLE_RANGES,
  POURED_THINGS,
  SWEETENERS,
  type HowMade,
  type Pourable,
  type Sweetener,
  type SweetenerName,
} from '@steepsis/core';
import { shortName } from '@/shared/format/names';
import { Button } from '@/shared/ui/Button';
import { figure, TextField } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { PlantPicker } from '@/shared/ui/PlantPicker';
import type { BenchLine } from './jugStore';
import type { Standing } from './usePourables';

type Add = (line: Omit<BenchLine, 'id'>) => void;

const STEEPED = botanicals().filter((b) => b.extractionClass !== 'stirred_in');
const JUICE_CHOICES = POURED_THINGS.map((value) => ({ value, label: botanicalBySlug(value).name }));
const SWEET_CHOICES = Object.entries<Sweetener>(SWEETENERS)
  .filter(([, s]) => s.sweetness.value < 5)
  .map(([value, s]) => ({ value: value as SweetenerName, label: s.name.toLowerCase() }));

/** Something more beside the jug: off the shelf, or told by what is known of it. */
export function AddLiquid({ standing, onAdd }: { standing: readonly Standing[]; onAdd: Add }): ReactNode {
  const [open, setOpen] = useState(false);
  const add: Add = (line) => {
    onAdd(line);
    setOpen(false);
  };
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button>
          <Plus size={18} aria-hidden /> Put something beside it
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed left-1/2 top-1/2 z-50 max-h-[90vh] w-[min(44rem,94vw)] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-lg border border-ink/40 bg-surface p-5 shadow-xl"
        >
          <Dialog.Title className="text-lg">What stands beside the jug?</Dialog.Title>
          {standing.length > 0 && (
            <ul aria-label="In the house" className="mt-2 grid gap-2 sm:grid-cols-2">
              {standing.map((s) => (
                <li key={JSON.stringify(s.from)}>
                  <Button
                    className="w-full flex-col !items-start !gap-0 py-2 text-left"
                    disabled={s.stopped !== undefined}
                    onClick={() => add({ name: s.name, from: s.from })}
                  >
                    <span>{s.name}</span>
                    <span className="text-sm font-normal text-muted">{s.stopped ?? s.note}</span>
                  </Button>
                </li>
              ))}
            </ul>
          )}
          <h3 className="mt-4 text-base">Something that does not stand here: say what it is</h3>
          <ul className="divide-y divide-line">
            <Made onAdd={add} />
            <Read onAdd={add} />
            <Told onAdd={add} />
          </ul>
          <Dialog.Close asChild>
            <Button kind="quiet" className="mt-3">
              Nothing
            </Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const ROW = 'flex flex-wrap items-center justify-between gap-x-4 gap-y-2 py-2 leading-8';

const Plant = ({ slug, onSlug }: { slug: string; onSlug: (slug: string) => void }): ReactNode => (
  <PlantPicker label="Plant" plants={STEEPED} onPick={(p) => onSlug(p.slug)}>
    {shortName(botanicalBySlug(slug).name)}
  </PlantPicker>
);

/** By how it was made. */
function Made({ onAdd }: { onAdd: Add }): ReactNode {
  const [made, setMade] = useState<HowMade>({
    plant: 'black_tea_leaf',
    grams: 24,
    waterMl: 1000,
    minutes: 5,
    place: 'off-heat',
  });
  const [haveMl, setHave] = useState(800);
  const set = (part: Partial<HowMade>): void => setMade((m) => ({ ...m, ...part }));
  return (
    <li className={ROW}>
      <span>
        A brew of{' '}
        {figure(
          'Grams of it',
          made.grams,
          { unit: 'g', min: 0.5, max: 2000, step: 1, digits: 1, shown: true },
          (grams) => set({ grams }),
        )}{' '}
        <Plant slug={made.plant} onSlug={(plant) => set({ plant })} /> in{' '}
        {figure('Water of it', made.waterMl, { unit: 'ml', min: 50, max: 20_000, step: 50, shown: true }, (waterMl) =>
          set({ waterMl }),
        )}
        ,{' '}
        {figure('Minutes of it', made.minutes, { unit: 'min', min: 1, max: 1440, step: 1, shown: true }, (minutes) =>
          set({ minutes }),
        )}{' '}
        <InlineChoice
          label="Where it steeped"
          value={made.place}
          choices={[
            { value: 'off-heat', label: 'off the heat' },
            { value: 'simmered', label: 'simmering' },
            { value: 'fridge', label: 'in the fridge' },
          ]}
          onValue={(place) => set({ place })}
        />
        ; {figure('Of the brew', haveMl, { unit: 'ml', min: 10, max: 20_000, step: 50, shown: true }, setHave)} are
        there
      </span>
      <Button
        onClick={() =>
          onAdd({
            name: `${capital(shortName(botanicalBySlug(made.plant).name))} as made`,
            from: { kind: 'made', made },
            haveMl,
          })
        }
      >
        Add the brew
      </Button>
    </li>
  );
}

/** By a refractometer. */
function Read({ onAdd }: { onAdd: Add }): ReactNode {
  const [plant, setPlant] = useState('roselle_dried_cut');
  const [brix, setBrix] = useState(2);
  const [haveMl, setHave] = useState(800);
  return (
    <li className={ROW}>
      <span>
        An unsweetened brew of <Plant slug={plant} onSlug={setPlant} /> that reads{' '}
        {figure('It reads', brix, { ...POURABLE_RANGES.readBrix, step: 0.1, digits: 1, shown: true }, setBrix)};{' '}
        {figure('Of the reading', haveMl, { unit: 'ml', min: 10, max: 20_000, step: 50, shown: true }, setHave)} are
        there
      </span>
      <Button
        onClick={() =>
          onAdd({
            name: `${capital(shortName(botanicalBySlug(plant).name))} at ${brix} °Bx`,
            from: { kind: 'read', plant, brix },
            haveMl,
          })
        }
      >
        Add the reading
      </Button>
    </li>
  );
}

/** Juice by the fruit, puree, milk and what else is in at once, syrup, a sweetener as it comes, sparkling water, a spirit. */
function Told({ onAdd }: { onAdd: Add }): ReactNode {
  const [juice, setJuice] = useState('lemon_juice');
  const [fruits, setFruits] = useState(3);
  const [brix, setBrix] = useState(50);
  const [sweet, setSweet] = useState<SweetenerName>('honey');
  const [spirit, setSpirit] = useState('Rum');
  const [abv, setAbv] = useState(40);
  const perFruit = juicePerFruit(juice);
  return (
    <>
      <li className={ROW}>
        <span>
          {perFruit && (
            <>
              {figure('Fruits', fruits, { unit: '', min: 0.5, max: 60, step: 0.5, digits: 1 }, setFruits)} fruits
              for{' '}
            </>
          )}
          <InlineChoice label="Juice" value={juice} choices={JUICE_CHOICES} onValue={setJuice} />
          {perFruit && (
            <span className="text-muted">
              : about {Math.round(fruits * perFruit.value)} ml, {Math.round(fruits * perFruit.low)} to{' '}
              {Math.round(fruits * perFruit.high)}
            </span>
          )}
        </span>
        <Button
          onClick={() =>
            onAdd({
              name: botanicalBySlug(juice).name,
              from: { kind: 'juice', juice },
              haveMl: perFruit ? Math.round(fruits * perFruit.value) : 500,
            })
          }
        >
          Add this one
        </Button>
      </li>
      <li className={ROW}>
        <span>
          Plain syrup of {figure('Syrup Brix', brix, { ...POURABLE_RANGES.syrupBrix, step: 1, shown: true }, setBrix)}
        </span>
        <Button
          onClick={() =>
            onAdd({ name: `Syrup ${brix} °Bx`, from: { kind: 'syrup', brix, sweetener: 'white_sugar' }, haveMl: 500 })
          }
        >
          Add the syrup
        </Button>
      </li>
      <li className={ROW}>
        <span>
          As it comes:{' '}
          <InlineChoice label="Sweetener as it comes" value={sweet} choices={SWEET_CHOICES} onValue={setSweet} />
        </span>
        <Button onClick={() => onAdd({ name: SWEETENERS[sweet].name, from: { kind: 'sweetener', sweetener: sweet } })}>
          Add the sweetener
        </Button>
      </li>
      <li className={ROW}>
        <span>Sparkling water, poured last</span>
        <Button onClick={() => onAdd({ name: 'Sparkling water', from: { kind: 'water', water: 'sparkling' } })}>
          Add sparkling water
        </Button>
      </li>
      <li className={ROW}>
        <span className="flex flex-wrap items-end gap-2">
          <TextField label="Spirit" value={spirit} onChange={setSpirit} maxLength={60} className="w-40" />
          <span>
            of {figure('Its strength', abv, { ...POURABLE_RANGES.abv, step: 1, digits: 1, shown: true }, setAbv)}
          </span>
        </span>
        <Button
          onClick={() =>
            onAdd({
              name: spirit.trim() || 'Spirit',
              from: { kind: 'spirit', name: spirit.trim() || 'Spirit', abv },
              haveMl: 700,
              setMl: 50,
            } satisfies Omit<BenchLine, 'id'> & { from: Pourable })
          }
        >
          Add the spirit
        </Button>
      </li>
    </>
  );
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
