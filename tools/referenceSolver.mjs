// A general solver of ordinary differential equations, as a yardstick for the closed form: Dormand-Prince 5(4) with its own
// step control, at the accuracy asked for.
const C = [0, 1 / 5, 3 / 10, 4 / 5, 8 / 9, 1, 1];
const A = [
  [],
  [1 / 5],
  [3 / 40, 9 / 40],
  [44 / 45, -56 / 15, 32 / 9],
  [19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729],
  [9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656],
  [35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84],
];
const E = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40];

export function solveOde(f, y0, tEnd, relative) {
  let [t, h] = [0, tEnd / 1000];
  let y = [...y0];
  while (t < tEnd) {
    h = Math.min(h, tEnd - t);
    const k = [];
    for (let s = 0; s < 7; s++)
      k.push(
        f(
          t + C[s] * h,
          y.map((v, i) => v + h * A[s].reduce((sum, a, j) => sum + a * k[j][i], 0)),
        ),
      );
    const next = y.map((v, i) => v + h * A[6].reduce((sum, a, j) => sum + a * k[j][i], 0));
    const error = Math.max(
      ...y.map(
        (v, i) =>
          Math.abs(h * E.reduce((sum, e, j) => sum + e * k[j][i], 0)) / (relative * Math.max(Math.abs(v), 1e-3)),
      ),
    );
    if (error <= 1) [t, y] = [t + h, next];
    h *= Math.min(5, Math.max(0.2, 0.9 * error ** -0.2));
  }
  return y;
}
