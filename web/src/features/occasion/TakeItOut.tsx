import { DropdownMenu } from 'radix-ui';
import { useState, type ReactNode } from 'react';
import type { DayAnswer, Kitchen, Occasion, SheetLine } from '@steepsis/core';
import { serverNow } from '@/shared/api/clock';
import { Button } from '@/shared/ui/Button';
import { Refusal } from '@/shared/ui/Page';
import { dayCalendar } from './dayCalendar';
import { dayMarkdown, daySheet } from './daySheet';
import { sheetPdf, takeOut } from './takeOut';

/** Takes the day out of the house: onto the wall, into a message, into a calendar. */
export function TakeItOut({
  occasion,
  day,
  lines,
  kitchen,
}: {
  occasion: Occasion;
  day: Extract<DayAnswer, { kind: 'day' }>;
  lines: readonly SheetLine[];
  kitchen: Kitchen;
}): ReactNode {
  const [error, setError] = useState<Error | null>(null);
  const sheet = (): ReturnType<typeof daySheet> => daySheet(occasion, day, lines, kitchen);
  const ways: [string, () => void | Promise<void>][] = [
    ['For the wall (PDF)', async () => takeOut(`${occasion.id}.pdf`, 'application/pdf', await sheetPdf(sheet()))],
    ['As text (Markdown)', () => takeOut(`${occasion.id}.md`, 'text/markdown', dayMarkdown(sheet()))],
    [
      'Into your calendar',
      async () => takeOut(`${occasion.id}.ics`, 'text/calendar', await dayCalendar(occasion, lines, serverNow())),
    ],
    ['Print this page', () => window.print()],
  ];
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button>Take it out</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            sideOffset={6}
            align="end"
            className="z-50 min-w-56 rounded-md border border-ink/40 bg-surface p-1.5 shadow-lg"
          >
            {ways.map(([words, take]) => (
              <DropdownMenu.Item
                key={words}
                onSelect={() => {
                  setError(null);
                  void Promise.resolve(take()).catch((e: Error) => setError(e));
                }}
                className="flex min-h-11 cursor-pointer items-center rounded px-3 outline-none data-[highlighted]:bg-ground"
              >
                {words}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <Refusal error={error} />
    </>
  );
}
