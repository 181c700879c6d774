import type { ReactNode } from 'react';
import { NavLink } from 'react-router';

const PLACES = [
  ['/mix', 'Jug'],
  ['/mix/stretch', 'Stretch'],
  ['/mix/syrup', 'Syrup'],
  ['/mix/ice', 'Ice'],
] as const;

/** The benches of Mix. */
export function MixPlaces(): ReactNode {
  return (
    <nav aria-label="Benches of Mix" className="no-print mb-3 flex gap-1">
      {PLACES.map(([to, name]) => (
        <NavLink
          key={to}
          to={to}
          end
          className={({ isActive }) =>
            `flex min-h-11 items-center border-b-[3px] px-3 font-semibold ${isActive ? 'border-ink' : 'border-transparent text-muted hover:text-ink'}`
          }
        >
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
