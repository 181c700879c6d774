import type { ReactNode } from 'react';

/** A thin tube with its level, and an ink bracket for what is wanted. */
export function Tube({
  label,
  value,
  text,
  wanted,
  wantedText,
  max,
  colour,
  note,
}: {
  label: string;
  value: number;
  text: string;
  /** nothing is bracketed where it may be as it comes */
  wanted: { low: number; high: number } | undefined;
  wantedText: string;
  max: number;
  colour: string;
  note: string;
}): ReactNode {
  const h = 170;
  const y = (v: number): number => 8 + h - (Math.min(v, max) / max) * h;
  return (
    <figure className="min-w-[8.5rem] max-w-[10.5rem]">
      <figcaption>
        <div className="text-sm text-muted">{label}</div>
        <div className="font-display text-xl font-bold">{text}</div>
      </figcaption>
      <svg
        width={104}
        height={h + 18}
        role="img"
        aria-label={`${label} ${text}; wanted ${wantedText}`}
        className="text-ink"
      >
        <rect x={12} y={y(value)} width={22} height={8 + h - y(value)} fill={colour} />
        <path d={`M11 6V${h + 2}q0 8 8 8h8q8 0 8-8V6`} fill="none" stroke="currentColor" strokeWidth={2} />
        {[0.2, 0.4, 0.6, 0.8].map((f) => (
          <path key={f} d={`M11 ${8 + h * f}h6`} stroke="currentColor" strokeWidth={1} opacity={0.7} />
        ))}
        {wanted && (
          <>
            <path
              d={`M44 ${y(wanted.high)}h8V${Math.max(y(wanted.low), y(wanted.high) + 3)}h-8`}
              fill="none"
              stroke="currentColor"
              strokeWidth={2}
            />
            <text x={58} y={(y(wanted.high) + y(wanted.low)) / 2 + 4} fontSize={11.5} fill="currentColor">
              wanted
            </text>
          </>
        )}
      </svg>
      <p className="text-sm text-muted">{note}</p>
    </figure>
  );
}
