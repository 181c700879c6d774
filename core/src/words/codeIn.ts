/**
 * The first word in a text that only a program would say: a name in camel case or with underscores, a path, a time stamp, a value
 * that is no value. A page that is about to show such a text says something plainer instead.
 */
export function codeIn(text: string): string | undefined {
  const bare = text.replace(/\b(pH|mL|kWh|kJ|mPa|QR|PDF|CSV)\b|\S+\.(csv|ics|json|md|pdf|png|txt)\b/g, '');
  return PATTERNS.map((p) => p.exec(bare)?.[0]).find((found) => found !== undefined);
}

const PATTERNS: readonly RegExp[] = [
  // runBrew, perLitreMl
  /\b[a-z]+\d*[A-Z]\w*/,
  // white_sugar
  /\b[A-Za-z0-9]+_[A-Za-z0-9_]+/,
  // book.jugMl, parts.0
  /\b[a-z]+(\.[a-z0-9]+)+\b(?!\s*(com|org))/i,
  // own-night-mix-r1
  /\bown-[a-z0-9-]+-r\d+/,
  // 2026-07-05T09:00:00.000Z
  /\d{4}-\d\d-\d\dT/,
  /\b(undefined|NaN|null|Infinity|TypeError|InputError)\b/,
  // 5e-324
  /\b\d+(\.\d+)?e[-+]?\d+\b/,
  /\[object /,
  /[{}`]/,
];
