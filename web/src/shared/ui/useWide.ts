import { useSyncExternalStore } from 'react';

/** From here on a line goes across the page. */
const WIDE = '(min-width: 720px)';

const subscribe = (changed: () => void): (() => void) => {
  const list = window.matchMedia(WIDE);
  list.addEventListener('change', changed);
  return () => list.removeEventListener('change', changed);
};

/** Whether the page is wide enough for what goes across it; so it is where nothing can tell. */
export const useWide = (): boolean =>
  useSyncExternalStore(typeof window.matchMedia === 'function' ? subscribe : () => () => undefined, () =>
    typeof window.matchMedia === 'function' ? window.matchMedia(WIDE).matches : true,
  );
