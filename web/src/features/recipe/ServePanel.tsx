import type { ReactNode } from 'react';
import type { Drink } from '@steepsis/core';
import { volume } from '@/shared/format/format';
import { figure } from '@/shared/ui/Figure';
import { InlineChoice } from '@/shared/ui/InlineChoice';
import { Panel } from '@/shared/ui/Panel';

/** Jug, glass, ice, or hot. */
export function ServePanel({
  drink,
  sumMl,
  onChange,
}: {
  drink: Drink;
  /** what its parts come to, where that can be told */
  sumMl?: number | undefined;
  onChange: (drink: Drink, what: string) => void;
}): ReactNode {
  const { serve, book, defaults } = drink;
  const manner = defaults.hot && !book.iced ? 'hot' : book.iced ? 'ice' : 'none';
  return (
    <Panel title="Serve">
      <p className="leading-8">
        A jug of{' '}
        {figure('Jug', book.jugMl, { unit: 'ml', min: 100, max: 20_000, step: 50, shown: true }, (jugMl) =>
          onChange({ ...drink, book: { ...book, jugMl } }, 'jug'),
        )}
        {sumMl !== undefined && sumMl > book.jugMl + 1 && <> (its parts come to {volume(sumMl)})</>}, in glasses of{' '}
        {figure('Glass', serve.glassMl, { unit: 'ml', min: 50, max: 1000, step: 10, shown: true }, (glassMl) =>
          onChange({ ...drink, serve: { ...serve, glassMl } }, 'glass'),
        )}
        ,{' '}
        <InlineChoice
          label="Served"
          value={manner}
          choices={[
            { value: 'ice', label: 'over ice' },
            { value: 'none', label: 'cold, without ice' },
            { value: 'hot', label: 'hot' },
          ]}
          onValue={(v) =>
            onChange(
              {
                ...drink,
                book: { ...book, iced: v === 'ice' },
                defaults: { ...defaults, iced: v === 'ice', hot: v === 'hot' },
              },
              'served',
            )
          }
        />
        {manner === 'ice' && (
          <>
            , with{' '}
            {figure('Ice', serve.iceG, { unit: 'g', min: 0, max: 1000, step: 10, shown: true }, (iceG) =>
              onChange({ ...drink, serve: { ...serve, iceG } }, 'ice'),
            )}{' '}
            of ice, right after{' '}
            {figure(
              'Right after',
              serve.rightAtMin,
              { unit: 'min', min: 0, max: 120, step: 1, shown: true },
              (rightAtMin) => onChange({ ...drink, serve: { ...serve, rightAtMin } }, 'right at'),
            )}
          </>
        )}
        .
      </p>
    </Panel>
  );
}
