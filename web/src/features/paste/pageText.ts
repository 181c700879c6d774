import { recipesIn, recipesOfJsonLd, type RecipeText } from '@steepsis/core';

// What was pasted, whatever it is: plain text, the source of a web page, or data of recipes.

/** The recipes of what was pasted or of a file. */
export function recipesOf(text: string): readonly RecipeText[] {
  const trimmed = text.replace(/^\uFEFF/, '').trim();
  if (/^[[{]/.test(trimmed)) {
    const data = parsed(trimmed);
    const found = data === undefined ? [] : recipesOfJsonLd(data);
    if (found.length > 0) return found;
  }
  return IS_PAGE.test(trimmed) ? recipesOfPage(trimmed) : recipesIn(trimmed);
}

const IS_PAGE = /<(?:!doctype|html|head|body|div|p|ul|ol|li|h[1-6]|br|script|article|section|span|table)\b[^>]*>/i;

function parsed(json: string): unknown {
  try {
    return JSON.parse(json) as unknown;
  } catch {
    return undefined;
  }
}

/** What a page tells its readers that are programs, or else its text. Nothing of it is run or fetched. */
function recipesOfPage(source: string): readonly RecipeText[] {
  const page = new DOMParser().parseFromString(source, 'text/html');
  const told = [...page.querySelectorAll('script[type="application/ld+json"]')].flatMap((script) => {
    const data = parsed(script.textContent ?? '');
    return data === undefined ? [] : recipesOfJsonLd(data);
  });
  if (told.length > 0) return told;
  for (const besides of page.querySelectorAll(
    'script, style, noscript, template, nav, header nav, footer, aside, form, iframe, svg',
  ))
    besides.remove();
  return recipesIn(textOf(page.body));
}

const BLOCK =
  /^(?:address|article|blockquote|dd|div|dl|dt|figcaption|h[1-6]|header|hr|li|main|ol|p|pre|section|table|tr|ul)$/i;

/** A page's text line by line, as it would be read. */
function textOf(node: Node): string {
  if (node.nodeType === Node.TEXT_NODE) return (node.textContent ?? '').replace(/\s+/g, ' ');
  const name = node.nodeName;
  if (/^br$/i.test(name)) return '\n';
  const inside = [...node.childNodes].map(textOf).join('');
  return BLOCK.test(name) ? `\n${inside.trim()}\n` : inside;
}
