import { ClipboardPaste, FileUp } from 'lucide-react';
import { Fragment, useDeferredValue, useMemo, useRef, useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import {
  botanicals,
  clausesOfText,
  drinkFromCard,
  ownPlantId,
  readingIn,
  readPasted,
  soundPlants,
  type OwnPlant,
  type PastedClause,
  type PastedLine,
  type PasteHouse,
  type RecipeText,
} from '@steepsis/core';
import {
  asDraft,
  blankDrink,
  drinkId,
  HAS_PINTS,
  LineRead,
  tryDrink,
  WhosePints,
  withPints,
  type Pints,
} from '@/features/recipe';
import { useDrinks, useHouse, useSaveDrink, useSaveHouse, type House } from '@/shared/api/queries';
import { Button, LinkButton } from '@/shared/ui/Button';
import { TextField } from '@/shared/ui/Figure';
import { Failed, Loading, Page, Refusal } from '@/shared/ui/Page';
import { Panel } from '@/shared/ui/Panel';
import { PlantPicker } from '@/shared/ui/PlantPicker';
import { PlainError, workedOut } from '@/shared/ui/reasonOf';
import { recipesOf } from './pageText';

/** More than this at once is no recipe. House choices. */
const MOST_LETTERS = 400_000;
const MOST_RECIPES = 20;

export function Component(): ReactNode {
  const house = useHouse();
  if (house.isPending) return <Loading what="the pantry" />;
  if (house.isError) return <Failed error={house.error} retry={() => void house.refetch()} />;
  return <PastePage house={house.data} />;
}

/** A recipe from anywhere: pasted text, a page's source, files; what is understood stands beside the words it came from. */
function PastePage({ house }: { house: House }): ReactNode {
  const [text, setText] = useState('');
  const [pints, setPints] = useState<Pints | undefined>(undefined);
  const [fault, setFault] = useState<string | undefined>(undefined);
  const file = useRef<HTMLInputElement>(null);
  const told = useDeferredValue(pints ? withPints(text, pints) : text);
  const recipes = useMemo(() => (told.trim() === '' ? [] : recipesOf(told).slice(0, MOST_RECIPES)), [told]);
  const of = useMemo((): PasteHouse => {
    const own = Object.values(soundPlants(house.plants.map((p) => p.body).filter((p) => !p.archived)).plants);
    return { plants: own, pots: house.forPlans.vessels, reading: (slug) => readingIn(house.forPlans, slug) };
  }, [house]);
  const take = (all: string): void => {
    if (all.length > MOST_LETTERS) return setFault('That is more than a few recipes: paste them in parts.');
    setFault(undefined);
    setText(all);
  };
  const open = async (files: Iterable<File>): Promise<void> => {
    const texts: string[] = [];
    for (const f of files) {
      if (f.size > MOST_LETTERS * 4) return setFault(`${f.name} is too large for a recipe.`);
      texts.push(await f.text());
    }
    if (texts.some((t) => t.includes('\0')))
      return setFault('That is not a text: a recipe is read from text, a page or data of recipes.');
    take([text, ...texts].filter((t) => t.trim() !== '').join('\n-----\n'));
  };
  return (
    <Page
      title="Paste a recipe"
      note="Text from anywhere, the source of a web page, or files; several at once. Nothing is kept until you say so."
      actions={<LinkButton to="/drinks">All drinks</LinkButton>}
    >
      <Panel>
        <div
          onDragOver={(e) => e.preventDefault()}
          onDrop={(e) => {
            e.preventDefault();
            void open(e.dataTransfer.files);
          }}
        >
          <label className="block text-sm text-muted">
            The recipe
            <textarea
              value={text}
              onChange={(e) => take(e.target.value)}
              rows={text === '' ? 7 : 5}
              placeholder={EXAMPLE}
              className="mt-0.5 block w-full rounded-md border border-ink/35 bg-surface px-3 py-2 text-base text-ink"
            />
          </label>
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <Button onClick={() => file.current?.click()}>
              <FileUp size={18} aria-hidden /> Open files
            </Button>
            <input
              ref={file}
              type="file"
              multiple
              accept=".txt,.md,.html,.htm,.json,.jsonld,text/*"
              aria-label="Files with recipes"
              className="sr-only"
              onChange={(e) => {
                void open(e.target.files ?? []);
                e.target.value = '';
              }}
            />
            {text !== '' && (
              <Button kind="quiet" onClick={() => (setText(''), setPints(undefined))}>
                Begin anew
              </Button>
            )}
          </div>
        </div>
        <Refusal error={fault ? new PlainError(fault) : null} />
        {HAS_PINTS.test(text) && <WhosePints pints={pints} onPints={setPints} />}
      </Panel>
      {text.trim() !== '' && recipes.length === 0 && (
        <p role="status" className="mt-3">
          No recipe is found in it: nothing that goes in, and nothing that is done.
        </p>
      )}
      <div className="mt-3 space-y-3">
        {recipes.map((recipe, i) => (
          <Recipe
            key={`${i} ${recipe.title} ${recipe.steps.length} ${recipe.things.length}`}
            recipe={recipe}
            of={of}
            house={house}
          />
        ))}
      </div>
    </Page>
  );
}

const EXAMPLE = `Hibiscus cooler
4 cups water
1/2 cup dried hibiscus
a knob of ginger
Bring the water to a boil, add the hibiscus and ginger, simmer 10 minutes…`;

/** One recipe as it was understood, each clause to be mended in place, and kept as a drink. */
function Recipe({ recipe, of, house }: { recipe: RecipeText; of: PasteHouse; house: House }): ReactNode {
  const first = useMemo(() => clausesOfText(recipe, of), [recipe, of]);
  const [title, setTitle] = useState(recipe.title);
  /** clauses that were written anew, by their place */
  const [mended, setMended] = useState<Readonly<Record<number, string>>>({});
  const clauses = useMemo(
    () => first.map((c, i): PastedClause => (mended[i] === undefined ? c : { ...c, card: mended[i], guesses: [] })),
    [first, mended],
  );
  const read = useMemo(() => readPasted({ title, besides: recipe.besides }, clauses, of), [title, recipe, clauses, of]);
  const drinks = useDrinks();
  const save = useSaveDrink();
  const kept = save.data?.drink;
  const asked = read.lines.filter((l) => isAsked(l)).length;
  const unread = read.lines.filter((l) => isUnread(l)).length;
  const keep = (): void => {
    const own = house.plants.map((p) => p.body);
    const written = { ...drinkFromCard(read.card, blankDrink()), name: title.trim() || 'Pasted recipe' };
    const tried = tryDrink(written, { kitchen: house.forPlans }, own);
    const body = tried.kind === 'drink' ? tried.drink : asDraft(written, own);
    const id = drinkId(
      body.name,
      (drinks.data?.drinks ?? []).map((d) => d.id),
    );
    save.mutate({ ...body, id, version: 1 });
  };
  const trial = useMemo(
    () =>
      workedOut(() =>
        tryDrink(
          drinkFromCard(read.card, blankDrink()),
          { kitchen: house.forPlans },
          house.plants.map((p) => p.body),
        ),
      ),
    [read, house],
  );
  const why =
    trial.value === undefined
      ? 'It cannot be worked out yet.'
      : trial.value.kind === 'not-yet'
        ? trial.value.message
        : undefined;
  return (
    <Panel>
      <TextField label="What it is called" value={title} maxLength={80} onChange={setTitle} className="max-w-md" />
      <ol aria-label={`What is understood of ${title}`} className="mt-3 divide-y divide-line border-y border-line">
        {read.lines.map((line, i) => (
          <Clause
            key={i}
            n={i + 1}
            line={line}
            house={house}
            {...(i < first.length ? { onCard: (card: string) => setMended((was) => ({ ...was, [i]: card })) } : {})}
          />
        ))}
      </ol>
      {read.besides.length > 0 && (
        <p className="mt-2 text-sm text-muted">Kept in the note: {read.besides.join('; ')}</p>
      )}
      <p role="status" className="mt-3">
        {asked === 0 && unread === 0
          ? 'All of it is understood.'
          : [
              asked > 0 ? `${asked} ${asked === 1 ? 'guess' : 'guesses'} to look at` : '',
              unread > 0 ? `${unread} not understood, kept in the note` : '',
            ]
              .filter(Boolean)
              .join('; ') + '.'}
        {why && <span className="text-muted"> As it stands it is kept as a draft: {why}</span>}
      </p>
      <Refusal error={save.error} />
      <div className="mt-3 flex flex-wrap items-center gap-3">
        {kept ? (
          <>
            <span>{kept.draft ? 'Kept as a draft.' : 'Kept.'}</span>
            {!kept.draft && (
              <LinkButton kind="main" to={`/plan/${kept.id}`}>
                Plan it
              </LinkButton>
            )}
            <LinkButton to={`/recipe/${kept.id}`}>Its recipe</LinkButton>
          </>
        ) : (
          <Button kind="main" disabled={save.isPending} onClick={keep}>
            <ClipboardPaste size={18} aria-hidden /> {save.isPending ? 'Keeping…' : 'Keep it as a drink'}
          </Button>
        )}
      </div>
    </Panel>
  );
}

const isAsked = (l: PastedLine): boolean => l.guesses.length > 0 || l.lines.some((x) => x.kind === 'asked');
const isUnread = (l: PastedLine): boolean => l.left.length > 0 || l.lines.some((x) => x.kind === 'unread');

/** A clause: the words it came from, how it is taken, what became of it. */
function Clause({
  n,
  line,
  house,
  onCard,
}: {
  n: number;
  line: PastedLine;
  house: House;
  onCard?: (card: string) => void;
}): ReactNode {
  return (
    <li className="grid gap-x-5 gap-y-1 py-2.5 lg:grid-cols-[1fr_1.4fr]">
      <p>
        {line.words === '' ? (
          <span className="text-muted">Not told</span>
        ) : (
          <Marked words={line.words} left={line.left} />
        )}
      </p>
      <div className="min-w-0">
        {onCard && (
          <textarea
            aria-label={`Taken as, ${n}`}
            value={line.card}
            maxLength={400}
            placeholder={line.left.length > 0 ? 'kept in the note' : 'nothing for the pot to do'}
            onChange={(e) => onCard(e.target.value)}
            rows={1}
            className="field-sizing-content block min-h-11 w-full resize-none rounded border border-ink/25 bg-surface px-2 py-2 sm:min-h-9 sm:py-1"
          />
        )}
        {line.guesses.map((g) => (
          <p key={g} className="mt-1 border-l-4 border-caution-line bg-caution-wash px-2 py-0.5 text-[0.95rem]">
            Guessed: {g}.
          </p>
        ))}
        <ul className="flex flex-wrap items-baseline gap-x-4">
          {line.lines.map((l, i) => (
            <Fragment key={`${i} ${l.text}`}>
              <LineRead line={l} />
              {l.kind === 'unread' && l.told.startsWith(NO_SUCH) && <OwnOf text={l.text} house={house} />}
            </Fragment>
          ))}
        </ul>
      </div>
    </li>
  );
}

/** The words of a recipe; those that were not understood are marked. */
function Marked({ words, left }: { words: string; left: readonly string[] }): ReactNode {
  const parts: ReactNode[] = [];
  let rest = words;
  for (const piece of left) {
    const at = rest.indexOf(piece);
    if (at < 0) continue;
    parts.push(
      rest.slice(0, at),
      <mark
        key={parts.length}
        title="Not understood"
        className="bg-stop-wash px-0.5 text-ink underline decoration-stop decoration-wavy underline-offset-4"
      >
        {piece}
      </mark>,
    );
    rest = rest.slice(at + piece.length);
  }
  return (
    <>
      {parts}
      {rest}
      {left.length > 0 && <span className="sr-only"> (not understood: {left.join('; ')})</span>}
    </>
  );
}

/** How the card reader says that a thing is not in its table. */
const NO_SUCH = 'It names no plant';
const NAME_OF =
  /^[\d\s½¼¾⅓⅔⅛.,/–-]*(?:(?:an?|one|two|three|cups?|tbsp|tsp|g|ml|l|litres?|pinch|handful|piece)s?\b\.?\s*(?:of\s+)?)*/i;

/** A plant that the table does not have becomes one of one's own: like one that is known, its strength unknown. */
function OwnOf({ text, house }: { text: string; house: House }): ReactNode {
  const save = useSaveHouse();
  const name = text.replace(NAME_OF, '').trim().slice(0, 60);
  if (!/\p{L}{3}/u.test(name) || name.split(' ').length > 4 || /\b(?:water|until|minutes?)\b/i.test(name)) return null;
  const taken = house.plants.map((p) => p.body.id);
  return (
    <li className="mb-1 flex w-full flex-wrap items-center gap-2 text-[0.95rem]">
      <span>
        A plant? Say what <strong className="font-semibold">{name}</strong> is like:
      </span>
      <PlantPicker
        label={`What ${name} is like`}
        plants={STEEPED}
        onPick={(like) => {
          const body: OwnPlant = {
            v: 1,
            id: ownPlantId(name, freeRevision(name, taken)),
            name: name.charAt(0).toUpperCase() + name.slice(1),
            parts: [{ plant: like.slug, share: 1 }],
            strengthKnown: false,
          };
          save.mutate({ kind: 'plants', version: 0, body });
        }}
      >
        Choose
      </PlantPicker>
      <Link to="/pantry" className="text-action underline underline-offset-4">
        or write it in the pantry
      </Link>
      <Refusal error={save.error} />
    </li>
  );
}

function freeRevision(name: string, taken: readonly string[]): number {
  let n = 1;
  while (taken.includes(ownPlantId(name, n))) n++;
  return n;
}

const STEEPED = botanicals().filter((b) => b.extractionClass !== 'stirred_in');
