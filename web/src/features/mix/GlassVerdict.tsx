import { useState, type ReactNode } from 'react';
import {
  colourIn,
  GLASS_STATE,
  type GlassPour,
  type Kept,
  type Liquid,
  type Taste,
  type Verdict,
} from '@steepsis/core';
import { useSay, useSayJug } from '@/shared/api/queries';
import { Button } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { VerdictGlass, type Said } from '@/shared/verdict/VerdictGlass';

/** What was made at the table: from what, what was poured into the glass, whose it was. */
type OfGlass = { from: Kept; pour: GlassPour; base: Liquid; who: string };

/** What is said of a single glass that was built from something of the house: it teaches of its drink, and of who drank it. */
export function GlassVerdict({ from, pour, base, who }: OfGlass): ReactNode {
  const [open, setOpen] = useState(false);
  const [noted, setNoted] = useState(false);
  if (from.kind === 'brew') return null;
  if (!open)
    return (
      <div className="mt-2 flex flex-wrap items-center gap-3 print:hidden">
        <Button aria-label={`How was the glass of ${who}?`} onClick={() => (setNoted(false), setOpen(true))}>
          How was it?
        </Button>
        <span role="status">{noted && 'Noted: plans learn from it.'}</span>
      </div>
    );
  const close = (said: boolean): void => (setOpen(false), setNoted(said));
  return (
    <Saying base={base} onLeave={() => close(false)}>
      {(words) =>
        from.kind === 'shelf' ? (
          <NoteOfBatch {...{ words, from, pour, who }} onNoted={() => close(true)} />
        ) : (
          <NoteOfJug {...{ words, from, pour, who }} onNoted={() => close(true)} />
        )
      }
    </Saying>
  );
}

type Words = Pick<Verdict, 'strength' | 'harsh' | 'sweet' | 'tart'>;

/** What is seldom off is taken as right until it is said. */
const ENOUGH: Said = { harsh: '1', sweet: '0', tart: '0' };

function Saying({
  base,
  onLeave,
  children,
}: {
  base: Liquid;
  onLeave: () => void;
  children: (words: Words | undefined) => ReactNode;
}): ReactNode {
  const [said, setSaid] = useState<Said>(ENOUGH);
  const words =
    said.strength === undefined
      ? undefined
      : ({
          strength: Number(said.strength),
          harsh: Number(said.harsh),
          sweet: Number(said.sweet),
          tart: Number(said.tart),
        } as Words);
  return (
    <div className="mt-3 border-t border-line pt-3 print:hidden">
      <VerdictGlass
        said={said}
        colour={colourIn(base, { diameterCm: 7 })}
        onSay={(part) => setSaid((was) => ({ ...was, ...part }))}
      />
      <div className="mt-3 flex flex-wrap items-center gap-3">
        {children(words)}
        <Button kind="quiet" onClick={onLeave}>
          Leave it
        </Button>
      </div>
    </div>
  );
}

type Note<F extends Kept['kind']> = Omit<OfGlass, 'base' | 'from'> & {
  from: Extract<Kept, { kind: F }>;
  words: Words | undefined;
  onNoted: () => void;
};

function NoteOfBatch({ words, from, pour, who, onNoted }: Note<'shelf'>): ReactNode {
  const say = useSay(from.batchId);
  return (
    <NoteIt
      say={say}
      ready={words !== undefined}
      onNote={() =>
        words &&
        say.mutate(
          {
            type: 'tasted',
            state: GLASS_STATE[pour.served],
            verdict: { ...words, who },
            glass: pour,
            vesselId: from.vesselId,
          },
          { onSuccess: onNoted },
        )
      }
    />
  );
}

function NoteOfJug({ words, from, pour, who, onNoted }: Note<'jug'>): ReactNode {
  const say = useSayJug(from.jugId);
  return (
    <NoteIt
      say={say}
      ready={words !== undefined}
      onNote={() => {
        if (!words) return;
        const taste: Taste = { ...words, state: GLASS_STATE[pour.served], who };
        say.mutate({ type: 'tasted', taste, glass: pour }, { onSuccess: onNoted });
      }}
    />
  );
}

const NoteIt = ({
  say,
  ready,
  onNote,
}: {
  say: { isPending: boolean; error: Error | null };
  ready: boolean;
  onNote: () => void;
}): ReactNode => (
  <>
    <Button kind="main" disabled={!ready || say.isPending} onClick={onNote}>
      {say.isPending ? 'Noting…' : 'Note it'}
    </Button>
    {!ready && <span className="text-sm text-muted">How strong was it?</span>}
    <Refusal error={say.error} />
  </>
);
