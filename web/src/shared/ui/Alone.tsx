import { Component, type ReactNode } from 'react';
import { reasonOf } from './reasonOf';

type Props = {
  /** what it is, as its heading says: "Roselle and rose hip cooler" */
  of: string;
  /** changes when the thing does: then it is tried again */
  at: string | number;
  /** what can be done about it */
  ways?: ReactNode;
  /** as one of a list */
  inList?: boolean;
  /** what goes round what stands in its place, where it was a whole page */
  frame?: (card: ReactNode) => ReactNode;
  /** nothing is shown in its place: something else says it */
  silent?: boolean;
  children: ReactNode;
};

/**
 * One thing among others. What cannot be worked out of it shows its own reason and the ways on in its place, and everything beside
 * it goes on.
 */
export class Alone extends Component<Props, { error: unknown; at: string | number | undefined }> {
  override state = { error: undefined as unknown, at: undefined as string | number | undefined };

  static getDerivedStateFromError(error: unknown): { error: unknown } {
    return { error };
  }

  static getDerivedStateFromProps(props: Props, state: { error: unknown; at: unknown }): object | null {
    return state.at === props.at ? null : { at: props.at, error: undefined };
  }

  override render(): ReactNode {
    const { of, ways, inList, silent, frame = (card) => card, children } = this.props;
    if (this.state.error === undefined) return children;
    if (silent) return null;
    const card = <FaultCard of={of} reason={reasonOf(this.state.error)} ways={ways} {...(inList ? { inList } : {})} />;
    return frame(card);
  }
}

/** A thing that cannot be shown as it should: what it is, why, and what can be done. */
export function FaultCard({
  of,
  reason,
  ways,
  inList = false,
}: {
  of: string;
  reason: string;
  ways?: ReactNode;
  inList?: boolean;
}): ReactNode {
  const Tag = inList ? 'li' : 'section';
  return (
    <Tag className="self-start rounded-lg border border-line border-l-4 border-l-caution-line bg-surface p-4">
      <h2 className="text-lg [overflow-wrap:anywhere]">{of}</h2>
      <p className="mt-1 max-w-prose">This cannot be worked out as it stands. {reason}</p>
      {ways && <div className="mt-3 flex flex-wrap items-center gap-3">{ways}</div>}
    </Tag>
  );
}
