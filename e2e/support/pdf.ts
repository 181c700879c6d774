/** What is drawn on the first page of a PDF: words and straight lines, in points from its top left. */
export type Drawn = {
  words: { text: string; x: number; y: number; heightPt: number }[];
  lines: { x1: number; y1: number; x2: number; y2: number }[];
};

export const MM_PER_PT = 25.4 / 72;

/** All the words of a PDF, page by page, in the order they were drawn. */
export async function textOfPdf(bytes: Uint8Array): Promise<string> {
  const pdf = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await pdf.getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const pages: string[] = [];
  for (let n = 1; n <= document.numPages; n++) {
    const { items } = await (await document.getPage(n)).getTextContent();
    pages.push(items.map((i) => ('str' in i ? i.str : '')).join(' '));
  }
  await document.destroy();
  return pages.join('\n');
}

/** Reads a page back with another program's eyes than the one that drew it. */
export async function readPdf(bytes: Uint8Array): Promise<Drawn> {
  const pdf = await import('pdfjs-dist/legacy/build/pdf.mjs');
  const document = await pdf.getDocument({ data: new Uint8Array(bytes), verbosity: 0 }).promise;
  const page = await document.getPage(1);
  const height = page.getViewport({ scale: 1 }).height;
  const content = await page.getTextContent();
  const words = content.items.flatMap((i) =>
    'str' in i && i.str.trim()
      ? [
          {
            text: i.str.trim(),
            x: i.transform[4] as number,
            y: height - (i.transform[5] as number),
            heightPt: i.height,
          },
        ]
      : [],
  );
  const { fnArray, argsArray } = await page.getOperatorList();
  const lines: Drawn['lines'] = [];
  fnArray.forEach((fn, k) => {
    if (fn !== pdf.OPS.constructPath) return;
    const [ops, at] = argsArray[k] as [number[], number[]];
    let [i, x, y] = [0, 0, 0];
    for (const op of ops) {
      if (op === pdf.OPS.rectangle) {
        const [rx, ry, w, h] = at.slice(i, i + 4) as [number, number, number, number];
        lines.push({ x1: rx, y1: ry, x2: rx, y2: ry + h }, { x1: rx, y1: ry + h, x2: rx + w, y2: ry + h });
        i += 4;
        continue;
      }
      const [nx, ny] = [at[i]!, at[i + 1]!];
      if (op === pdf.OPS.lineTo) lines.push({ x1: x, y1: y, x2: nx, y2: ny });
      [x, y] = [nx, ny];
      i += 2;
    }
  });
  await document.destroy();
  return { words, lines };
}
