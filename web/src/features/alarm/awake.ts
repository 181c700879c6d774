export type Awake = 'on' | 'off' | 'impossible' | 'refused';

let lock: WakeLockSentinel | undefined;

const possible = (): boolean => typeof navigator !== 'undefined' && 'wakeLock' in navigator && window.isSecureContext;

/** Keeps the screen on. A browser lets go of it when the page is hidden; ask again when it is shown. */
export async function stayAwake(): Promise<Awake> {
  if (!possible()) return 'impossible';
  if (lock && !lock.released) return 'on';
  try {
    lock = await navigator.wakeLock.request('screen');
    return 'on';
  } catch {
    return document.visibilityState === 'visible' ? 'refused' : 'off';
  }
}

export async function maySleep(): Promise<Awake> {
  await lock?.release().catch(() => undefined);
  lock = undefined;
  return possible() ? 'off' : 'impossible';
}
