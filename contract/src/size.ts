import type { FieldError } from './problem';

// What is sent is looked over before it is checked field by field: how deep and how much it is, and that its text is text.

/** Deeper and more than any page of this house sends: 5,000 readings are 15,000 things. */
const MOST = { deep: 24, things: 40_000 };
/** A whole notebook is more at once, and hardly deeper. */
const MOST_OF_ALL = { deep: 32, things: 20_000_000 };

/** Characters that no text of a kitchen has: what steers a terminal, and what turns the reading of a line round. */
// eslint-disable-next-line no-control-regex
const STEERS = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]/;
/** Something that can be seen. */
const VISIBLE = /[\p{L}\p{N}\p{P}\p{S}]/u;

/** The first thing that is wrong with what was sent as a whole; undefined where it can be checked field by field. */
export function unfitAsWhole(input: unknown, large = false): FieldError | undefined {
  const most = large ? MOST_OF_ALL : MOST;
  let things = 0;
  const look = (value: unknown, path: readonly string[]): FieldError | undefined => {
    things += 1;
    if (things > most.things || path.length > most.deep)
      return {
        field: path.slice(0, 3).join('.') || 'body',
        accepted: 'less at once',
        got: 'more than is worked through',
      };
    if (typeof value === 'string') return unfitText(value, path);
    if (typeof value !== 'object' || value === null) return undefined;
    for (const [key, inside] of Object.entries(value)) {
      const fault = unfitKey(key, path) ?? look(inside, [...path, key]);
      if (fault) return fault;
    }
    return undefined;
  };
  return look(input, []);
}

function unfitText(value: string, path: readonly string[]): FieldError | undefined {
  const bad = STEERS.test(value) || (value.trim() !== '' && !VISIBLE.test(value));
  return bad ? { field: path.join('.') || 'body', accepted: 'text that can be seen', got: shown(value) } : undefined;
}

/** Names of the language are no names of fields. */
const unfitKey = (key: string, path: readonly string[]): FieldError | undefined =>
  STEERS.test(key) || key === '__proto__'
    ? { field: path.join('.') || 'body', accepted: 'no such field', got: shown(key) }
    : undefined;

const shown = (text: string): string =>
  JSON.stringify(
    [...text]
      .filter((c) => !STEERS.test(c))
      .join('')
      .slice(0, 40),
  );
