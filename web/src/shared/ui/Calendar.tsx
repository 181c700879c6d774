import { DayPicker } from 'react-day-picker';
import type { ReactNode } from 'react';

const TURN =
  'grid size-11 place-items-center rounded-md hover:bg-action-wash disabled:opacity-40 [&_svg]:size-5 [&_svg]:fill-ink';

/** A month to pick a day from. Its own module, because few pages ever open it. */
export default function Calendar({ day, onDay }: { day: Date; onDay: (day: Date) => void }): ReactNode {
  return (
    <DayPicker
      mode="single"
      required
      selected={day}
      defaultMonth={day}
      onSelect={onDay}
      weekStartsOn={1}
      autoFocus
      showOutsideDays
      fixedWeeks
      classNames={{
        root: 'select-none',
        months: 'relative',
        month_caption: 'flex h-11 items-center pl-2 font-display font-semibold',
        nav: 'absolute right-0 top-0 flex',
        button_previous: TURN,
        button_next: TURN,
        weekday: 'h-8 text-sm font-normal text-muted',
        day: 'p-0 text-center',
        day_button: 'grid size-11 place-items-center rounded-md hover:bg-action-wash',
        selected: '[&>button]:bg-ink [&>button]:text-surface [&>button]:font-semibold',
        today: '[&>button]:underline [&>button]:decoration-2 [&>button]:underline-offset-4',
        outside: 'text-muted',
      }}
    />
  );
}
