import { addMinutes, format as formatDate, isSameDay } from 'date-fns';
import {
  glassesOfOccasion,
  keyOfChain,
  peopleOfOccasion,
  type DayAnswer,
  type Kitchen,
  type Occasion,
  type SheetLine,
} from '@steepsis/core';
import type { DaySheet } from '@steepsis/contract';
import * as f from '@/shared/format/format';
import { iceWords, standsWords, tableWords } from './dayWords';

/** The sheet of a day as it goes out of the house: on paper, into a message. */
export function daySheet(
  occasion: Occasion,
  answer: Extract<DayAnswer, { kind: 'day' }>,
  lines: readonly SheetLine[],
  kitchen: Pick<Kitchen, 'vessels'>,
): DaySheet {
  const ready = new Date(occasion.readyBy);
  const at = (l: SheetLine): Date => addMinutes(ready, l.atMin);
  const firsts = lines.filter((l, i) => i === 0 || !isSameDay(at(l), at(lines[i - 1]!)));
  const ice = iceWords(answer.ice);
  return {
    title: occasion.name,
    lead: `Ready ${formatDate(ready, 'EEEE d MMMM, H:mm')}: ${Math.round(glassesOfOccasion(occasion))} glasses for ${peopleOfOccasion(occasion)} people.`,
    days: firsts.map((first) => ({
      name: formatDate(at(first), 'EEEE d MMMM'),
      lines: lines
        .filter((l) => isSameDay(at(l), at(first)))
        .map((l) => ({
          at: formatDate(at(l), 'H:mm'),
          words: l.words,
          colour: colourFor(answer, l),
          hands: l.kind === 'hands',
        })),
    })),
    table: answer.drinks.map((d) => {
      const stands = standsWords(d, kitchen);
      return `${d.name}: ${tableWords(d)}${stands ? `, in the ${stands}` : ''}`;
    }),
    toGet: [
      ...answer.toGet.flatMap((l) => (l.buy ? [`${l.name}: ${l.buy.text}`] : [])),
      ...(ice ? [`Ice: ${ice}`] : []),
    ],
    measure: answer.toGet.map((l) => `${l.name}: ${f.grams(l.needG)}`),
  };
}

const colourFor = (answer: DayAnswer, l: SheetLine): string =>
  answer.drinks.find((d) => d.key === keyOfChain(l.chainId))?.colour ?? '#8a9aa5';

/** Marks that a reader of Markdown would take for more than letters. */
const plain = (text: string): string => text.replace(/[\\`*_{}[\]<>#|~]/g, '\\$&');

/** The sheet as Markdown: what is done when, what stands on the table, what to get. */
export function dayMarkdown({ title, lead, days, table, toGet, measure }: DaySheet): string {
  const list = (heading: string, items: readonly string[]): string[] =>
    items.length === 0 ? [] : ['', `## ${heading}`, '', ...items.map((i) => `- ${plain(i)}`)];
  return [
    `# ${plain(title)}`,
    '',
    plain(lead),
    ...days.flatMap((d) => ['', `## ${plain(d.name)}`, '', ...d.lines.map((l) => `- **${l.at}** ${plain(l.words)}`)]),
    ...list('On the table', table),
    ...list('What to get', toGet),
    ...list('To measure the evening before', measure),
    '',
  ].join('\n');
}
