// Notifications of the system, where the browser and the cook allow them.

export type Notices = 'on' | 'ask' | 'refused' | 'impossible';

export const noticesNow = (): Notices => {
  if (typeof Notification === 'undefined' || !window.isSecureContext) return 'impossible';
  return ({ granted: 'on', default: 'ask', denied: 'refused' } as const)[Notification.permission];
};

export async function askForNotices(): Promise<Notices> {
  if (noticesNow() === 'ask') await Notification.requestPermission();
  return noticesNow();
}

/** One notice for each call: said again, it takes the place of the last. */
export async function notice(tag: string, title: string, body: string): Promise<void> {
  if (noticesNow() !== 'on') return;
  const options = { body, tag, renotify: true, requireInteraction: true, icon: '/icon.svg', data: { path: '/steep' } };
  const worker = await navigator.serviceWorker?.getRegistration();
  if (worker?.active) await worker.showNotification(title, options);
  else new Notification(title, options);
}

/** Takes back the notice of a call that is done. */
export async function unnotice(tag: string): Promise<void> {
  const worker = await navigator.serviceWorker?.getRegistration();
  for (const n of (await worker?.getNotifications({ tag })) ?? []) n.close();
}
