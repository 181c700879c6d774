import type { Page } from '@playwright/test';

/** Collects what the browser complains of; a test ends by finding nothing here. */
export function complaintsOf(page: Page): { list: string[]; pause: () => void; resume: () => void } {
  const list: string[] = [];
  let listening = true;
  page.on('console', (message) => {
    const ours = !message.text().startsWith('Service Worker registration blocked');
    if (listening && ours && ['error', 'warning'].includes(message.type())) list.push(message.text());
  });
  page.on('pageerror', (error) => list.push(error.message));
  return { list, pause: () => void (listening = false), resume: () => void (listening = true) };
}
