import { Matrix } from 'ml-matrix';

// What is believed of several unknowns at once: a mean and a covariance, each unknown by its name.

/** Named unknowns, what is believed of each, and how they hang together. */
export type Gaussian = { readonly names: readonly string[]; readonly mean: Matrix; readonly cov: Matrix };

/** A sum of unknowns, each so many times. */
export type Sum = Readonly<Record<string, number>>;

/** A mean and a variance. */
export type Moments = { mean: number; variance: number };

/** Independent unknowns about nothing, each as unsure as it is said to be. */
export function unknowns(sds: Readonly<Record<string, number>>): Gaussian {
  const names = Object.keys(sds);
  return { names, mean: Matrix.zeros(names.length, 1), cov: Matrix.diag(Object.values(sds).map((sd) => sd ** 2)) };
}

/** The package's own copy goes through a generator: for what is copied at every word that is most of the time. */
function copied(m: Matrix): Matrix {
  const copy = new Matrix(m.rows, m.columns);
  for (let i = 0; i < m.rows; i++) for (let j = 0; j < m.columns; j++) copy.set(i, j, m.get(i, j));
  return copy;
}

/** Whether something is one of the unknowns. */
export const knows = ({ names }: Gaussian, name: string): boolean => names.includes(name);

/** With one more, as unsure as that about nothing, or about another one; the same where it is there already. */
export function withUnknown(g: Gaussian, name: string, sd: number, about?: string): Gaussian {
  if (knows(g, name)) return g;
  const n = g.names.length;
  const like = about === undefined ? -1 : g.names.indexOf(about);
  const mean = Matrix.zeros(n + 1, 1);
  const cov = Matrix.zeros(n + 1, n + 1);
  mean.setSubMatrix(g.mean, 0, 0);
  cov.setSubMatrix(g.cov, 0, 0);
  if (like >= 0) {
    mean.set(n, 0, g.mean.get(like, 0));
    for (let i = 0; i < n; i++) {
      cov.set(n, i, g.cov.get(like, i));
      cov.set(i, n, g.cov.get(like, i));
    }
  }
  cov.set(n, n, sd ** 2 + (like < 0 ? 0 : g.cov.get(like, like)));
  return { names: [...g.names, name], mean, cov };
}

/** Each of these a little less sure than it was. */
export function drifted(g: Gaussian, by: Readonly<Record<string, number>>): Gaussian {
  const cov = copied(g.cov);
  for (const [name, sd] of Object.entries(by)) {
    const i = g.names.indexOf(name);
    if (i >= 0) cov.set(i, i, cov.get(i, i) + sd ** 2);
  }
  return { ...g, cov };
}

// A sum is of a few of many unknowns: only their rows are gone through.
const partsOf = ({ names }: Gaussian, sum: Sum): readonly (readonly [at: number, times: number])[] =>
  Object.entries(sum).flatMap(([name, times]) => {
    const at = names.indexOf(name);
    return at < 0 ? [] : [[at, times] as const];
  });

/** What is believed of a sum; of unknowns that are not there nothing is said. */
export function ofSum(g: Gaussian, sum: Sum): Moments {
  const parts = partsOf(g, sum);
  return {
    mean: parts.reduce((all, [at, times]) => all + times * g.mean.get(at, 0), 0),
    variance: parts.reduce((all, [i, a]) => all + parts.reduce((s, [j, b]) => s + a * b * g.cov.get(i, j), 0), 0),
  };
}

/** After a sum was heard of: its mean moved by so many times its variance, its variance shrunk by so many times its square. */
export function moved(g: Gaussian, sum: Sum, by: number, shrink: number): Gaussian {
  const parts = partsOf(g, sum);
  const n = g.names.length;
  const with_ = Array.from({ length: n }, (_, i) =>
    parts.reduce((all, [at, times]) => all + times * g.cov.get(i, at), 0),
  );
  const [mean, cov] = [copied(g.mean), copied(g.cov)];
  for (let i = 0; i < n; i++) {
    mean.set(i, 0, mean.get(i, 0) + by * with_[i]!);
    for (let j = 0; j < n; j++) cov.set(i, j, cov.get(i, j) + shrink * with_[i]! * with_[j]!);
  }
  return { ...g, mean, cov };
}

/** The same where one of them is about nothing again, and hangs together with none. */
export function forgotten(g: Gaussian, name: string, sd: number): Gaussian {
  const at = g.names.indexOf(name);
  const [mean, cov] = [copied(g.mean), copied(g.cov)];
  mean.set(at, 0, 0);
  for (let i = 0; i < g.names.length; i++) {
    cov.set(at, i, 0);
    cov.set(i, at, 0);
  }
  cov.set(at, at, sd ** 2);
  return { ...g, mean, cov };
}

/** The same where one of them was replaced by another of its like: what was heard of the old one says nothing of it. */
export function renewed(g: Gaussian, name: string, sd: number, about: string): Gaussian {
  const [at, like] = [g.names.indexOf(name), g.names.indexOf(about)];
  const [mean, cov] = [copied(g.mean), copied(g.cov)];
  mean.set(at, 0, g.mean.get(like, 0));
  for (let i = 0; i < g.names.length; i++) {
    cov.set(at, i, g.cov.get(like, i));
    cov.set(i, at, g.cov.get(like, i));
  }
  cov.set(at, at, g.cov.get(like, like) + sd ** 2);
  return { ...g, mean, cov };
}

/** Two beliefs of the same unknowns as one, with their moments. */
export function merged(a: Gaussian, b: Gaussian, shareOfA: number): Gaussian {
  const shareOfB = 1 - shareOfA;
  const mean = Matrix.add(Matrix.mul(a.mean, shareOfA), Matrix.mul(b.mean, shareOfB));
  const spread = (g: Gaussian): Matrix => {
    const d = Matrix.sub(g.mean, mean);
    return Matrix.add(g.cov, d.mmul(d.transpose()));
  };
  return { names: a.names, mean, cov: Matrix.add(Matrix.mul(spread(a), shareOfA), Matrix.mul(spread(b), shareOfB)) };
}
