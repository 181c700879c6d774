/** What was worked out and is good until something happens to what it is of: each by what it is of, and by what was asked. */
export class Remembered {
  private readonly known = new Map<string, Map<string, Promise<unknown>>>();

  /** What was asked of it before, or worked out now; what fails is worked out anew. */
  of<T>(ofWhat: string, asked: string, work: () => Promise<T>): Promise<T> {
    const all = this.known.get(ofWhat) ?? new Map<string, Promise<unknown>>();
    this.known.set(ofWhat, all);
    const before = all.get(asked) as Promise<T> | undefined;
    if (before) return before;
    const worked = work();
    all.set(asked, worked);
    worked.catch(() => all.delete(asked));
    return worked;
  }

  forget(ofWhat: string): void {
    this.known.delete(ofWhat);
  }

  forgetAll(): void {
    this.known.clear();
  }
}
