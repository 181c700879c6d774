import type { ComponentProps, ReactNode } from 'react';
import { Link, type LinkProps } from 'react-router';

type Kind = 'main' | 'plain' | 'stop' | 'quiet';

const BASE =
  'inline-flex min-h-11 items-center justify-center gap-2 rounded-md text-[0.95rem] font-semibold transition-colors disabled:opacity-50 print:hidden';
const KINDS: Record<Kind, string> = {
  main: 'px-4 bg-action text-on-action hover:brightness-110',
  plain: 'px-4 border border-ink/35 bg-surface text-ink hover:border-ink',
  stop: 'px-4 border border-stop bg-surface text-stop hover:bg-stop-wash',
  quiet: 'text-action underline decoration-1 underline-offset-4 hover:decoration-2',
};

export function Button({
  kind = 'plain',
  className = '',
  ...rest
}: { kind?: Kind } & ComponentProps<'button'>): ReactNode {
  return <button type="button" className={`${BASE} ${KINDS[kind]} ${className}`} {...rest} />;
}

export function LinkButton({ kind = 'plain', className = '', ...rest }: { kind?: Kind } & LinkProps): ReactNode {
  return <Link className={`${BASE} ${KINDS[kind]} ${className}`} {...rest} />;
}
