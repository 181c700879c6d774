import { Moon, Sun } from 'lucide-react';
import { lazy, Suspense, type ReactNode } from 'react';
import { NavLink, Outlet, ScrollRestoration } from 'react-router';
import { useHouse, useLiveUpdates } from '@/shared/api/queries';
import { Alone } from '@/shared/ui/Alone';
import { RunningClock } from '@/features/steep';
import { ServerBanner } from './ServerBanner';
import { useTheme } from './theme';

// It rings on every page, and is not needed for the first one to be shown.
const AlarmKeeper = lazy(() => import('@/features/steep/AlarmKeeper'));

const WAY_OF_WORK = [
  ['/plan', 'Plan'],
  ['/steep', 'Steep'],
  ['/mix', 'Mix'],
  ['/keep', 'Keep'],
  ['/taste', 'Taste'],
] as const;

/** Behind the work; what is not shown on a phone's bar is linked from the pages that need it. */
const BEHIND = [
  ['/drinks', 'Drinks', true],
  ['/pantry', 'Pantry', true],
  ['/kitchen', 'Kitchen', false],
  ['/rules', 'Rules', false],
] as const;

/** The bar of places in the order of the work, and the page under it. */
export function Layout(): ReactNode {
  useLiveUpdates();
  // Every page writes its figures in the measures of the house.
  const units = useHouse().data?.kitchen.body.units ?? 'metric';
  return (
    <>
      <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-surface focus:p-3">
        Skip to the page
      </a>
      <header className="border-b border-line bg-surface">
        <div className="mx-auto flex w-full max-w-[1280px] flex-wrap items-center gap-x-6 px-4 sm:px-6">
          <NavLink to="/" className="flex min-h-12 items-center font-display text-xl font-bold">
            Steepsis
          </NavLink>
          <nav aria-label="The order of the work" className="order-last w-full sm:order-none sm:w-auto">
            <ol className="graduation flex">
              {WAY_OF_WORK.map(([to, name]) => (
                <li key={to} className="flex-1 sm:flex-none">
                  <NavLink
                    to={to}
                    className={({ isActive }) =>
                      `flex min-h-12 items-center justify-center border-b-[5px] px-2 font-semibold sm:px-4 ${isActive ? 'border-ink text-ink' : 'border-transparent text-muted hover:text-ink'}`
                    }
                  >
                    {name}
                  </NavLink>
                </li>
              ))}
            </ol>
          </nav>
          <div className="ml-auto flex items-center gap-1 sm:gap-3">
            <RunningClock />
            <nav aria-label="Behind it" className="flex flex-wrap items-center gap-x-1 sm:gap-x-2">
              {BEHIND.map(([to, name, phone]) => (
                <NavLink
                  key={to}
                  to={to}
                  className={({ isActive }) =>
                    `${phone ? 'flex' : 'hidden sm:flex'} min-h-11 items-center px-2 font-medium ${isActive ? 'underline decoration-2 underline-offset-4' : 'text-muted hover:text-ink'}`
                  }
                >
                  {name}
                </NavLink>
              ))}
            </nav>
            <ThemeButton />
          </div>
        </div>
      </header>
      <ServerBanner />
      <Suspense>
        <Alone of="The alarms" at={0}>
          <AlarmKeeper />
        </Alone>
      </Suspense>
      <Outlet key={units} />
      <nav aria-label="More places" className="no-print flex justify-center gap-2 border-t border-line py-2 sm:hidden">
        {BEHIND.filter(([, , phone]) => !phone).map(([to, name]) => (
          <NavLink key={to} to={to} className="flex min-h-11 items-center px-3 font-medium text-muted">
            {name}
          </NavLink>
        ))}
      </nav>
      <ScrollRestoration />
    </>
  );
}

function ThemeButton(): ReactNode {
  const { theme, toggle } = useTheme();
  const next = theme === 'light' ? 'dark' : 'light';
  return (
    <button
      type="button"
      onClick={toggle}
      aria-label={`Switch to the ${next} theme`}
      className="grid size-11 place-items-center text-muted hover:text-ink"
    >
      {theme === 'light' ? <Moon size={19} aria-hidden /> : <Sun size={19} aria-hidden />}
    </button>
  );
}
