import { X } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import {
  botanicalBySlug,
  botanicalOf,
  faultInWords,
  botanicals,
  InputError,
  ownPlantId,
  type Botanical,
  type OwnPlant,
} from '@steepsis/core';
import { useSaveHouse, type House } from '@/shared/api/queries';
import * as f from '@/shared/format/format';
import { Button } from '@/shared/ui/Button';
import { figure, Tick, TextField } from '@/shared/ui/Figure';
import { Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { PlantPicker } from '@/shared/ui/PlantPicker';

/**
 * A plant of the cook's own or a packet mix: what it is made of, or is like. Its strength starts as unknown. A change of one
 * that is kept makes its next revision; drinks that use the old one keep it.
 */
export function OwnPlantForm({
  house,
  was,
  onDone,
}: {
  house: House;
  was?: OwnPlant;
  onDone: (id?: string) => void;
}): ReactNode {
  const [plant, setPlant] = useState<Omit<OwnPlant, 'id'>>(
    was ?? { v: 1, name: '', parts: [], strengthKnown: false, food: false },
  );
  const save = useSaveHouse();
  const steeped = botanicals().filter((b) => b.extractionClass !== 'stirred_in');
  const whole = plant.parts.reduce((sum, p) => sum + p.share, 0);
  const finished: OwnPlant = {
    ...plant,
    id: nextId(house, plant.name, was),
    parts: plant.parts.map((p) => ({ ...p, share: whole > 0 ? p.share / whole : 0 })),
  };
  const figures = tryFigures(finished);
  const setPart = (slug: string, share: number): void =>
    setPlant({ ...plant, parts: plant.parts.map((p) => (p.plant === slug ? { ...p, share } : p)) });
  const keep = async (): Promise<void> => {
    await save.mutateAsync({ kind: 'plants', version: 0, body: finished });
    const old = was && house.plants.find((p) => p.body.id === was.id);
    if (old) await save.mutateAsync({ kind: 'plants', version: old.version, body: { ...old.body, archived: true } });
    onDone(finished.id);
  };
  return (
    <Panel title={was ? `Change ${was.name}` : 'A plant of your own'} className="mb-3">
      <TextField label="Its name" value={plant.name} onChange={(name) => setPlant({ ...plant, name })} />
      <p className="mb-1 mt-3 text-sm text-muted">
        What it is like, or what is in the packet. Allergens, caffeine and cautions follow from its parts.
      </p>
      <ul aria-label="Parts" className="mb-2">
        {plant.parts.map((p) => (
          <li key={p.plant} className="flex min-h-11 items-center gap-3">
            <span className="min-w-0 flex-1">{botanicalBySlug(p.plant).name}</span>
            {figure(
              `Parts of ${botanicalBySlug(p.plant).name}`,
              p.share,
              { unit: 'parts', min: 0.01, max: 100, step: 1, digits: 2, shown: true },
              (share) => setPart(p.plant, share),
            )}
            <button
              type="button"
              aria-label={`Take out ${botanicalBySlug(p.plant).name}`}
              className="grid size-11 place-items-center text-muted hover:text-ink"
              onClick={() => setPlant({ ...plant, parts: plant.parts.filter((o) => o.plant !== p.plant) })}
            >
              <X size={18} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <PlantPicker
        label="Find a part"
        plants={steeped.filter((b) => !plant.parts.some((p) => p.plant === b.slug))}
        onPick={(b) => setPlant({ ...plant, parts: [...plant.parts, { plant: b.slug, share: 1 }] })}
      >
        Add a part
      </PlantPicker>
      <Tick checked={plant.strengthKnown} onChange={(strengthKnown) => setPlant({ ...plant, strengthKnown })}>
        I have brewed it, and it is about as strong as its parts
      </Tick>
      <Tick checked={plant.food ?? false} onChange={(food) => setPlant({ ...plant, food })}>
        I know that it is sold or eaten as food
      </Tick>
      <TextField
        label="Note"
        value={plant.note ?? ''}
        maxLength={500}
        onChange={(note) => setPlant({ ...plant, note })}
      />
      {figures.kind === 'figures' ? (
        <p className="mt-3">
          Usual dose {f.gPerL(figures.b.dose.typical)}, at most {Math.round(figures.b.caffeineMgPerG)} mg of caffeine a
          gram.{' '}
          {!plant.strengthKnown &&
            'How strong it is is not known yet: every plan with it shows a wide spread until it has been tasted.'}
        </p>
      ) : (
        <p className="mt-3 text-muted">{figures.message}</p>
      )}
      <Refusal error={save.error} />
      <div className="mt-3 flex gap-2">
        <Button
          kind="main"
          disabled={plant.name.trim() === '' || figures.kind !== 'figures' || save.isPending}
          onClick={() => void keep().catch(() => undefined)}
        >
          Keep it
        </Button>
        <Button onClick={() => onDone()}>Leave it</Button>
      </div>
    </Panel>
  );
}

/** The next id that no plant has had. */
function nextId(house: House, name: string, was: OwnPlant | undefined): string {
  const taken = new Set(house.plants.map((p) => p.body.id));
  const stem = was ? was.name : name;
  for (let revision = 1; ; revision++) {
    const id = ownPlantId(stem, revision);
    if (!taken.has(id)) return id;
  }
}

function tryFigures(plant: OwnPlant): { kind: 'figures'; b: Botanical } | { kind: 'not-yet'; message: string } {
  if (plant.parts.length === 0) return { kind: 'not-yet', message: 'Add what it is like, and its figures follow.' };
  try {
    return { kind: 'figures', b: botanicalOf(plant) };
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    return { kind: 'not-yet', message: faultInWords(error) };
  }
}
