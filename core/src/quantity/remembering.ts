/**
 * Remembers answers about an object that never changes, as long as the object is held. The same question gives the same answer, so
 * nothing but time is saved; of each object only the latest questions are kept.
 */
export function remembering<O extends object, V>(most = 12): (about: O, question: string, answer: () => V) => V {
  const all = new WeakMap<O, Map<string, V>>();
  return (about, question, answer) => {
    const known = all.get(about) ?? new Map<string, V>();
    all.set(about, known);
    if (known.has(question)) return known.get(question)!;
    const value = answer();
    // A map keeps the order in which things were put: the oldest goes first.
    if (known.size >= most) known.delete(known.keys().next().value!);
    known.set(question, value);
    return value;
  };
}
