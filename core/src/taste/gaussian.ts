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

/** Without one of them, whatever it was. */
export function without(g: Gaussian, name: string): Gaussian {
  const at = g.names.indexOf(name);
  if (at < 0) return g;
  const [mean, cov] = [g.mean.clone(), g.cov.clone()];
  mean.removeRow(at);
  cov.removeRow(at);
  cov.removeColumn(at);
  return { names: g.names.filter((n) => n !== name), mean, cov };
}

/** Each of these a little less sure than it was. */
export function drifted(g: Gaussian, by: Readonly<Record<string, number>>): Gaussian {
  const cov = g.cov.clone();
  for (const [name, sd] of Object.entries(by)) {
    const i = g.names.indexOf(name);
    if (i >= 0) cov.set(i, i, cov.get(i, i) + sd ** 2);
  }
  return { ...g, cov };
}

const rowOf = ({ names }: Gaussian, sum: Sum): Matrix => Matrix.columnVector(names.map((n) => sum[n] ?? 0));

/** What is believed of a sum; of unknowns that are not there nothing is said. */
export function ofSum(g: Gaussian, sum: Sum): Moments {
  const h = rowOf(g, sum);
  return { mean: h.dot(g.mean), variance: h.dot(g.cov.mmul(h)) };
}

/** After a sum was heard of: its mean moved by so many times its variance, its variance shrunk by so many times its square. */
export function moved(g: Gaussian, sum: Sum, by: number, shrink: number): Gaussian {
  const with_ = g.cov.mmul(rowOf(g, sum));
  return {
    ...g,
    mean: Matrix.add(g.mean, Matrix.mul(with_, by)),
    cov: Matrix.add(g.cov, Matrix.mul(with_.mmul(with_.transpose()), shrink)),
  };
}

/** The same where one of them was replaced by another of its like: what was heard of the old one says nothing of it. */
export const renewed = (g: Gaussian, name: string, sd: number, about: string): Gaussian =>
  inOrder(withUnknown(without(g, name), name, sd, about), g.names);

function inOrder(g: Gaussian, names: readonly string[]): Gaussian {
  const at = names.map((n) => g.names.indexOf(n));
  return { names, mean: g.mean.selection(at, [0]), cov: g.cov.selection(at, at) };
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
