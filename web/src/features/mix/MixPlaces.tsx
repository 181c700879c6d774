import type { ReactNode } from 'react';
import { NavLink } from 'react-router';

const PLACES = [
  ['/mix', 'Recipe’s jug'],
  ['/mix/jug', 'Jug of anything'],
  ['/mix/stretch', 'Stretch'],
  ['/mix/syrup', 'Syrup'],
  ['/mix/ice', 'Ice and serve'],
  ['/mix/guests', 'Guests'],
  ['/mix/colour', 'Colour'],
] as const;

/** The benches of Mix. */
export function MixPlaces(): ReactNode {
  return (
    <nav aria-label="Benches of Mix" className="no-print -mx-4 mb-3 flex gap-1 overflow-x-auto px-4 sm:mx-0 sm:px-0">
      {PLACES.map(([to, name]) => (
        <NavLink
          key={to}
          to={to}
          end={to !== '/mix/jug'}
          className={({ isActive }) =>
            `flex min-h-11 shrink-0 items-center border-b-[3px] px-3 font-semibold ${isActive ? 'border-ink' : 'border-transparent text-muted hover:text-ink'}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
