import { useEffect, type ReactNode } from 'react';
import { ProblemError } from '@/shared/api/client';
import { reasonOf } from './reasonOf';
import { Button, LinkButton } from './Button';

/** The frame of every page: its title, what stands beside it, and its body. */
export function Page({
  title,
  note,
  actions,
  next,
  handsFirst = false,
  children,
}: {
  title: string;
  note?: ReactNode;
  actions?: ReactNode;
  /** the one thing to do next: beside the others on a table, at the thumb on a phone */
  next?: ReactNode;
  /** on a phone the work stands first: its title is said, not shown, and what else can be done comes last */
  handsFirst?: boolean;
  children: ReactNode;
}): ReactNode {
  useEffect(() => {
    document.title = `${title} · Steepsis`;
  }, [title]);
  return (
    <main
      id="main"
      className={`mx-auto w-full max-w-[1280px] px-4 pb-10 pt-5 sm:px-6 ${handsFirst ? 'max-sm:flex max-sm:flex-col max-sm:pt-3' : ''}`}
    >
      <div
        className={`mb-4 flex flex-wrap items-start justify-between gap-x-6 gap-y-3 ${handsFirst ? 'max-sm:contents' : ''}`}
      >
        <div className={`min-w-0 ${handsFirst ? 'max-sm:sr-only' : ''}`}>
          <h1 className="text-[1.75rem] leading-tight">{title}</h1>
          {note && <p className="mt-1 text-[0.95rem] text-muted">{note}</p>}
        </div>
        {(actions || next) && (
          <div
            className={`no-print flex flex-wrap items-center gap-2 ${handsFirst ? 'max-sm:order-last max-sm:mt-4' : ''}`}
          >
            {actions}
            {next && <div className="thumb sm:contents">{next}</div>}
          </div>
        )}
      </div>
      {children}
    </main>
  );
}

/** Shown while a page waits for its data. */
export function Loading({ what }: { what: string }): ReactNode {
  return (
    <main id="main" className="mx-auto max-w-[1280px] px-6 py-10 text-muted" aria-busy="true">
      <p role="status">Fetching {what}.</p>
    </main>
  );
}

/** What went wrong, what was kept, and the ways on. `of` is the thing whose fault it then is: "this jug". */
export function Failed({
  error,
  of = 'this page',
  retry,
  ways,
}: {
  error: unknown;
  of?: string;
  retry?: () => void;
  ways?: ReactNode;
}): ReactNode {
  const title = of === 'this page' ? 'This page could not be shown' : `What ${of} holds cannot be worked out`;
  return (
    <main id="main" className="mx-auto max-w-[1280px] px-6 py-10">
      <h1 className="text-2xl">{error instanceof ProblemError ? error.problem.title : title}</h1>
      <p className="mt-2 max-w-prose">{reasonOf(error)}</p>
      <div className="mt-4 flex flex-wrap gap-3">
        {retry && (
          <Button kind="main" onClick={retry}>
            Try again
          </Button>
        )}
        {ways}
        <LinkButton to="/">To the bench</LinkButton>
      </div>
    </main>
  );
}

/** A refusal of something just tried, beside the thing that was tried. */
export function Refusal({ error }: { error: Error | null }): ReactNode {
  if (!error) return null;
  const title = error instanceof ProblemError ? error.problem.title : 'That did not work';
  return (
    <p role="alert" className="my-2 border-l-4 border-stop bg-stop-wash px-3 py-2 text-[0.95rem]">
      <strong className="font-semibold">{title}.</strong> {reasonOf(error)}
    </p>
  );
}

export function Empty({ children }: { children: ReactNode }): ReactNode {
  return <p className="max-w-prose text-muted">{children}</p>;
}
