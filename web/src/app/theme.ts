import { create } from 'zustand';

export type Theme = 'light' | 'dark';
const KEY = 'steepsis.theme';

const stored = localStorage.getItem(KEY);
const preferred: Theme = matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';

type ThemeState = { theme: Theme; toggle: () => void };

/** Light or dark: the system's choice until the cook makes one, then that, remembered. */
export const useTheme = create<ThemeState>((set, get) => ({
  theme: stored === 'light' || stored === 'dark' ? stored : preferred,
  toggle: () => {
    const theme = get().theme === 'light' ? 'dark' : 'light';
    localStorage.setItem(KEY, theme);
    set({ theme });
  },
}));

export const applyTheme = (): void => {
  const apply = (theme: Theme): void => {
    document.documentElement.dataset['theme'] = theme;
  };
  apply(useTheme.getState().theme);
  useTheme.subscribe((s) => apply(s.theme));
};
