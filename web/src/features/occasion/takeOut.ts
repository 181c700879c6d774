import type { DaySheet } from '@steepsis/contract';

/** Hands a text to the browser as a file. */
export function takeOut(name: string, type: string, body: string | Blob): void {
  const link = document.createElement('a');
  link.href = URL.createObjectURL(typeof body === 'string' ? new Blob([body], { type }) : body);
  link.download = name;
  link.click();
  // The browser has taken it by the next turn.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

/** The sheet for the wall, drawn by the server. @throws Error where it could not be had */
export async function sheetPdf(sheet: DaySheet): Promise<Blob> {
  const answer = await fetch('/api/print/day.pdf', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(sheet),
  });
  if (!answer.ok) throw new Error('The sheet could not be drawn.');
  return answer.blob();
}
