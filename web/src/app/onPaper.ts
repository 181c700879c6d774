import { useEffect } from 'react';

/** What is folded up on the screen and belongs on paper is open while a page is printed, and as it was behind that. */
export function useOpenOnPaper(): void {
  useEffect(() => {
    const paper = window.matchMedia('print');
    let opened: HTMLDetailsElement[] = [];
    const turn = ({ matches }: { matches: boolean }): void => {
      if (matches) {
        opened = [...document.querySelectorAll<HTMLDetailsElement>('details[data-paper="open"]:not([open])')];
        for (const d of opened) d.open = true;
      } else for (const d of opened.splice(0)) d.open = false;
    };
    paper.addEventListener('change', turn);
    return () => paper.removeEventListener('change', turn);
  }, []);
}
