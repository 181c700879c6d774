import type { Page } from '@playwright/test';

/** What is drawn wrong on a page as it stands: text over text, drawings that are cut off, text that is cut off, a sideways scroll. */
export const faultsOfDrawing = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const faults: string[] = [];
    const root = document.documentElement;
    if (root.scrollWidth > root.clientWidth)
      faults.push(`scrolls sideways by ${root.scrollWidth - root.clientWidth} px`);

    const shown = (e: Element): boolean => {
      if (!e.checkVisibility({ opacityProperty: true, visibilityProperty: true })) return false;
      for (let at: Element | null = e; at; at = at.parentElement) {
        const style = getComputedStyle(at);
        // Said, not shown.
        if (style.position === 'absolute' && (style.clip !== 'auto' || style.clipPath === 'inset(50%)')) return false;
        // Bars lie over the page on purpose; the page goes on below them.
        if (style.position === 'fixed' || style.position === 'sticky') return false;
      }
      return true;
    };
    type Box = { x: number; y: number; right: number; bottom: number };
    const box = (r: DOMRect): Box => ({ x: r.x, y: r.y, right: r.right, bottom: r.bottom });

    // Lines of text, each a little smaller than its line box: descenders may touch.
    const lines: { text: string; box: Box; of: Element }[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const of = node.parentElement;
      const text = node.textContent?.trim() ?? '';
      if (!of || text === '' || of.closest('script, style, option, title, noscript') || !shown(of)) continue;
      const range = document.createRange();
      range.selectNodeContents(node);
      for (const rect of range.getClientRects()) {
        if (rect.width < 2 || rect.height < 2) continue;
        const inset = Math.min(4, rect.height * 0.22);
        const b = box(rect);
        lines.push({ text: text.slice(0, 40), of, box: { ...b, y: b.y + inset, bottom: b.bottom - inset } });
      }
    }
    const crosses = (a: Box, b: Box): boolean =>
      Math.min(a.right, b.right) - Math.max(a.x, b.x) > 2 && Math.min(a.bottom, b.bottom) - Math.max(a.y, b.y) > 1;
    lines.sort((a, b) => a.box.y - b.box.y);
    for (let i = 0; i < lines.length; i++)
      for (let k = i + 1; k < lines.length && lines[k]!.box.y < lines[i]!.box.bottom; k++) {
        const [a, b] = [lines[i]!, lines[k]!];
        if (crosses(a.box, b.box)) faults.push(`“${a.text}” and “${b.text}” lie over each other`);
      }

    for (const svg of document.querySelectorAll('svg')) {
      if (!shown(svg) || svg.closest('svg svg') || getComputedStyle(svg).overflow === 'visible') continue;
      const frame = svg.getBoundingClientRect();
      for (const part of svg.querySelectorAll('text, path, rect, line, circle, ellipse')) {
        if (part.closest('defs, clipPath, pattern, mask, [clip-path]')) continue;
        const r = part.getBoundingClientRect();
        const over = Math.max(frame.x - r.x, r.right - frame.right, frame.y - r.y, r.bottom - frame.bottom);
        if (over > 2.5 && r.width < frame.width * 3) {
          faults.push(
            `${svg.getAttribute('aria-label') ?? 'a drawing'}: ${part.tagName} ${part.textContent?.slice(0, 20) ?? ''} is cut off by ${Math.round(over)} px`,
          );
          break;
        }
      }
    }
    for (const e of document.querySelectorAll('button, a, p, h1, h2, h3, label, dd, dt, td, th, li')) {
      if (!shown(e)) continue;
      const style = getComputedStyle(e);
      if (style.overflowX === 'visible' || style.overflowX === 'auto' || style.overflowX === 'scroll') continue;
      if (e.scrollWidth > e.clientWidth + 2 && style.textOverflow !== 'ellipsis')
        faults.push(`“${e.textContent?.trim().slice(0, 40)}” is cut off`);
    }
    return [...new Set(faults)];
  });

/** What a finger has to hit and that is smaller than it: buttons, fields and links that do not stand in running text, px. */
export const smallTargets = (page: Page, leastPx: number): Promise<string[]> =>
  page.evaluate((least) => {
    const faults: string[] = [];
    const selector = 'button, a[href], input, textarea, summary, [role="radio"], [role="tab"], [role="slider"]';
    for (const e of document.querySelectorAll(selector)) {
      if (!e.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue;
      const label = e instanceof HTMLInputElement ? e.closest('label') : null;
      const r = (label ?? e).getBoundingClientRect();
      // Said, not shown; or a link or a figure within a sentence, which is as high as its line.
      if (r.width < 2 || r.height < 2 || getComputedStyle(e).display === 'inline') continue;
      // A word may reach beyond its own line.
      const reach = getComputedStyle(e, '::after');
      const height = reach.position === 'absolute' ? Math.max(r.height, parseFloat(reach.height)) : r.height;
      if (Math.min(r.width, height) < least - 0.5 && height < least - 0.5)
        faults.push(
          `${e.getAttribute('aria-label') ?? e.textContent?.trim().slice(0, 40)}: ${Math.round(r.width)} × ${Math.round(r.height)} px`,
        );
    }
    return [...new Set(faults)];
  }, leastPx);
