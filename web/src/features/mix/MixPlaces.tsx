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
    <nav aria-label="Benches of Mix" className="no-print mb-3 flex flex-wrap gap-x-1">
      {PLACES.map(([to, name]) => (
        <NavLink
          key={to}
          to={to}
          end={to !== '/mix/jug'}
          className={({ isActive }) =>
            `flex min-h-11 items-center border-b-[3px] px-2 font-semibold sm:px-3 ${isActive ? 'border-ink' : 'border-transparent text-muted hover:text-ink'}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
